import {
  capsulePoses,
  lookup,
  moveLoudspeaker,
  moveMicrophone,
  moveSeat,
  placementsAt,
  seatedPeople,
  type Device,
  type Edit,
  type Placement,
  type Rig,
  type Spot,
} from '@diaphon/core';

/** What stands on the plan of the table. */
export type Thing =
  | { kind: 'talker'; key: string; name: string; spot: Spot; person: string }
  | {
      kind: 'microphone';
      key: string;
      name: string;
      spot: Spot;
      device: string;
      capsule: string;
      omniPart: number;
      placements: Placement[];
    }
  | { kind: 'loudspeaker'; key: string; name: string; spot: Spot; device: string };

/** Loudspeakers of a rig: those that may have a place. */
export const loudspeakersOf = (rig: Rig): Device[] => {
  const find = lookup(rig);
  return rig.devices.filter(({ id }) => {
    const model = find.modelOf(id);
    return model?.kind !== 'headphones' && model?.points.some(({ role }) => role === 'driver');
  });
};

/** Everything on the plan; talkers first, since they are moved most. */
export const thingsOf = (rig: Rig): Thing[] => {
  const find = lookup(rig);
  const talkers = seatedPeople(rig).map(({ id, name, spot }): Thing => ({
    kind: 'talker',
    key: `talker ${id}`,
    name,
    spot,
    person: id,
  }));
  const microphones = capsulePoses(rig).map(({ device, capsule, xM, yM, turnDeg }): Thing => {
    const points = find.modelOf(device)?.points ?? [];
    const capsules = points.filter(({ role }) => role === 'capsule');
    const point = points.find(({ id }) => id === capsule);
    const name = find.device(device)?.name ?? device;
    return {
      kind: 'microphone',
      key: `microphone ${device} ${capsule}`,
      name: capsules.length > 1 && point ? `${name}, ${point.label}` : name,
      spot: { xM, yM, turnDeg },
      device,
      capsule,
      omniPart: point?.omniPart ?? 1,
      placements: placementsAt(rig, { device, capsule }),
    };
  });
  const loudspeakers = loudspeakersOf(rig).flatMap(({ id, name, spot }): Thing[] =>
    spot ? [{ kind: 'loudspeaker', key: `loudspeaker ${id}`, name, spot, device: id }] : [],
  );
  return [...talkers, ...microphones, ...loudspeakers];
};

/** Moves or turns one of them. */
export const moveThing = (rig: Rig, thing: Thing, spot: Spot): Edit => {
  switch (thing.kind) {
    case 'talker':
      return moveSeat(rig, thing.person, spot);
    case 'microphone':
      return moveMicrophone(rig, thing.device, thing.capsule, spot);
    case 'loudspeaker':
      return moveLoudspeaker(rig, thing.device, spot);
  }
};

const PATTERNS: [omniPart: number, words: string][] = [
  [1, 'hears all round'],
  [0.7, 'subcardioid'],
  [0.5, 'cardioid'],
  [0.37, 'supercardioid'],
  [0.25, 'hypercardioid'],
  [0, 'figure of eight'],
];

/** The pattern's name: the nearest that has one. */
export const patternWords = (omniPart: number): string =>
  PATTERNS.reduce((a, b) => (Math.abs(b[0] - omniPart) < Math.abs(a[0] - omniPart) ? b : a))[1];
