import { portOfPin } from '../catalogue';
import { couplingLevel, couplingsByInput } from '../circuit';
import { pointId, powerOf, waysBetween, type FlowSource, type Way } from '../flow';
import { changeLead, leadRun, leadsAt, socketBeyond } from '../rig';
import { capsuleOf } from '../gain';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { notHeardBy } from './fixes/seating';
import { splitToTwoInputs, unplug, useBestLead } from './fixes/rewire';
import { isTwoVoices } from './roots';

/** So much louder with one way turned over means that it stands the wrong way up, dB. Common practice. */
const TELLING_DB = 3;
/** Ways this far below the strongest turn nothing over that matters, dB. */
const WEAK_DB = 12;

const power = (ways: readonly Way[]): number =>
  powerOf({ taps: ways.map(({ lateMs, re, im }) => ({ lateMs, re, im })) });

const turned = (way: Way): Way => ({ ...way, re: -way.re, im: -way.im });

/** Leads on the way of a capsule's device, each used or exchanged for one that turns nothing over. */
const turnBack = ({ rig, find }: Solved, device: string): Fix[] => {
  const chain = [...new Set(leadsAt(rig, device).flatMap((lead) => leadRun(rig, lead)))];
  return chain.flatMap((lead): Fix[] => {
    // An adapter in a chain comes out, and the lead behind it goes where it went.
    const behind = lead.ends.find((end) => end && 'lead' in end);
    const socket = socketBeyond(lead, device);
    if (!behind || !('lead' in behind) || !socket) return useBestLead(rig, lead);
    const main = find.lead(behind.lead)!;
    const label = `Take the ${find.leadKindOf(lead.id)?.name ?? 'adapter'} out`;
    const ends = main.ends.with(behind.end, socket);
    const out = unplug(rig, lead).edit;
    return [{ label, edit: { label, steps: [...out.steps, ...changeLead(rig, main.id, { ends }).steps] } }];
  });
};

/** A sound where its ways meet. */
interface Meeting {
  source: FlowSource;
  level: number;
  alone: number;
  node: string;
  label: string;
}

/** Everything that comes to a listener by ways that take each other away. */
const cancelling = ({ heard, graph }: Solved): Meeting[] =>
  heard.bySource.flatMap((arrivals, index) =>
    arrivals
      .filter(({ level, alone, isCrosstalk }) => !isCrosstalk && level <= alone - TELLING_DB)
      .map(({ sink, level, alone }) => ({
        source: graph.sources[index]!,
        level,
        alone,
        node: sink,
        label: graph.nodes.get(sink)!.label,
      })),
  );

/** One voice by two microphones, one of them upside down: they take each other away, on a track or in somebody's ears. */
const oneVoiceTwice: Check = (solved) =>
  cancelling(solved).flatMap(({ source, level, alone, node, label }): Found[] => {
    const { person } = source;
    const { unit } = solved.graph.nodes.get(node)!;
    const [first, ...others] = waysBetween(solved.graph, source.node, node);
    if (!first || person === undefined) return [];
    const own = capsuleOf(solved.graph, first);
    const second = others.find((way) => {
      const capsule = capsuleOf(solved.graph, way);
      return capsule && capsule.id !== own?.id && way.gainDb > first.gainDb - WEAK_DB;
    });
    if (!second || !own?.device) return [];
    const gainedDb =
      10 * Math.log10(power([first, turned(second)]) / Math.max(1e-30, power([first, second])));
    if (gainedDb < TELLING_DB) return [];
    // The way that is upside down is the one whose sign is against the usual: negative.
    const wrong = second.re < 0 ? second : first;
    const device = capsuleOf(solved.graph, wrong)?.device ?? own.device;
    const name = solved.find.nameOf(device);
    const lateMs = Math.abs(first.lateMs - second.lateMs);
    return [
      finding({
        code: 'polarity',
        severity: 'fault',
        title: `${source.name} is heard by two microphones, and ${name} turns the sound over`,
        why: `Both ways meet at “${label}”, one of them upside down, ${figureText(lateMs, 2)} ms apart: they take each other away, and more gain does not bring the voice back. Turned the right way up it would be ${figureText(gainedDb)} dB louder.`,
        places: [{ device }, { person, device: own.device }],
        figures: [
          {
            label: 'Both together',
            value: Math.max(level, -200),
            unit,
            from: 'arrivals, ways added with their delay',
          },
          { label: 'One way alone', value: alone, unit, from: 'arrivals, strongest way' },
          { label: 'Apart by', value: lateMs, unit: 'ms', from: 'air at 343 m/s and converters' },
        ],
        propose: () => [
          ...turnBack(solved, device),
          ...solved.rig.placements
            .filter((placement) => placement.person === person && placement.device === device)
            .map((placement) => notHeardBy(solved, placement)),
        ],
      }),
    ];
  });

