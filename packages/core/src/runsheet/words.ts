import { isEqual } from 'es-toolkit';
import {
  connectorById,
  controlsOf,
  knobWords,
  valueWords,
  type Control,
  type ControlValue,
  type GainControl,
} from '../catalogue';
import type { Solved } from '../checks';
import { listed } from '../feeds';
import { edgesInto, reachable } from '../flow';
import { choiceLabel } from '../offers';
import {
  isAsSystem,
  needsDriver,
  plugName,
  settingOf,
  type AppChoice,
  type Lead,
  type Lookup,
  type Plugged,
} from '../rig';
import type { Move } from './moves';
import { devicesAt, mediumOf, placesOf } from './quiet';

/** What a step of a run sheet says: what, why, with which care. */

/** What can hurt somebody or something at a step; it is confirmed by its name. */
export type CautionKind = 'mains' | 'phantom' | 'hearing' | 'stand';
export interface Caution {
  kind: CautionKind;
  words: string;
}

/** A plug that is put in or pulled out: its face by its connector, and where. */
export interface PlugHand {
  name: string;
  connector: string;
  at: string;
}

export interface Said {
  do: string;
  why: string;
  details: string[];
  cautions: Caution[];
  plugs: PlugHand[];
  minutes: number;
  /** How long to wait after it before the next one here, seconds. */
  waitS: number;
}

const CAUTIONS: Record<CautionKind, string> = {
  mains:
    'Mains: dry hands, a whole lead, nothing opened. The maker’s manual, local rules and a qualified person come first.',
  phantom: 'Phantom: nothing is plugged or pulled here while it is on.',
  hearing: 'Hearing: headphones off the ears until something quiet was heard; then up, slowly.',
  stand:
    'Stand, where it has one: legs apart, arm over a leg, the lead slack and out of the way, so that it cannot drop on anybody.',
};
const care = (...kinds: CautionKind[]): Caution[] => kinds.map((kind) => ({ kind, words: CAUTIONS[kind] }));

/** Coupling capacitors fill and empty so long, seconds. Common practice, no published source. */
const SETTLES_S = 10;
const EMPTIES_S = 30;
/** How long one thing takes, minutes. Common practice, no published source. */
export const MINUTES = {
  turn: 0.25,
  plug: 0.75,
  set: 1,
  program: 2,
  stand: 2,
  test: 1,
  call: 3,
  take: 3,
} as const;

const said = (rest: Partial<Said> & Pick<Said, 'do' | 'why'>): Said => ({
  details: [],
  cautions: [],
  plugs: [],
  minutes: MINUTES.turn,
  waitS: 0,
  ...rest,
});

/** "44 dB, 8.1 of 10": by its figure, and as it is printed round the knob. */
const settingWords = (control: Control, value: ControlValue): string => {
  const knob = control.kind === 'gain' ? knobWords(control as GainControl, Number(value)) : undefined;
  return `${valueWords(control, value)}${knob ? `, ${knob}` : ''}`;
};

/** Whose sound goes over a lead. */
const voicesOn = (solved: Solved, lead: Lead): string[] => {
  const behind = reachable(placesOf(solved, lead), (id) =>
    edgesInto(solved.graph, id).flatMap(({ from, isCrosstalk }) => (isCrosstalk ? [] : [from])),
  );
  return [...new Set(solved.graph.sources.filter(({ node }) => behind.has(node)).map(({ name }) => name))];
};

const plugsOf = (find: Lookup, lead: Lead, isMoving: (end: Plugged, at: number) => boolean): PlugHand[] =>
  lead.ends.flatMap((end, at) => {
    const connector = find.leadKindOf(lead.id)?.ends[at]?.connector ?? '';
    return end && isMoving(end, at)
      ? [{ name: connectorById(connector)?.name ?? connector, connector, at: plugName(find, end) }]
      : [];
  });

/** What is no lead at all. */
const isThroughTheAir = (find: Lookup, lead: Lead): boolean => mediumOf(find, lead) === 'radio';

const leadName = (find: Lookup, lead: Lead): string =>
  `${find.leadKindOf(lead.id)?.name ?? 'lead'}${lead.lengthM > 0 ? `, ${lead.lengthM} m` : ''}`;

const choiceWords = (solved: Solved, choice: AppChoice, computer: string): string =>
  isAsSystem(choice)
    ? `what the system has as its ${choice.system}`
    : (choiceLabel(solved, choice, computer) ?? 'nothing');

const tracksOf = (find: Lookup, app: string): string[] =>
  find
    .app(app)!
    .tracks.map(
      ({ name, channel, isArmed }) =>
        `Track “${name}”: channel ${channel}${isArmed === false ? ', not armed' : ', armed'}`,
    );

/** So many names are told; the others are counted. */
const MOST_TOLD = 4;
export const shortly = (names: readonly string[]): string =>
  names.length <= MOST_TOLD
    ? listed(names)
    : `${names.slice(0, MOST_TOLD - 1).join(', ')} and ${names.length - MOST_TOLD + 1} more`;

