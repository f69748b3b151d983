import { controlsOf, valueWords, type Control, type ControlValue } from '../catalogue';
import { aimWords } from '../gain';
import {
  againstUsualWords,
  clockWords,
  farEndWords,
  isAsSystem,
  lookup,
  membersOn,
  PROCESSING,
  PROCESSING_NAME,
  plugName,
  rateText,
  settingOf,
  SYSTEM_KINDS,
  trackWords,
  type App,
  type Device,
  type JoinedInput,
  type Lead,
  type Person,
  type Rig,
  type Side,
} from '../rig';
import { solveRig } from './solve-rig';

/** What tells two rigs apart, in words, under headings; headings with nothing under them are left out. */
export interface RigDifference {
  heading: string;
  rows: string[];
}

const more = (a: string | undefined, b: string | undefined, what: string): string[] =>
  a === b ? [] : [`${what}: ${a ?? 'nothing'} → ${b ?? 'nothing'}`];

/** Devices that are the same piece in both: by id where the rigs come from one another, else by name. */
const pairsOf = (a: Rig, b: Rig): [Device, Device][] => {
  const left = new Set(b.devices);
  const take = (isIt: (device: Device) => boolean): Device | undefined => {
    const found = [...left].find(isIt);
    if (found) left.delete(found);
    return found;
  };
  const pairs: [Device, Device][] = [];
  const unpaired: Device[] = [];
  for (const one of a.devices) {
    const other = take(({ id, name, model }) => id === one.id && (name === one.name || model === one.model));
    if (other) pairs.push([one, other]);
    else unpaired.push(one);
  }
  for (const one of unpaired) {
    const other = take(({ name }) => name === one.name);
    if (other) pairs.push([one, other]);
  }
  return pairs;
};

const SIGNED = new Intl.NumberFormat('en', { signDisplay: 'always', maximumFractionDigits: 2 });
/** "+6", "−0.5". */
const signed = (value: number): string => SIGNED.format(value).replace('-', '−');

/** What lies between two values of a control that is set in dB: " (−8 dB)". */
const byWords = (before: ControlValue, after: ControlValue, { kind }: Control): string => {
  if (kind === 'pan' || typeof before !== 'number' || typeof after !== 'number') return '';
  const db = Number((after - before).toFixed(1));
  return ` (${signed(db)} dB)`;
};

const settingsApart = (a: Rig, b: Rig, [one, other]: [Device, Device]): string[] => {
  const [was, is] = [lookup(a).modelOf(one.id), lookup(b).modelOf(other.id)];
  if (!was || !is || was.id !== is.id) return [];
  return controlsOf(is).flatMap((control) => {
    const [before, after] = [settingOf(one, control), settingOf(other, control)];
    return more(
      valueWords(control, before),
      valueWords(control, after),
      `${other.name}, ${control.label}`,
    ).map((row) => row + byWords(before, after, control));
  });
};

/** What a lead joins, by names, the same whichever way round it was plugged in. */
const joinsOf = (rig: Rig, lead: Lead): string =>
  lead.ends
    .map((plugged) => (plugged ? plugName(lookup(rig), plugged) : 'nothing'))
    .sort()
    .join(' – ');

const leadWords = (rig: Rig, lead: Lead): string =>
  `${lookup(rig).leadKindOf(lead.id)?.name ?? lead.kind}, ${lead.lengthM} m${lead.broken.length > 0 ? ', broken' : ''}`;

/** Leads between what both have: those of gear that only one has go with it. */
const leadsApart = (a: Rig, b: Rig, isInBoth: (id: string, rig: Rig) => boolean): string[] => {
  const byJoins = (rig: Rig) => {
    const found = new Map<string, string[]>();
    for (const lead of rig.leads) {
      if (!lead.ends.every((end) => !end || !('device' in end) || isInBoth(end.device, rig))) continue;
      const joins = joinsOf(rig, lead);
      found.set(joins, [...(found.get(joins) ?? []), leadWords(rig, lead)].sort());
    }
    return found;
  };
  const [was, is] = [byJoins(a), byJoins(b)];
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((joins) =>
    more(was.get(joins)?.join(' and '), is.get(joins)?.join(' and '), joins),
  );
};

