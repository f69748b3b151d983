import { sortBy } from 'es-toolkit';
import {
  connectorById,
  isForHeadphones,
  portOfPin,
  type ControlValue,
  type DeviceModel,
  type LeadKind,
  type Medium,
  type Port,
  type Stream,
} from '../catalogue';
import { WORTH_IT_DB } from '../checks';
import { pointId } from '../flow';
import { knownLeadKinds, lookup, type Rig } from '../rig';
import { audition, type Audition, type Side } from './audition';
import { chainsBetween, runsBetween, type Run } from './runs';
import { shutAtFirst } from './inside';
import { groupsOf, type SocketGroup } from './sockets';

/** A device in the search: its model, and which of its sockets are free. */
interface Piece {
  id: string;
  model: DeviceModel;
  groups: { group: SocketGroup; free: readonly string[]; key: string }[];
}

type Group = Piece['groups'][number];

/** Sockets of one kind of a device, of which so many are taken. */
export interface Takes {
  device: string;
  /** Which group; there are `free` of it. */
  key: string;
  /** The socket that stands for them all. */
  stands: string;
  free: readonly string[];
  count: number;
}

/** Leads from some sockets to others. */
export interface Hop {
  from: Takes[];
  to: Takes[];
  run: Run;
}

/** Two sockets, or three, that could be joined, and by what; with a box in between or without. */
export interface Joint {
  id: string;
  hops: readonly Hop[];
  /** Between places of the flow. */
  ways: [from: string, to: string][];
  /** How well it does, dB: 0 is as good as nothing in between. */
  score: number;
  /** What the switches of the device it goes into have to stand at. */
  settings: Record<string, ControlValue>;
  /** There are so many better ones for the same sockets. */
  rank: number;
}

/** What a joint joins, by whatever leads. */
export const pairOf = ({ hops }: Joint): string =>
  hops.flatMap(({ from, to }) => [...from, ...to].map(({ key }) => key)).join(' ');
/** Every socket a joint takes. */
export const takenBy = ({ hops }: Joint): Takes[] => hops.flatMap(({ from, to }) => [...from, ...to]);
/** Every lead of it. */
export const piecesOfJoint = ({ hops }: Joint): Run[number][] => hops.flatMap(({ run }) => [...run]);

/** What every program on a computer can hear, what all of them play: places of the search alone. */
export const hears = (computer: string): string => `${computer}/hears`;
export const plays = (computer: string): string => `${computer}/plays`;

const mediumOf = ({ connector }: Port): Medium => connectorById(connector)?.medium ?? 'analogue';
/** Kinds of sockets by which sound goes, or data with sound. */
const SOUNDS: ReadonlySet<Medium> = new Set([
  'analogue',
  'usb',
  'ieee1394',
  'tunnel',
  'optical',
  'video',
  'radio',
]);

/** A socket of headphones that gets a line, and the other way round: it plays, but is not made for it, dB. A judgement of ours. */
const MADE_FOR_OTHERS_DB = -30;
/** Of two outputs the one that has everything in it already, dB. A judgement of ours. */
const SHUT_DB = -5;
/** What goes by radio comes late. A judgement of ours. */
const RADIO_DB = -6;
/** Of several leads for one pair of sockets no more are kept. */
const MOST_RUNS = 2;

const piecesOf = (rig: Rig): Piece[] => {
  const find = lookup(rig);
  return rig.devices.flatMap(({ id }): Piece[] => {
    const model = find.modelOf(id);
    if (!model) return [];
    const groups = groupsOf(model).flatMap((group): Group[] => {
      const free = group.ports.map((port) => port.id).filter((port) => !find.inPort(id, port));
      return free.length > 0 ? [{ group, free, key: `${id} ${group.ports[0]!.id}` }] : [];
    });
    return [{ id, model, groups }];
  });
};

/** How many sockets of a role there are, free. */
const countOf = (pieces: readonly Piece[], isSo: (port: Port) => boolean): number =>
  pieces.flatMap(({ groups }) =>
    groups.filter(({ group }) => isSo(group.ports[0]!)).flatMap(({ free }) => free),
  ).length;

