import { minBy } from 'es-toolkit';
import { contactsBetween } from '../catalogue';
import { hubWithSupply, type Solved } from '../checks';
import type { Circuit } from '../circuit';
import { usbTree, type UsbLink, type UsbTree } from '../flow';
import { computerOf, plugIn, usbSocketsOn, usbTroubles, type UsbTrouble } from '../host';
import {
  combineEdits,
  changeLead,
  lookup,
  tryEdit,
  type Edit,
  type Lookup,
  type Plugged,
  type Rig,
} from '../rig';
import type { Steps } from '../offers';

/** A plug taken from one socket to another. */
export interface SplitMove {
  lead: string;
  device: string;
  from: { device: string; port: string };
  to: { device: string; port: string };
}

/** The fewest plugs to move so that every socket gives enough and carries all that is asked; or that no moving helps. */
export type SplitLoad =
  | { kind: 'nothing' }
  | { kind: 'moves'; moves: SplitMove[]; swapped: string[]; edit: Edit }
  | { kind: 'impossible'; /** No arrangement that was left out could do it. */ isProven: boolean };

/** More plugs than this are not moved at once: it would be another desk. */
const MOST_MOVES = 3;
/** How many arrangements are looked at between two reports, and in all. */
const REPORT_EVERY = 20;
const MOST_TRIED = 20_000;

interface Socket {
  device: string;
  port: string;
  connector: string;
  /** Sockets of one kind are as good as one another while nothing is in them. */
  kind: string;
}

/** What may be moved: the lead at the socket, and which of its ends is in it. */
interface Movable {
  link: UsbLink;
  lead: string;
  end: number;
  plug: string;
}

/** The sockets of a computer and of every hub that hangs on it. */
const socketsOf = (find: Lookup, usb: UsbTree, computer: string): Socket[] =>
  usbSocketsOn(find, usb, computer).map(({ device, port: { id: port, connector, usb: role } }) => ({
    device,
    port,
    connector,
    kind: JSON.stringify([device, connector, role]),
  }));

const movables = (find: Lookup, usb: UsbTree, computer: string): Movable[] =>
  usb.links
    .filter((link) => computerOf(usb, link) === computer)
    .flatMap((link): Movable[] => {
      const there = plugIn(find, link);
      return there ? [{ link, lead: there.lead.id, end: there.end, plug: there.plug }] : [];
    });

/** A plug that has been given another socket. */
interface Placed {
  plug: Movable;
  to: Socket;
}

const movesOf = (placed: readonly Placed[]): SplitMove[] =>
  placed.map(({ plug: { link, lead }, to }) => ({
    lead,
    device: link.device,
    from: { device: link.to.device, port: link.to.port },
    to: { device: to.device, port: to.port },
  }));

/** The rig with some plugs in other sockets, all at once. */
const withMoves = (rig: Rig, placed: readonly Placed[]): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) => {
    const one = placed.find(({ plug }) => plug.lead === lead.id);
    if (!one) return lead;
    const socket: Plugged = { device: one.to.device, port: one.to.port };
    return { ...lead, ends: lead.ends.with(one.plug.end, socket) };
  }),
});

const editOf = (rig: Rig, placed: readonly Placed[], swaps: readonly Edit[]): Edit => {
  const label = 'Split the load on USB';
  const next = withMoves(rig, placed);
  const changes = placed.map(({ plug: { lead } }) =>
    changeLead(rig, lead, { ends: next.leads.find(({ id }) => id === lead)!.ends }),
  );
  return combineEdits(label, ...swaps, ...changes);
};

/** Hubs, each with one that has a supply of its own in its place. */
const betterHubs = (solved: Solved, sockets: readonly Socket[]): { device: string; edit: Edit }[] =>
  [...new Set(sockets.map(({ device }) => device))].flatMap((device) =>
    hubWithSupply(solved, device)
      .filter(({ edit }) => edit.steps.length > 0)
      .map(({ edit }) => ({ device, edit })),
  );

/** Plugs that cannot all be relieved by fewer moves than this: no two of these troubles share a plug. */
const leastMoves = (reliefs: readonly (readonly Movable[])[]): number => {
  const used = new Set<Movable>();
  let count = 0;
  for (const relief of [...reliefs].sort((a, b) => a.length - b.length)) {
    if (relief.some((plug) => used.has(plug))) continue;
    for (const plug of relief) used.add(plug);
    count += 1;
  }
  return count;
};

const isThere = ({ link }: Movable, { device, port }: Socket): boolean =>
  link.to.device === device && link.to.port === port;

/** What is looked at, and how much of it has been. */
interface Search {
  computer: string;
  based: Rig;
  circuit: Circuit;
  plugs: readonly Movable[];
  sockets: readonly Socket[];
  tried: number;
}