const plugWhy = (solved: Solved, lead: Lead): string => {
  const voices = voicesOn(solved, lead);
  const heads = devicesAt(lead).some(({ device }) =>
    ['headphones', 'loudspeaker'].includes(solved.find.modelOf(device)?.kind ?? ''),
  );
  if (voices.length === 0) return 'It belongs to the plan, and nothing sounds over it yet.';
  const told = shortly(voices);
  return heads ? `So that ${told} can be heard there.` : `It carries ${told}.`;
};

/** What a move says. @param was, @param will the states it lies between */
export const wordsOf = (move: Move, was: Solved, will: Solved): Said => {
  const { find } = will;
  const { of, control, value } = move;
  const name = (device: string) => (find.device(device) ? find.nameOf(device) : was.find.nameOf(device));
  const label = () => `${control!.control.label}, ${name(of)}`;
  switch (move.kind) {
    case 'look': {
      const rows = move.quiet ?? [];
      return said({
        do: `${name(of)}: everything down${rows.some(({ kind }) => kind === 'phantom') ? ', phantom off' : ''}`,
        why: 'Nobody knows how it was left. What is down cannot thump, howl or hurt when something is plugged.',
        details: rows.map(
          (one) => `${one.control.label}: ${one.kind === 'phantom' ? 'off' : 'all the way down'}`,
        ),
        cautions: rows.some(({ kind }) => kind === 'listening') ? care('hearing') : [],
        minutes: MINUTES.turn * Math.max(1, rows.length / 4),
      });
    }
    case 'stand': {
      const placed = find.rig.placements.filter(({ device }) => device === of);
      return said({
        do:
          placed.length > 0
            ? `Set up ${name(of)} before ${listed(placed.map(({ person }) => find.personName(person)))}`
            : `Set up ${name(of)}`,
        why: 'Before any lead hangs on it.',
        details: placed.map(
          ({ person, distanceM, offAxisDeg }) =>
            `${Math.round(distanceM * 100)} cm from the mouth of ${find.personName(person)}${offAxisDeg === 0 ? '' : `, turned ${Math.abs(offAxisDeg)}° away`}`,
        ),
        cautions: care('stand'),
        minutes: MINUTES.stand,
      });
    }
    case 'listening-down':
      return said({
        do: `Turn ${label()} all the way down`,
        why: 'What people listen by goes down first: a plug that slides in thumps.',
        cautions: care('hearing'),
      });
    case 'gain-down':
      return said({
        do: `Turn ${label()} all the way down`,
        why: 'What is plugged or pulled behind it would be amplified.',
      });
    case 'phantom-off':
      return said({
        do: `Switch ${label()} ${settingWords(control!.control, value!)}, and wait ${EMPTIES_S} s`,
        why: 'Its volts stay in the capacitors for a while; then nothing is hurt by a plug.',
        cautions: care('phantom'),
        waitS: EMPTIES_S,
        minutes: MINUTES.turn + EMPTIES_S / 60,
      });
    case 'close': {
      const app = was.find.app(of)!;
      return said({
        do: `${app.kind === 'recorder' ? 'Stop' : 'Leave'} ${app.name}, and close it`,
        why:
          app.kind === 'recorder'
            ? 'A file that is open when its device goes can be lost: look at its length first.'
            : 'It holds devices that are about to be pulled.',
        minutes: MINUTES.set,
      });
    }
    case 'power-off':
    case 'pull': {
      const lead = was.find.lead(of)!;
      const next = find.lead(of)!;
      const plugs = plugsOf(was.find, lead, (end, at) => !isEqual(end, next.ends[at]));
      return said({
        do: isThroughTheAir(was.find, lead)
          ? `Part ${listed(plugs.map(({ at }) => at))}`
          : `Pull ${leadName(was.find, lead)} out of ${listed(plugs.map(({ at }) => at))}`,
        why:
          move.kind === 'pull' && next.ends.some(Boolean)
            ? 'It goes somewhere else.'
            : 'Coil it as it wants to lie.',
        plugs,
        cautions: move.kind === 'power-off' ? care('mains') : [],
        minutes: MINUTES.plug,
      });
    }
    case 'settings': {
      const device = find.device(of)!;
      const before = was.find.device(of)!;
      const model = find.modelOf(of);
      const own = new Set((move.quiet ?? []).map(({ control: { id } }) => id));
      const rows = (model ? controlsOf(model) : [])
        .filter(({ id }) => !own.has(id))
        .filter((one) => settingOf(device, one) !== settingOf(before, one))
        .map((one) => `${one.label}: ${settingWords(one, settingOf(device, one))}`);
      if (device.rateHz !== undefined && device.rateHz !== before.rateHz)
        rows.push(`Sample rate: ${device.rateHz / 1000} kHz`);
      for (const [stream, db] of Object.entries(device.sliders ?? {}))
        if (before.sliders?.[stream] !== db)
          rows.push(
            `The computer’s slider for ${find.stream(of, stream)?.label ?? stream}: ${db} dB`.replace(
              '-',
              '−',
            ),
          );
      return said({
        do: rows.length === 1 ? `${name(of)}: ${rows[0]}` : `Set ${name(of)} as below`,
        why: 'While nothing sounds over it.',
        details: rows.length === 1 ? [] : rows,
        minutes: MINUTES.turn * Math.max(1, rows.length / 2),
      });
    }
    case 'power-on':
    case 'usb':
    case 'plug': {
      const lead = find.lead(of)!;
      const before = was.find.lead(of)!;
      const plugs = plugsOf(find, lead, (end, at) => !isEqual(end, before.ends[at]));
      const devices = devicesAt(lead).map(({ device }) => device);
      const computer = devices.find((one) => find.modelOf(one)?.kind === 'computer');
      const other = devices.find((one) => one !== computer && find.modelOf(one)?.kind !== 'hub');
      const listing =
        move.kind === 'usb' &&
        computer !== undefined &&
        other !== undefined &&
        find.rig.devices.some(({ id }) => id === other && (find.modelOf(id)?.streams.length ?? 0) > 0);
      return said({
        do: isThroughTheAir(find, lead)
          ? `Pair ${listed(plugs.map(({ at }) => at))}`
          : `Plug ${leadName(find, lead)} into ${listed(plugs.map(({ at }) => at))}`,
        why:
          move.kind === 'power-on'
            ? 'On before anything looks for it.'
            : move.kind === 'usb'
              ? listing
                ? `Then ${name(computer)} must list ${find.device(other)!.listedAs ?? name(other)}${needsDriver(find, computer, other) ? ', once the maker’s driver is on it' : ''}.`
                : 'It takes data and power.'
              : plugWhy(will, lead),
        plugs,
        cautions: move.kind === 'power-on' ? care('mains') : [],
        minutes: MINUTES.plug,
      });
    }
    case 'phantom-on':
      return said({
        do: `Switch ${label()} ${settingWords(control!.control, value!)}, and wait ${SETTLES_S} s`,
        why: 'Everything that hangs on it is plugged, and may have it. From here on nothing there is plugged or pulled.',
        cautions: care('phantom'),
        waitS: SETTLES_S,
        minutes: MINUTES.turn + SETTLES_S / 60,
      });
    case 'joined': {
      const joined = find.rig.joinedInputs.find(({ id }) => id === of);
      if (!joined || joined.members.length === 0)
        return said({ do: 'Take the joined input apart', why: 'The plan has none of it.' });
      return said({
        do: `On ${name(joined.computer)}, join ${listed(joined.members.map(({ device }) => name(device)))} as “${joined.name}”`,
        why: 'In this order: it gives the channels their numbers.',
        details: [
          ...joined.members.map(
            ({ device, stream, resampled }, at) =>
              `${at + 1}. ${name(device)}, ${find.stream(device, stream)?.label ?? stream}${resampled ? ', resampled' : ''}`,
          ),
          ...(joined.clock ? [`Clock: ${name(joined.clock)}`] : []),
          ...(joined.rateHz ? [`Sample rate: ${joined.rateHz / 1000} kHz`] : []),
        ],
        minutes: MINUTES.program,
      });
    }
    case 'system': {
      const system = find.device(of)?.system;
      return said({
        do: `On ${name(of)}, choose the system’s input and output`,
        why: 'Programs that choose nothing of their own follow it.',
        details: (['input', 'output'] as const).flatMap((side) =>
          system?.[side]
            ? [`${side === 'input' ? 'Input' : 'Output'}: ${choiceWords(will, system[side], of)}`]
            : [],
        ),
        minutes: MINUTES.set,
      });
    }
    case 'app': {
      const app = find.app(of)!;
      return said({
        do: `Open ${app.name} on ${name(app.computer)}: ${[
          ...(app.input === null ? [] : [`listens to ${choiceWords(will, app.input, app.computer)}`]),
          ...(app.output === null ? [] : [`plays into ${choiceWords(will, app.output, app.computer)}`]),
        ].join(', ')}`,
        why: app.kind === 'call' ? 'Join muted.' : 'It sees what is there when it is opened.',
        details: tracksOf(find, of),
        minutes: MINUTES.program,
      });
    }
    case 'gain-up':
      return said({
        do: `Set ${label()} to ${settingWords(control!.control, value!)}`,
        why: 'Enough at the first amplifier, and no more.',
      });
    case 'listening-up':
      return said({
        do: `Bring ${label()} up slowly to ${settingWords(control!.control, value!)}`,
        why: 'Last, when all that could thump is done.',
        cautions: care('hearing'),
      });
    default:
      return said(move.said ?? { do: '', why: '' });
  }
};