/** Without the hubs nobody needs: those with a supply of their own come first. */
const withoutSpareHubs = (pieces: readonly Piece[]): Piece[] => {
  const isHub = ({ model }: Piece) => model.kind === 'hub';
  const rest = pieces.filter((piece) => !isHub(piece));
  const waiting = countOf(rest, isTowardsHost);
  const hubs = sortBy(pieces.filter(isHub), [
    ({ model }) => (model.supply === 'usb' || !hasSupply(model) ? 1 : 0),
  ]);
  const needed: Piece[] = [];
  const room = () =>
    countOf(rest, isHost) +
    countOf(needed, (port) => port.usb?.role === 'hub-down') -
    countOf(needed, isTowardsHost);
  for (const hub of hubs) if (waiting > room()) needed.push(hub);
  return pieces.filter((piece) => !isHub(piece) || needed.includes(piece));
};

const hasSupply = ({ ports }: DeviceModel): boolean =>
  ports.some(({ connector }) => connectorById(connector)?.medium === 'dc');

const carries = ({ ports }: Stream, port: string): boolean => !ports || ports.includes(port);

/** Where sound goes by a data lead from a device, or a hub, to a computer, or another hub. */
const dataWays = (device: Piece, port: Port, host: string): Joint['ways'] => {
  if (port.usb?.role === 'hub-up')
    return [
      [hears(device.id), hears(host)],
      [plays(host), plays(device.id)],
    ];
  return device.model.streams
    .filter((stream) => carries(stream, port.id))
    .flatMap(({ direction, channels }) =>
      channels.map((point): [string, string] =>
        direction === 'to-computer'
          ? [pointId(device.id, point), hears(host)]
          : [plays(host), pointId(device.id, point)],
      ),
    );
};

const isTowardsHost = ({ usb }: Port): boolean => usb?.role === 'device' || usb?.role === 'hub-up';
const isHost = ({ usb }: Port): boolean => usb?.role === 'host' || usb?.role === 'hub-down';

const hasAt = ({ model }: Piece, { id }: Port, kind: 'output' | 'input'): boolean =>
  model.elements.some((element) => element.kind === kind && portOfPin(element.plus) === id);

/** Whether sound, or data, may go from the one socket to the other: a headset jack sends and takes. */
const mayGo = (a: Piece, from: Port, b: Piece, to: Port): boolean => {
  if (from.usb || to.usb) return isTowardsHost(from) && isHost(to);
  if (from.digital?.sends && to.digital?.receives && from.digital.format === to.digital.format) return true;
  return hasAt(a, from, 'output') && hasAt(b, to, 'input');
};

/** The next socket of the same shape on the same side of its device, behind one. */
const besideOf = ({ model, groups }: Piece, { group }: Group): Group | undefined => {
  const own = group.ports[0]!;
  const at = model.ports.indexOf(own);
  const next = [...model.ports.slice(at + 1), ...model.ports.slice(0, at)].find(
    (port) => port.connector === own.connector && port.side === own.side,
  );
  return next && groups.find((one) => one.group.ports.includes(next));
};

const takesOf = ({ id }: Piece, all: readonly Group[]): Takes[] =>
  [...new Set(all)].map(({ key, free, group }) => ({
    device: id,
    key,
    stands: group.ports[0]!.id,
    free,
    count: all.filter((one) => one.key === key).length,
  }));

/** What sockets are tried as one end of a joint: each by itself, and with the one beside it. */
const endsOf = (piece: Piece): Group[][] =>
  piece.groups.flatMap((group) => {
    const beside = mediumOf(group.group.ports[0]!) === 'analogue' ? besideOf(piece, group) : undefined;
    const isPair = beside && (beside !== group || group.free.length > 1);
    return [[group], ...(isPair ? [[group, beside]] : [])];
  });

/** The sockets of a group as an audition names them: two of one group are its first two. */
const portsOf = (groups: readonly Group[]): string[] =>
  groups.map(({ group }, at) => group.ports[at === 1 && groups[0]!.group === group ? 1 : 0]!.id);