/** Where a plug may go as some already have gone: a free socket of each kind, or one that another plug has to leave. */
const targetsOf = (
  { plugs, sockets }: Search,
  plug: Movable,
  placed: readonly Placed[],
  leaving: ReadonlySet<Movable>,
): { to: Socket; pushed?: Movable }[] => {
  const fits = sockets.filter(
    (socket) =>
      contactsBetween(plug.plug, socket.connector) &&
      socket.device !== plug.link.device &&
      !isThere(plug, socket),
  );
  const isTaken = (socket: Socket) => placed.some(({ to }) => to === socket);
  const inIt = (socket: Socket) =>
    plugs.find((one) => isThere(one, socket) && !placed.some((other) => other.plug === one));
  const free = new Map<string, Socket>();
  for (const socket of fits)
    if (!isTaken(socket) && !inIt(socket) && !free.has(socket.kind)) free.set(socket.kind, socket);
  const pushing = fits.flatMap((to) => {
    const pushed = isTaken(to) || free.has(to.kind) ? undefined : inIt(to);
    return pushed && pushed !== plug && !leaving.has(pushed) ? [{ to, pushed }] : [];
  });
  return [...[...free.values()].map((to) => ({ to })), ...pushing];
};

/** Looks for a way with so many more moves at most. Undefined: there is none, however they are chosen. */
function* withMore(
  search: Search,
  placed: readonly Placed[],
  leaving: ReadonlySet<Movable>,
  more: number,
): Generator<{ done: number; of: number }, readonly Placed[] | undefined> {
  search.tried += 1;
  if (search.tried > MOST_TRIED) return undefined;
  if (search.tried % REPORT_EVERY === 0) yield { done: search.tried, of: MOST_TRIED };
  const { plugs, computer, circuit } = search;
  const find = lookup(withMoves(search.based, placed));
  const usb = usbTree(find);
  const isMovable = (plug: Movable | undefined): plug is Movable =>
    plug !== undefined && !placed.some((one) => one.plug === plug);
  // Hubs that were put behind one another hang on nothing: one of them has to go elsewhere.
  const adrift = plugs.filter(
    ({ link }) => !(usb.hostsOf.get(link.device) ?? []).some((host) => host.computer === computer),
  );
  const reliefs = [
    ...[...leaving].map((plug) => [plug]),
    ...(adrift.length > 0 ? [adrift.filter(isMovable)] : []),
    ...usbTroubles(find, circuit, usb)
      .filter((trouble) => isOurs(search, trouble))
      .map(({ relief }) =>
        relief
          .map(({ device, port }) => plugs.find(({ link }) => link.device === device && link.port === port))
          .filter(isMovable),
      ),
  ];
  if (reliefs.length === 0) return placed;
  if (leastMoves(reliefs) > more || reliefs.some((relief) => relief.length === 0)) return undefined;
  const narrowest = minBy(reliefs, ({ length }) => length)!;
  for (const plug of narrowest)
    for (const { to, pushed } of targetsOf(search, plug, placed, leaving)) {
      const left = new Set([...leaving, ...(pushed ? [pushed] : [])]);
      left.delete(plug);
      const found = yield* withMore(search, [...placed, { plug, to }], left, more - 1);
      if (found) return found;
    }
  return undefined;
}

const isOurs = ({ sockets, plugs }: Search, { device }: UsbTrouble): boolean =>
  sockets.some((one) => one.device === device) || plugs.some(({ link }) => link.device === device);

/**
 * The fewest plugs of a computer to move so that nothing on its USB is asked too much of: one, then two, then three; where none
 * helps, the same with one hub, then two, that have a supply of their own in place of those that have not. Whatever helps has to
 * move one of the plugs that each trouble comes of, so only those are tried: what is found is the least there is. What sounds does
 * not change: each device stays on its computer.
 */
export function* splitLoadInSteps(solved: Solved, computer: string): Steps<SplitLoad> {
  const { rig, circuit } = solved;
  const hubs = betterHubs(solved, socketsOf(solved.find, solved.usb, computer));
  const pairs = hubs.flatMap((one, at) => hubs.slice(at + 1).map((other) => [one, other]));
  let tried = 0;
  for (const swapped of [[], ...hubs.map((one) => [one]), ...pairs]) {
    const swaps = swapped.map(({ edit }) => edit);
    const result = swaps.length === 0 ? { ok: true as const, rig } : tryEdit(rig, combineEdits('', ...swaps));
    if (!result.ok) continue;
    const find = lookup(result.rig);
    const usb = usbTree(find);
    const search: Search = {
      computer,
      based: result.rig,
      circuit,
      plugs: movables(find, usb, computer),
      sockets: socketsOf(find, usb, computer),
      tried,
    };
    for (let count = 0; count <= MOST_MOVES; count += 1) {
      const placed = yield* withMore(search, [], new Set(), count);
      tried = search.tried;
      if (tried > MOST_TRIED) return { kind: 'impossible', isProven: false };
      if (!placed) continue;
      if (placed.length + swapped.length === 0) return { kind: 'nothing' };
      return {
        kind: 'moves',
        moves: movesOf(placed),
        swapped: swapped.map(({ device }) => device),
        edit: editOf(rig, placed, swaps),
      };
    }
  }
  return { kind: 'impossible', isProven: true };
}