/** Left and right of what plays, one of them turned over, where they are made one: what both carry is gone. */
const turnedSide: Check = (solved) =>
  cancelling(solved).flatMap(({ source, level, alone, node, label }): Found[] => {
    const { device } = source;
    if (source.person !== undefined || device === undefined) return [];
    const [first, second] = waysBetween(solved.graph, source.node, node);
    if (!first || !second || first.re * second.re + first.im * second.im >= 0) return [];
    const { unit } = solved.graph.nodes.get(node)!;
    return [
      finding({
        code: 'polarity',
        severity: 'fault',
        title: `One side of ${solved.find.nameOf(device)} is turned over, and takes the other away`,
        why: `Left and right meet at “${label}”, one of them upside down: what both carry is ${figureText(alone - level)} dB weaker than one side alone. A lead with its legs exchanged does that.`,
        places: [{ device }],
        figures: [
          {
            label: 'Both together',
            value: Math.max(level, -200),
            unit,
            from: 'arrivals, ways added with their delay',
          },
          { label: 'One side alone', value: alone, unit, from: 'arrivals, strongest way' },
        ],
        propose: () => [
          ...turnBack(solved, device),
          ...leadsAt(solved.rig, device).map((lead) => ({
            ...unplug(solved.rig, lead),
            isLastResort: true as const,
          })),
        ],
      }),
    ];
  });

/** Two voices, each on a side of its own, meet in one input that takes the difference: both are there, one upside down. */
const twoVoicesOnOne: Check = ({ circuit, find, graph, rig }) =>
  couplingsByInput(circuit).flatMap((couplings) =>
    couplings.flatMap((left): Found[] => {
      const { device } = left.from;
      const element = find.element(device, left.from.element);
      if (element?.kind !== 'output' || !element.pair) return [];
      // Stryker disable next-line EqualityOperator: no element is its own pair
      if (element.id > element.pair) return [];
      const right = couplings.find((one) => one.from.device === device && one.from.element === element.pair);
      if (!right || !isTwoVoices(graph, pointId(device, element.id), pointId(device, element.pair)))
        return [];
      const [a, b] = [couplingLevel(left), couplingLevel(right)];
      if (Math.min(a, b) < Math.max(a, b) / 4 || dbFromRatio(Math.max(a, b)) < -60) return [];
      const isOver = left.re * right.re + left.im * right.im < 0;
      const name = find.nameOf(device);
      const port = portOfPin(element.plus);
      const lead = find.inPort(device, port)?.lead;
      return [
        finding({
          code: 'polarity',
          severity: 'caution',
          title: `Both voices of ${name} share one input${isOver ? ', one of them upside down' : ''}`,
          why: `Its left side carries one voice and its right side the other, and this lead brings both to one input of ${find.device(left.to.device)?.name}${isOver ? ', which takes the difference of its legs' : ''}. Nothing is lost, but they have one gain and one track between them and can never be taken apart again. Give each an input: tip to one, ring to the next.`,
          places: [{ device, port }, ...(lead ? [{ lead: lead.id }] : []), { device: left.to.device }],
          figures: [
            {
              label: 'Left to input',
              value: dbFromRatio(a),
              unit: 'dB',
              from: 'solved circuit, input volts per output volt',
            },
            {
              label: 'Right to input',
              value: dbFromRatio(b),
              unit: 'dB',
              from: 'solved circuit, input volts per output volt',
            },
          ],
          propose: () => (lead ? [...splitToTwoInputs(rig, lead), unplug(rig, lead)] : []),
        }),
      ];
    }),
  );

/** Sounds that meet the wrong way up. */
export const polarity: Check = (solved) => [
  ...oneVoiceTwice(solved),
  ...turnedSide(solved),
  ...twoVoicesOnOne(solved),
];