/** How well headphones are served by a socket, and what is not headphones. */
const fitness = (from: Piece, port: string, to: Piece): number => {
  const isShut = from.model.elements.some(
    (element) =>
      element.kind === 'output' &&
      portOfPin(element.plus) === port &&
      shutAtFirst(from.model).has(element.id),
  );
  const isApt = isForHeadphones(from.model, port) === (to.model.kind === 'headphones');
  return (isApt ? 0 : MADE_FOR_OTHERS_DB) + (isShut ? SHUT_DB : 0);
};

/** What was tried before, by models, sockets and leads: the same rig is searched many times. */
export type AuditionMemory = Map<string, Audition>;

/** One of the sockets tried, with the device they are of. */
interface End {
  piece: Piece;
  groups: Group[];
  ports: Port[];
}

const portIn = ({ model }: Piece, id: string): Port => model.ports.find((one) => one.id === id)!;

const endOf = (piece: Piece, groups: Group[]): End => ({
  piece,
  groups,
  ports: portsOf(groups).map((id) => portIn(piece, id)),
});

const sideOf = ({ piece, ports }: End): Side => ({ model: piece.model, ports: ports.map(({ id }) => id) });

const hopOf = (from: End, to: End, run: Run): Hop => ({
  from: takesOf(from.piece, from.groups),
  to: takesOf(to.piece, to.groups),
  run,
});

/** What stands between an instrument or a microphone and its desk, and says nothing by itself. */
const IN_BETWEEN: ReadonlySet<DeviceModel['kind']> = new Set(['isolator', 'booster']);

/** A box with one way in and one way out; undefined for what is none. */
const asBox = (piece: Piece): { into: End; out: End } | undefined => {
  const { model, groups } = piece;
  const isFeeder = model.kind === 'supply' && model.ports.every(({ connector }) => isAnalogue(connector));
  if (!IN_BETWEEN.has(model.kind) && !isFeeder) return undefined;
  const of = (side: Port['side']) => groups.find(({ group }) => group.ports[0]!.side === side);
  const [into, out] = [of('in'), of('out')];
  return into && out && { into: endOf(piece, [into]), out: endOf(piece, [out]) };
};

const isAnalogue = (connector: string): boolean => connectorById(connector)?.medium === 'analogue';

/** What a joint is before it is named. */
type Tried = Omit<Joint, 'id' | 'rank'>;

/** Leads that differ by less are as good as one another, dB: the plainer one is taken, which the catalogue lists first. */
const ALIKE_DB = 2;
const roughly = (score: number): number => Math.round(score / ALIKE_DB);

/**
 * Every way two free sockets of a rig can be joined so that sound passes unharmed, straight and through each box there is.
 * @param isOwned which kinds of leads are there: a lead and an adapter are proposed of those alone
 * @param isAdapted also of others, where no single lead does it
 * @param only those with one device in them
 */
