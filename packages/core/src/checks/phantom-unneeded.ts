import { controlOf } from '../catalogue';
import { couplingsInto } from '../circuit';
import { pointId } from '../flow';
import { missingDb, onTarget } from '../gain';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { feedSwitch, switchFeed } from './fixes/feeds';
import { firstGain, snapGain, voices } from './voice-gain';

/** The inputs that one switch feeds. */
const inputsOf = ({ find }: Solved, device: string, control: string): ReadonlySet<string> => {
  const elements = find.modelOf(device)?.elements ?? [];
  const legs = new Set<string>();
  for (const e of elements) {
    if (e.kind !== 'feed' || (e.control ?? e.when?.control) !== control) continue;
    for (const leg of e.legs) legs.add(leg);
  }
  const inputs = new Set<string>();
  for (const e of elements) if (e.kind === 'input' && legs.has(e.plus)) inputs.add(e.id);
  return inputs;
};

/** Whether anything whose sound arrives at some inputs lives on their supply. */
const isNeeded = ({ circuit, find }: Solved, device: string, inputs: ReadonlySet<string>): boolean => {
  const livesOnIt = (id: string) =>
    find.modelOf(id)?.elements.some((e) => e.kind === 'load' && e.standard === 'P48') ?? false;
  return [...inputs].some((element) =>
    couplingsInto(circuit, { device, element }).some(
      ({ from }) =>
        livesOnIt(from.device) || circuit.loads.some((load) => load.device === from.device && load.fed),
    ),
  );
};

/** A voice at some inputs, and what its first gain would have to be: what phantom was hoped to do. */
const gainWanted = (solved: Solved, device: string, inputs: ReadonlySet<string>) => {
  const nodes = new Set([...inputs].map((input) => pointId(device, input)));
  for (const strand of voices(solved)) {
    const gain = strand.stages.some(({ node }) => nodes.has(node)) ? firstGain(solved, strand) : undefined;
    const end = strand.stages.at(-1)!;
    if (!gain) continue;
    const missing = onTarget(strand.aim, end.typical, end.peak)
      ? 0
      : missingDb(strand.aim, end.typical, end.peak);
    return {
      who: strand.sourceName,
      label: gain.control.label,
      now: gain.value,
      wanted: snapGain(gain.control, gain.value + missing),
    };
  }
  return undefined;
};

const gainWords = (gain: ReturnType<typeof gainWanted>): string => {
  if (!gain) return '';
  const { who, label, now, wanted } = gain;
  return wanted === now
    ? ` What makes ${who} loud enough is ${label}, and it stands right.`
    : ` What ${who} wants is ${label} at ${figureText(wanted, 0)} dB, not ${figureText(now, 0)}.`;
};

/** Phantom is on for a group of inputs and nothing there draws from it. */
export const phantomUnneeded: Check = (solved) => {
  const { find, circuit, rig } = solved;
  const seen = new Set<string>();
  return circuit.feeds.flatMap((feed): Found[] => {
    const element = find.element(feed.device, feed.element);
    const model = find.modelOf(feed.device);
    if (!feed.on || !model || element?.kind !== 'feed' || element.standard === 'plug-in') return [];
    const turn = feedSwitch(model, element);
    const key = `${feed.device} ${turn?.control}`;
    if (!turn || seen.has(key)) return [];
    seen.add(key);
    const inputs = inputsOf(solved, feed.device, turn.control);
    if (isNeeded(solved, feed.device, inputs)) return [];
    const gain = gainWanted(solved, feed.device, inputs);
    const name = find.nameOf(feed.device);
    const label = controlOf(model, turn.control)?.label ?? 'Phantom';
    return [
      finding({
        code: 'phantom-unneeded',
        severity: 'advice',
        title: `${label} of ${name} is on, and nothing there needs it`,
        why: `Moving-coil microphones work without phantom and do not get louder with it.${gainWords(gain)} Switched off, nothing plugged in later is startled or hurt by it.`,
        places: [{ device: feed.device, control: turn.control }],
        figures: [
          {
            label: 'Drawn from the supply',
            value: Math.max(...feed.legs.map(({ milliamps }) => milliamps)),
            unit: 'mA',
            from: 'solved circuit, DC',
          },
          ...(gain
            ? [
                {
                  label: `${gain.label} wanted`,
                  value: gain.wanted,
                  unit: 'dB',
                  from: `the aim of ${gain.who}`,
                },
              ]
            : []),
        ],
        propose: () => switchFeed(rig, { device: feed.device, element: feed.element, turn, on: true }, false),
      }),
    ];
  });
};