const listens = (rig: Rig, app: App): string => {
  const find = lookup(rig);
  const choice = (chosen: App['input'], side: Side): string =>
    `${isAsSystem(chosen) ? 'as its system, ' : ''}${
      find
        .streamsOf(chosen, app.computer, side)
        .map(({ device, stream }) => {
          const label = find.stream(device, stream)?.label ?? stream;
          return `${label} of ${find.nameOf(device)}`;
        })
        .join(' and ') || 'nothing'
    }`;
  const tracks = app.tracks
    .map(({ name, channel, isArmed }) => `${name} on ${channel}${isArmed === false ? ' (not armed)' : ''}`)
    .join(', ');
  const gain = app.inputGainDb ? ` at ${signed(app.inputGainDb)} dB` : '';
  const back = app.monitorMs === undefined ? '' : `, plays back what it records ${app.monitorMs} ms late`;
  const alone = app.takesDevices ? ', takes its devices for itself' : '';
  const buffer = app.bufferFrames ? `, ${app.bufferFrames} samples at a time` : '';
  const one = app.isMono ? ', makes one channel of two' : '';
  const far = app.farEnds ? `, with ${app.farEnds.map((one) => farEndWords(rig, one)).join(' and ')}` : '';
  const itself = PROCESSING.filter((what) => app.processing?.[what]).map((what) => PROCESSING_NAME[what]);
  const by = itself.length > 0 ? `, with ${itself.join(', ')}` : '';
  return `listens to ${choice(app.input, 'input')}${gain}, plays to ${choice(app.output, 'output')}${back}${buffer}${one}${alone}${by}${far}${tracks ? `, tracks ${tracks}` : ''}`;
};

const appsApart = (a: Rig, b: Rig): string[] => {
  const named = (rig: Rig) =>
    new Map(
      rig.apps.map((app) => [
        `${app.name} on ${lookup(rig).device(app.computer)?.name ?? app.computer}`,
        listens(rig, app),
      ]),
    );
  const [was, is] = [named(a), named(b)];
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((name) =>
    more(was.get(name), is.get(name), name),
  );
};

/** Who is joined, in order, and by whose clock. */
const joinedWords = (rig: Rig, joined: JoinedInput): string => {
  const find = lookup(rig);
  const words = (side: Side) =>
    membersOn(joined, side)
      .map(({ device, stream, resampled }) => {
        const label = find.stream(device, stream)?.label ?? stream;
        const part = device === joined.clock ? ', leads' : resampled ? ', resampled' : '';
        return `${find.nameOf(device)}, ${label}${part}`;
      })
      .join('; ');
  const out = words('output');
  const rate = joined.rateHz === undefined ? '' : `; at ${rateText(joined.rateHz)}`;
  return `${words('input') || 'nobody'}${out ? `; out: ${out}` : ''}${rate}`;
};

const joinedApart = (a: Rig, b: Rig): string[] => {
  const named = (rig: Rig) => new Map(rig.joinedInputs.map((one) => [one.name, joinedWords(rig, one)]));
  const [was, is] = [named(a), named(b)];
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((name) =>
    more(was.get(name), is.get(name), name),
  );
};

const rateWords = ({ rateHz }: Device): string =>
  rateHz === undefined ? 'as it is asked' : rateText(rateHz);

/** What else is said of a device that no control of it is, by what it is called. */
const standing = (rig: Rig, device: Device): [what: string, words: string][] => [
  ['sample rate', rateWords(device)],
  ['clock', clockWords(lookup(rig).modelOf(device.id), device.countsBy)],
  ['driver', device.lacksDriver ? 'missing' : 'there'],
  ['system', device.system?.kind ?? SYSTEM_KINDS[0]],
  ['helper that joins inputs', device.system?.lacksHelper ? 'missing' : 'there'],
];

const standingApart = (a: Rig, b: Rig, [one, other]: [Device, Device]): string[] => {
  const is = new Map(standing(b, other));
  return standing(a, one).flatMap(([what, words]) => more(words, is.get(what), `${other.name}, ${what}`));
};

