import { isEqual } from 'es-toolkit';
import type { ControlValue } from '../catalogue';
import type { Solved } from '../checks';
import { usbTree } from '../flow';
import { lookup, type App, type Device, type Lead, type Lookup, type Plugged, type Rig } from '../rig';
import { devicesAt, isPower, type QuietControl } from './quiet';
import { withControl } from './states';
import { valueIn, whatMoves, type Turn } from './turns';
import type { Said } from './words';

/** What is done with one's hands between two states of a rig, each with what has to be done before it. */

/** In the order in which they are done where nothing else decides. */
export const MOVE_KINDS = [
  'fetch',
  'look',
  'stand',
  'listening-down',
  'gain-down',
  'phantom-off',
  'close',
  'power-off',
  'pull',
  'settings',
  'power-on',
  'usb',
  'plug',
  'phantom-on',
  'joined',
  'system',
  'app',
  'gain-up',
  'listening-up',
  'hear',
  'call',
  'take',
  'record',
  'put-away',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

export interface Move {
  key: string;
  kind: MoveKind;
  /** The device, lead, program or joined input it is done to. */
  of: string;
  control?: QuietControl;
  /** What a control is turned to. */
  value?: ControlValue;
  /** All controls of its device that are quiet at times. */
  quiet?: QuietControl[];
  /** What it says, where that comes from no state of the rig. */
  said?: Partial<Said> & Pick<Said, 'do' | 'why'>;
  /** Where hands are: a lead may have its ends at two places. */
  places: string[];
  change: (rig: Rig) => Rig;
  needs: Set<string>;
}

/** The states between which moves are looked for, solved. */
export interface Between {
  present: Solved;
  target: Solved;
  /** Nobody knows how its knobs stand: they are looked at first. */
  isBare: boolean;
}

const put = <T extends { id: string }>(all: readonly T[], one: T): T[] =>
  all.map((other) => (other.id === one.id ? one : other));

const onDevice =
  (id: string, change: (device: Device) => Device) =>
  (rig: Rig): Rig => ({
    ...rig,
    devices: rig.devices.map((device) => (device.id === id ? change(device) : device)),
  });

const withEnds =
  (id: string, ends: (lead: Lead) => Plugged[]) =>
  (rig: Rig): Rig => ({
    ...rig,
    leads: rig.leads.map((lead) => (lead.id === id ? { ...lead, ends: ends(lead) } : lead)),
  });

const socketOf = (plugged: Plugged): string | undefined =>
  !plugged
    ? undefined
    : 'device' in plugged
      ? `${plugged.device}:${plugged.port}`
      : `${plugged.lead}/${plugged.end}`;

/** How a control is stated in a rig: absent where it stands as its model comes. */
const statedIn = (find: Lookup, { device, control }: QuietControl): ControlValue | undefined =>
  find.device(device)?.settings[control.id];

const isUsb = (find: Lookup, lead: Lead): boolean => find.leadKindOf(lead.id)?.usb !== undefined;

/** Whether a program uses a device that is cut off its computer while some leads are out. */
const losingHosts = (
  { find, rig, usb }: Solved,
  pulls: ReadonlyMap<string, Lead>,
): ((app: App) => boolean) => {
  const leads = rig.leads.map((lead) =>
    pulls.has(lead.id) ? { ...lead, ends: lead.ends.map(() => null) } : lead,
  );
  const left = usbTree(lookup({ ...rig, leads })).hostsOf;
  return ({ input, output, computer }) => {
    const isOn = (hosts: typeof left, device: string) =>
      hosts.get(device)?.some((host) => host.computer === computer) ?? false;
    return [...find.streamsOf(input, computer, 'input'), ...find.streamsOf(output, computer, 'output')].some(
      ({ device }) => isOn(usb.hostsOf, device) && !isOn(left, device),
    );
  };
};

/** All moves between two states. @returns in the order of `MOVE_KINDS`, then of the rig */
export const movesBetween = ({ present, target, isBare }: Between): Move[] => {
  const [was, will] = [present.find, target.find];
  const moves = new Map<string, Move>();
  const placeOf = (device: string) => (will.device(device) ?? was.device(device))?.place ?? '';
  const add = (move: Omit<Move, 'needs' | 'key'> & { needs?: Iterable<string>; name?: string }): Move => {
    const { needs = [], name = '', ...rest } = move;
    const made = { ...rest, key: `${move.kind} ${move.of}${name}`, needs: new Set(needs) };
    moves.set(made.key, made);
    return made;
  };
  const ofKind = (...kinds: MoveKind[]) => [...moves.values()].filter(({ kind }) => kinds.includes(kind));
  const keysOf = (...kinds: MoveKind[]) => ofKind(...kinds).map(({ key }) => key);
  const placesOfLead = (...states: (Lead | undefined)[]) => [
    ...new Set(states.flatMap((lead) => (lead ? devicesAt(lead).map(({ device }) => placeOf(device)) : []))),
  ];

  const { pulls, plugs, controls, phantoms, others, share, quietWas, quietWill } = whatMoves(present, target);
  const turns = [...phantoms, ...others];

  // Pieces that stand somewhere.
  if (isBare) {
    for (const { id } of will.rig.devices) {
      const quiet = [...controls.values()].filter(({ device }) => device === id);
      if (quiet.length > 0) add({ kind: 'look', of: id, quiet, places: [placeOf(id)], change: (rig) => rig });
      if (will.modelOf(id)?.kind === 'microphone')
        add({ kind: 'stand', of: id, places: [placeOf(id)], change: (rig) => rig });
    }
  }
  const looks = keysOf('look');

  // Down, off, shut.
  for (const kind of ['listening', 'gain', 'phantom'] as const) {
    const downs = turns.filter(({ one, isDown }) => one.kind === kind && isDown);
    const name = kind === 'phantom' ? 'phantom-off' : `${kind}-down`;
    for (const { one } of downs)
      add({
        kind: name as MoveKind,
        of: one.device,
        name: ` ${one.control.id}`,
        control: one,
        value: one.quiet,
        places: [placeOf(one.device)],
        change: onDevice(one.device, (device) => withControl(device, one.control.id, one.quiet)),
        needs:
          kind === 'listening'
            ? []
            : kind === 'gain'
              ? keysOf('listening-down')
              : keysOf('listening-down', 'gain-down'),
      });
  }
  const isCutOff = losingHosts(present, pulls);
  const isAllGoing = will.rig.leads.every(({ ends }) => ends.every((end) => end === null));
  for (const app of was.rig.apps)
    if (isCutOff(app))
      add({ kind: 'close', of: app.id, places: [placeOf(app.computer)], change: (rig) => rig });

  // Out.
  const isSpeaker = (lead: Lead) =>
    devicesAt(lead).some(({ device }) => was.modelOf(device)?.kind === 'loudspeaker');
  for (const [id, before] of pulls) {
    const lead = will.lead(id)!;
    const power = isPower(was, before);
    add({
      kind: power ? 'power-off' : 'pull',
      of: id,
      places: placesOfLead(before),
      change: withEnds(id, (now) => now.ends.map((end, at) => (isEqual(end, lead.ends[at]) ? end : null))),
      needs: [
        ...[...moves.values()]
          .filter(({ control }) => control && quietWas.guards.get(id)?.has(control.key))
          .map(({ key }) => key),
        ...(isUsb(was, before) ? keysOf('close') : []),
      ],
    });
  }
  for (const power of ofKind('power-off')) {
    const lead = pulls.get(power.of)!;
    const mine = new Set(devicesAt(lead).map(({ device }) => device));
    const near = ofKind('pull').filter((one) =>
      devicesAt(pulls.get(one.of)!).some(({ device }) => mine.has(device)),
    );
    // Loudspeakers are off first; all else is silent before its power goes.
    if (isSpeaker(lead)) for (const one of near) one.needs.add(power.key);
    else for (const one of near) power.needs.add(one.key);
    for (const key of keysOf('listening-down', ...(isSpeaker(lead) ? [] : (['close'] as const))))
      power.needs.add(key);
  }

  // Set as it is meant to be, with nothing on it.
  for (const device of will.rig.devices) {
    const before = was.device(device.id)!;
    const kept = [...controls.values()].filter((one) => one.device === device.id);
    const set = (now: Device): Device => ({
      ...kept.reduce((done, { control }) => withControl(done, control.id, now.settings[control.id]), device),
      ...(now.system ? { system: now.system } : {}),
    });
    const next = set(before);
    if (isEqual({ ...next, system: undefined }, { ...before, system: undefined })) continue;
    add({
      kind: 'settings',
      of: device.id,
      quiet: kept,
      places: [placeOf(device.id)],
      change: onDevice(device.id, set),
      needs: [
        ...looks.filter((key) => key === `look ${device.id}`),
        ...ofKind('pull')
          .filter(({ of }) => devicesAt(pulls.get(of)!).some((at) => at.device === device.id))
          .map(({ key }) => key),
      ],
    });
  }

  // In.
  for (const [id, lead] of plugs) {
    const power = isPower(will, lead);
    const wanted = lead.ends.map(socketOf);
    const occupants = [...pulls.values()].filter(({ ends }) =>
      ends.some((end) => end && wanted.includes(socketOf(end))),
    );
    const at = devicesAt(lead).map(({ device }) => device);
    add({
      kind: power ? 'power-on' : isUsb(will, lead) ? 'usb' : 'plug',
      of: id,
      places: placesOfLead(lead),
      change: withEnds(id, () => lead.ends),
      needs: [
        ...[...moves.values()]
          .filter(({ control }) => control && quietWill.guards.get(id)?.has(control.key))
          .map(({ key }) => key),
        ...[...occupants.map((one) => one.id), id].flatMap((one) =>
          ['pull', 'power-off'].map((kind) => `${kind} ${one}`).filter((key) => moves.has(key)),
        ),
        ...[...moves.keys()].filter((key) =>
          at.some((device) => key === `settings ${device}` || key === `stand ${device}`),
        ),
        ...looks.filter((key) =>
          [...(quietWill.guards.get(id) ?? [])].some(
            (guard) => key === `look ${controls.get(guard)!.device}`,
          ),
        ),
      ],
    });
  }
  const isPlugIn = ({ kind }: Move) => kind === 'plug' || kind === 'usb';
  for (const power of ofKind('power-on')) {
    const lead = plugs.get(power.of)!;
    const mine = new Set(devicesAt(lead).map(({ device }) => device));
    const near = [...moves.values()].filter(
      (one) => isPlugIn(one) && devicesAt(plugs.get(one.of)!).some(({ device }) => mine.has(device)),
    );
    if (isSpeaker(lead)) for (const one of near) power.needs.add(one.key);
    else for (const one of near) if (one.kind === 'usb') one.needs.add(power.key);
  }

  // Volts, then what the computer is told, then what is loud.
  const turnedUp = (kind: MoveKind, { one }: Turn, needs: Iterable<string>) =>
    add({
      kind,
      of: one.device,
      name: ` ${one.control.id}`,
      control: one,
      value: valueIn(will, one),
      places: [placeOf(one.device)],
      change: onDevice(one.device, (device) => withControl(device, one.control.id, statedIn(will, one))),
      needs,
    });
  const plugsGuardedBy = (key: string) =>
    [...moves.values()]
      .filter(
        (one) => ['plug', 'usb', 'power-on'].includes(one.kind) && quietWill.guards.get(one.of)?.has(key),
      )
      .map((one) => one.key);
  const atDevice = (device: string) =>
    [...moves.values()]
      .filter(
        (one) =>
          (one.kind === 'settings' && one.of === device) ||
          (['power-on', 'usb'].includes(one.kind) &&
            devicesAt(plugs.get(one.of)!).some((at) => at.device === device)),
      )
      .map(({ key }) => key);
  const downOf = (key: string) =>
    [...moves.values()].filter((one) => one.control?.key === key).map((one) => one.key);
  for (const turn of phantoms.filter(({ isUp }) => isUp))
    turnedUp('phantom-on', turn, [
      ...plugsGuardedBy(turn.one.key),
      ...atDevice(turn.one.device),
      ...downOf(turn.one.key),
      ...ofKind('listening-down', 'gain-down')
        .filter(({ control }) => share(control!.key, turn.one.key))
        .map(({ key }) => key),
      ...looks.filter((key) => key === `look ${turn.one.device}`),
    ]);
  const usbs = keysOf('usb', 'power-on');
  const settings = keysOf('settings');
  const moved = new Set(
    ofKind('usb', 'pull')
      .flatMap(({ of }) => [was.lead(of)!, will.lead(of)!].filter((lead) => isUsb(will, lead)))
      .flatMap((lead) => devicesAt(lead).map(({ device }) => device)),
  );
  for (const joined of will.rig.joinedInputs) {
    if (
      isEqual(
        joined,
        was.rig.joinedInputs.find(({ id }) => id === joined.id),
      )
    )
      continue;
    add({
      kind: 'joined',
      of: joined.id,
      places: [placeOf(joined.computer)],
      change: (rig) => ({ ...rig, joinedInputs: put(rig.joinedInputs, joined) }),
      needs: [...usbs, ...settings],
    });
  }
  for (const device of will.rig.devices) {
    if (isEqual(device.system, was.device(device.id)!.system)) continue;
    add({
      kind: 'system',
      of: device.id,
      places: [placeOf(device.id)],
      change: onDevice(device.id, ({ system: _was, ...now }) =>
        device.system ? { ...now, system: device.system } : now,
      ),
      needs: [...usbs, ...keysOf('joined')],
    });
  }
  const apps = [...will.rig.apps].sort(
    (a, b) => Number(a.takesDevices ?? false) - Number(b.takesDevices ?? false),
  );
  for (const app of apps) {
    const before = was.app(app.id)!;
    const isNew = !isEqual(app, before);
    const streams = will.streamsOf(app.input, app.computer, 'input');
    const isStartedAgain =
      !isAllGoing &&
      ((app.restarts === true && streams.some(({ device }) => moved.has(device))) ||
        moves.has(`close ${app.id}`));
    if (!isNew && !isStartedAgain) continue;
    add({
      kind: 'app',
      of: app.id,
      places: [placeOf(app.computer)],
      change: (rig) => ({ ...rig, apps: put(rig.apps, app) }),
      needs: [...usbs, ...keysOf('joined', 'system', 'close'), ...(app.takesDevices ? keysOf('app') : [])],
    });
  }
  for (const kind of ['gain', 'listening'] as const)
    for (const turn of others.filter(({ one, isUp }) => one.kind === kind && isUp)) {
      const { key, device } = turn.one;
      turnedUp(`${kind}-up`, turn, [
        ...plugsGuardedBy(key),
        ...atDevice(device),
        ...downOf(key),
        ...ofKind('phantom-on', ...(kind === 'listening' ? (['gain-up'] as const) : []))
          .filter(({ control }) => share(control!.key, key))
          .map((one) => one.key),
        ...looks.filter((one) => one === `look ${device}`),
        ...(kind === 'listening' ? keysOf('joined', 'system', 'app') : []),
      ]);
    }
  return [...moves.values()];
};
