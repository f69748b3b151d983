import { contactsBetween } from '../catalogue';
import { hubWithSupply, type Solved } from '../checks';
import { usbTree, type UsbLink } from '../flow';
import { computerOf, plugIn, usbSocketsOn, usbTroubles } from '../host';
import { combineEdits, changeLead, lookup, tryEdit, type Edit, type Plugged, type Rig } from '../rig';
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
  | { kind: 'impossible'; /** Every arrangement was looked at. */ isProven: boolean };

/** More plugs than this are not moved at once: it would be another desk. */
const MOST_MOVES = 3;
/** How many arrangements are looked at between two reports, and in all. */
const REPORT_EVERY = 100;
const MOST_TRIED = 50_000;

interface Socket {
  device: string;
  port: string;
  connector: string;
}

/** What may be moved: the lead at the socket, and which of its ends is in it. */
interface Movable {
  link: UsbLink;
  lead: string;
  end: number;
  plug: string;
}

/** The sockets of a computer and of every hub that hangs on it. */
const socketsOf = ({ find, usb }: Solved, computer: string): Socket[] =>
  usbSocketsOn(find, usb, computer).map(({ device, port: { id: port, connector } }) => ({
    device,
    port,
    connector,
  }));

const movables = ({ find, usb }: Solved, computer: string): Movable[] =>
  usb.links
    .filter((link) => computerOf(usb, link) === computer)
    .flatMap((link): Movable[] => {
      const there = plugIn(find, link);
      return there ? [{ link, lead: there.lead.id, end: there.end, plug: there.plug }] : [];
    });

/** Every choice of so many of a list, in order. */
const combinations = <T>(list: readonly T[], count: number): T[][] =>
  count === 0
    ? [[]]
    : list.flatMap((one, at) => combinations(list.slice(at + 1), count - 1).map((rest) => [one, ...rest]));

/** Every way to give each of some plugs another socket it fits, no two the same. */
const assignments = (moved: readonly Movable[], sockets: readonly Socket[]): Socket[][] => {
  const [first, ...rest] = moved;
  if (!first) return [[]];
  return sockets
    .filter(
      (socket) =>
        contactsBetween(first.plug, socket.connector) &&
        socket.device !== first.link.device &&
        !(socket.device === first.link.to.device && socket.port === first.link.to.port),
    )
    .flatMap((socket) =>
      assignments(
        rest,
        sockets.filter((one) => one !== socket),
      ).map((others) => [socket, ...others]),
    );
};

const movesOf = (moved: readonly Movable[], to: readonly Socket[]): SplitMove[] =>
  moved.map(({ link, lead }, at) => ({
    lead,
    device: link.device,
    from: { device: link.to.device, port: link.to.port },
    to: { device: to[at]!.device, port: to[at]!.port },
  }));

/** The rig with some plugs in other sockets, all at once. */
const withMoves = (rig: Rig, moved: readonly Movable[], to: readonly Socket[]): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) => {
    const at = moved.findIndex((one) => one.lead === lead.id);
    if (at < 0) return lead;
    const socket: Plugged = { device: to[at]!.device, port: to[at]!.port };
    return { ...lead, ends: lead.ends.map((end, index) => (index === moved[at]!.end ? socket : end)) };
  }),
});

const editOf = (rig: Rig, moved: readonly Movable[], to: readonly Socket[], swaps: readonly Edit[]): Edit => {
  const label = 'Split the load on USB';
  const next = withMoves(rig, moved, to);
  const changes = moved.map(({ lead }) =>
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

/**
 * The fewest plugs of a computer to move so that nothing on its USB is asked too much of: every arrangement of one, then of two,
 * then of three, is looked at; where none helps, the same with one hub that has a supply of its own in place of one that has not.
 * What sounds does not change: each device stays on its computer.
 */
export function* splitLoadInSteps(solved: Solved, computer: string): Steps<SplitLoad> {
  const { rig, circuit } = solved;
  const sockets = socketsOf(solved, computer);
  const plugs = movables(solved, computer);
  const isOurs = (trouble: string) =>
    sockets.some(({ device }) => trouble.split(' ').includes(device)) ||
    plugs.some(({ link }) => trouble.split(' ').includes(link.device));
  const troublesIn = (next: Rig): number => {
    const find = lookup(next);
    return usbTroubles(find, circuit, usbTree(find)).filter(isOurs).length;
  };
  if (troublesIn(rig) === 0) return { kind: 'nothing' };
  const hubs = betterHubs(solved, sockets);
  let tried = 0;
  for (const swapped of [[], ...hubs.map((one) => [one])]) {
    const swaps = swapped.map(({ edit }) => edit);
    const based = swaps.reduce<Rig | undefined>((now, edit) => {
      const result = now && tryEdit(now, edit);
      return result?.ok ? result.rig : undefined;
    }, rig);
    if (!based) continue;
    for (let count = swapped.length > 0 ? 0 : 1; count <= MOST_MOVES; count += 1) {
      for (const moved of combinations(plugs, count)) {
        const left = sockets.filter(
          ({ device, port }) =>
            !plugs.some(
              (one) => !moved.includes(one) && one.link.to.device === device && one.link.to.port === port,
            ) &&
            (moved.some(({ link }) => link.to.device === device && link.to.port === port) ||
              !solved.find.inPort(device, port)),
        );
        for (const to of assignments(moved, left)) {
          tried += 1;
          if (tried > MOST_TRIED) return { kind: 'impossible', isProven: false };
          if (tried % REPORT_EVERY === 0) yield { done: tried, of: MOST_TRIED };
          const next = withMoves(based, moved, to);
          const find = lookup(next);
          const tree = usbTree(find);
          // A hub in its own sockets hangs on nothing.
          const isWhole = plugs.every(({ link }) =>
            (tree.hostsOf.get(link.device) ?? []).some((host) => host.computer === computer),
          );
          if (!isWhole || usbTroubles(find, circuit, tree).some(isOurs)) continue;
          return {
            kind: 'moves',
            moves: movesOf(moved, to),
            swapped: swapped.map(({ device }) => device),
            edit: editOf(rig, moved, to, swaps),
          };
        }
      }
    }
  }
  return { kind: 'impossible', isProven: true };
}