export const jointsOf = (
  rig: Rig,
  isOwned: (kind: LeadKind) => boolean,
  memory: AuditionMemory,
  isAdapted: boolean,
  only?: string,
): Joint[] => {
  const kinds = knownLeadKinds(rig);
  const owned = kinds.filter(isOwned);
  const pieces = withoutSpareHubs(piecesOf(rig));
  const boxes = pieces.flatMap((piece) => asBox(piece) ?? []);
  const ends = pieces
    .filter((piece) => !asBox(piece))
    .flatMap((piece) => endsOf(piece).map((groups) => endOf(piece, groups)));
  const runs = new Map<string, Run[]>();
  const between = (from: End, to: End): Run[] => {
    const [a, b] = [from, to].map(({ ports }) => ports.map(({ connector }) => connector)) as [
      string[],
      string[],
    ];
    const key = `${a.join('+')} ${b.join('+')}`;
    const known = runs.get(key) ?? runsBetween(kinds, a, b);
    runs.set(key, known);
    return known;
  };
  const tried = (sides: readonly Side[], all: readonly Run[], way: readonly Side[]): Audition => {
    const names = [...sides, ...way].map(({ model, ports }) => `${model.id} ${ports.join('+')}`);
    const key = [...names, ...all.map(runName)].join(' · ');
    const known = memory.get(key) ?? audition(sides, all, way);
    memory.set(key, known);
    return known;
  };
  const heard = (
    chain: readonly End[],
    all: readonly Run[],
    hops: Hop[],
    way: readonly End[] = [],
  ): Tried => {
    const { score, reaches, settings } = tried(chain.map(sideOf), all, way.map(sideOf));
    const place = ({ at, element }: Audition['reaches'][number]['from']) =>
      pointId(chain[at]!.piece.id, element);
    return {
      hops,
      settings,
      score: score + fitness(chain[0]!.piece, chain[0]!.ports[0]!.id, chain.at(-1)!.piece),
      ways: reaches.map(({ from, to }) => [place(from), place(to)]),
    };
  };
  const throughBoxes = (a: End, b: End, isNew: boolean): Tried[] =>
    a.ports.length + b.ports.length > 2
      ? []
      : boxes
          .filter(({ into }) => isNew || into.piece.id === only)
          .flatMap(({ into, out }) =>
            between(a, into).flatMap((first) =>
              between(out, b).map((second) =>
                heard([a, into, b], [first, second], [hopOf(a, into, first), hopOf(out, b, second)], [out]),
              ),
            ),
          );
  const joints: Joint[] = [];
  for (const a of ends) {
    const [from] = a.ports as [Port];
    if (!SOUNDS.has(mediumOf(from))) continue;
    for (const b of ends) {
      const [to] = b.ports as [Port];
      if (b.piece === a.piece || a.groups.length + b.groups.length > 3) continue;
      if (!mayGo(a.piece, from, b.piece, to)) continue;
      const isData = from.usb !== undefined || from.digital !== undefined;
      const joined = (run: Run): Tried =>
        isData
          ? {
              hops: [hopOf(a, b, run)],
              ways: from.usb ? dataWays(a.piece, from, b.piece.id) : digitalWays(a.piece, from, b.piece, to),
              score: mediumOf(from) === 'radio' ? RADIO_DB : 0,
              settings: {},
            }
          : heard([a, b], [run], [hopOf(a, b, run)]);
      const isNew = only === undefined || a.piece.id === only || b.piece.id === only;
      const isWorthIt = ({ ways, score }: Tried) => ways.length > 0 && score > WORTH_IT_DB;
      const isAllOwned = ({ hops }: Tried) => hops.every(({ run }) => run.every(({ kind }) => isOwned(kind)));
      const single = (isNew ? between(a, b) : []).map(joined).filter(isWorthIt);
      const chained = (of: readonly LeadKind[]) =>
        !isNew || a.ports.length + b.ports.length > 2
          ? []
          : chainsBetween(of, from.connector, to.connector).map(joined).filter(isWorthIt);
      const worth = [
        ...single,
        ...(single.some(isAllOwned) ? [] : chained(isAdapted && single.length === 0 ? kinds : owned)),
        ...(isData ? [] : throughBoxes(a, b, isNew).filter(isWorthIt)),
      ].sort((x, y) => roughly(y.score) - roughly(x.score));
      const isStraight = ({ hops }: Tried) => hops.length === 1;
      // The best of each kind: straight, by what is owned, through each box.
      const kept = new Set([
        ...worth.filter(isStraight).slice(0, MOST_RUNS),
        ...worth.filter(isStraight).filter(isAllOwned).slice(0, MOST_RUNS),
        ...boxes.flatMap(({ into }) => {
          const through = worth.filter(
            ({ hops }) => hops[0]!.to[0]!.device === into.piece.id && hops.length > 1,
          );
          return [...through.slice(0, 1), ...through.filter(isAllOwned).slice(0, 1)];
        }),
      ]);
      [...kept].forEach((one, rank) => joints.push({ ...one, id: idOf(one), rank }));
    }
  }
  return joints;
};

const runName = (run: Run): string => run.map(({ kind }) => kind.id).join('+');

const idOf = ({ hops }: Tried): string =>
  hops
    .map(({ from, to, run }) =>
      [
        ...[...from, ...to].flatMap(({ key, count }) => new Array<string>(count).fill(key)),
        runName(run),
      ].join(' '),
    )
    .join(' → ');

const digitalWays = (a: Piece, from: Port, b: Piece, to: Port): Joint['ways'] => {
  const receives = to.digital?.receives ?? [];
  return (from.digital?.sends ?? [])
    .slice(0, receives.length)
    .map((point, at) => [pointId(a.id, point), pointId(b.id, receives[at]!)]);
};