const voiceWords = ({ effort, againstUsualDb: db = 0 }: Person): string =>
  `${effort} voice${db === 0 ? '' : `, ${againstUsualWords(db)}`}`;

const peopleApart = (a: Rig, b: Rig): string[] => {
  const seats = (rig: Rig) =>
    new Map(
      rig.people.map((person) => [
        person.name,
        rig.placements
          .filter((one) => one.person === person.id)
          .map(
            ({ device, distanceM }) =>
              `${voiceWords(person)}, ${Math.round(distanceM * 100)} cm from ${lookup(rig).device(device)?.name ?? device}`,
          )
          .join(' and ') || `${voiceWords(person)}, at no microphone`,
      ]),
    );
  const [was, is] = [seats(a), seats(b)];
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((name) =>
    more(was.get(name), is.get(name), name),
  );
};

/** What is stated for a level anywhere: by the name of the program, its track, or the device. */
const aimsApart = (a: Rig, b: Rig): string[] => {
  const stated = (rig: Rig) => {
    const all = [
      ...rig.apps.flatMap(({ name, aim, tracks }) => [
        { name, aim },
        ...tracks.map((track) => ({ name: `${name}, ${trackWords(track)}`, aim: track.aim })),
      ]),
      ...rig.devices,
    ];
    return new Map(all.flatMap(({ name, aim }) => (aim ? [[name, aimWords(aim)] as const] : [])));
  };
  const [was, is] = [stated(a), stated(b)];
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((name) =>
    more(was.get(name) ?? 'as the rig', is.get(name) ?? 'as the rig', name),
  );
};

/** What is different in `b` from `a`, and what that changes: gear, settings, leads, people, programs, findings. */
export const compareRigs = (a: Rig, b: Rig): RigDifference[] => {
  const pairs = pairsOf(a, b);
  const [paired, pairedB] = [new Set(pairs.map(([one]) => one)), new Set(pairs.map(([, other]) => other))];
  const ids = new Map<Rig, Set<string>>([
    [a, new Set([...paired].map(({ id }) => id))],
    [b, new Set([...pairedB].map(({ id }) => id))],
  ]);
  const isInBoth = (id: string, rig: Rig): boolean => ids.get(rig)?.has(id) ?? false;
  const gear = (rig: Rig, device: Device): string => {
    const model = lookup(rig).modelOf(device.id)?.name ?? device.model;
    return model === device.name ? device.name : `${device.name} (${model})`;
  };
  const [before, after] = [a, b].map((rig) => solveRig(rig).findings.map(({ title }) => title));
  const differences: RigDifference[] = [
    {
      heading: `Only in ${a.name}`,
      rows: a.devices.filter((device) => !paired.has(device)).map((device) => gear(a, device)),
    },
    {
      heading: `Only in ${b.name}`,
      rows: b.devices.filter((device) => !pairedB.has(device)).map((device) => gear(b, device)),
    },
    {
      heading: 'Other gear',
      rows: pairs.flatMap(([one, other]) => [
        ...more(gear(a, one), gear(b, other), 'In its place'),
        ...more(one.place || 'nowhere', other.place || 'nowhere', `${other.name} stands`),
      ]),
    },
    {
      heading: 'Settings',
      rows: pairs.flatMap(([one, other]) => [
        ...settingsApart(a, b, [one, other]),
        ...standingApart(a, b, [one, other]),
      ]),
    },
    { heading: 'Leads', rows: leadsApart(a, b, isInBoth) },
    { heading: 'People', rows: peopleApart(a, b) },
    { heading: 'Joined inputs', rows: joinedApart(a, b) },
    { heading: 'Programs', rows: appsApart(a, b) },
    { heading: 'Aim', rows: [...more(a.target, b.target, 'Levels for'), ...aimsApart(a, b)] },
    {
      heading: `Found only in ${a.name}`,
      rows: before!.filter((title) => !after!.includes(title)),
    },
    {
      heading: `Found only in ${b.name}`,
      rows: after!.filter((title) => !before!.includes(title)),
    },
  ];
  return differences.filter(({ rows }) => rows.length > 0);
};
