import { sortBy, uniq } from 'es-toolkit';
import { connectorById, contactsBetween, DEVICE_MODELS, LEAD_KINDS, type LeadKind } from '../../catalogue';
import {
  combineEdits,
  connect,
  freeId,
  lookup,
  removeLead,
  type Edit,
  type Plugged,
  type Rig,
} from '../../rig';
import { listed } from '../../feeds';
import { isUsbSocket } from '../../host';
import type { Fix } from '../finding';
import { after, type PortRef } from './trial';

/** One piece of a chain: which lead kind, and which of its ends points at the device. */
export interface ChainPiece {
  kind: LeadKind;
  nearEnd: 0 | 1;
}

const DATA_KINDS = LEAD_KINDS.filter(({ usb, ends }) => usb && ends.length === 2);

/**
 * The shortest chain of leads and adapters from one data socket to another, found by breadth-first search over the
 * catalogue.
 * @returns the pieces from `from` to `to`; undefined when no chain does it
 */
export const shortestChain = (from: string, to: string): ChainPiece[] | undefined => {
  const seen = new Set([from]);
  let reached: { connector: string; pieces: ChainPiece[] }[] = [{ connector: from, pieces: [] }];
  while (reached.length > 0) {
    const next: typeof reached = [];
    for (const { connector, pieces } of reached) {
      for (const kind of DATA_KINDS) {
        for (const nearEnd of [0, 1] as const) {
          const far = kind.ends[nearEnd === 0 ? 1 : 0]!.connector;
          if (!contactsBetween(kind.ends[nearEnd]!.connector, connector)) continue;
          const chain = [...pieces, { kind, nearEnd }];
          if (contactsBetween(far, to)) return chain;
          // Only a socket at the far end can take the next plug, and only a plug another's socket.
          if (seen.has(far)) continue;
          seen.add(far);
          next.push({ connector: far, pieces: chain });
        }
      }
    }
    reached = next;
  }
  return undefined;
};

/** Sockets of computers and hubs. */
const socketsToJoin = (rig: Rig) =>
  rig.devices.flatMap((device) =>
    (lookup(rig).modelOf(device.id)?.ports ?? []).filter(isUsbSocket).map((port) => ({ device, port })),
  );

/** Free sockets of computers and hubs, with the shortest chain to each, the shortest first. */
export const chainsToComputers = (rig: Rig, from: PortRef) => {
  const find = lookup(rig);
  const socket = find.port(from.device, from.port)?.connector ?? '';
  const chains = socketsToJoin(rig).flatMap(({ device, port }) => {
    const chain = find.inPort(device.id, port.id) ? undefined : shortestChain(socket, port.connector);
    return chain ? [{ to: { device: device.id, port: port.id }, chain }] : [];
  });
  return sortBy(chains, [({ chain }) => chain.length]);
};

/** Sockets of computers of the catalogue that chains of leads and adapters from a socket end in. */
const reachableSockets = (from: string): string[] => {
  const computers = DEVICE_MODELS.filter(({ kind }) => kind === 'computer');
  const sockets = computers.flatMap(({ ports }) =>
    ports.filter(isUsbSocket).map(({ connector }) => connector),
  );
  return uniq(sockets).filter((to) => shortestChain(from, to) !== undefined);
};

/** Some plug goes into both: to the eye they are one socket. */
const looksLike = (a: string, b: string): boolean =>
  a !== b &&
  DATA_KINDS.some(({ ends }) =>
    ends.some(({ connector }) => contactsBetween(connector, a) && contactsBetween(connector, b)),
  );

/** Why no chain gets there, how to tell sockets apart that look alike, and what helps. */
const noChainWords = (rig: Rig, from: PortRef): string => {
  const find = lookup(rig);
  const socket = find.port(from.device, from.port)?.connector ?? '';
  const nameOf = (connector: string) => connectorById(connector)?.name ?? connector;
  const hosts = socketsToJoin(rig);
  if (hosts.length === 0) return 'There is no computer in this rig to join it to.';
  const isFull = hosts.some(({ port }) => shortestChain(socket, port.connector) !== undefined);
  if (isFull) return 'Every socket of a computer it could be joined to is in use: free one, or add a hub.';
  const ends = reachableSockets(socket);
  const alike = hosts.find(({ port }) => ends.some((end) => looksLike(end, port.connector)));
  const twin = alike && ends.find((end) => looksLike(end, alike.port.connector));
  return [
    `No adapter changes what its ${nameOf(socket)} speaks; chains of adapters go to ${listed(
      ends.map((end) => `“${nameOf(end)}”`),
      'or',
    )} only, and no computer in this rig has one.`,
    ...(alike && twin
      ? [
          `The ${nameOf(alike.port.connector)} of ${alike.device.name} looks like the “${nameOf(twin)}” and is not one: the plug goes in and nothing comes through.`,
          'To tell them apart: the data sheet or the computer’s own report of its hardware names the ports; beside the socket, a mark that is not the fork of USB.',
        ]
      : []),
    'What helps: a computer with such a port, or a device that speaks USB in its place.',
  ].join(' ');
};

/** "From this 9-pin socket to that USB-C-shaped one: these three pieces." */
export const chainWords = (rig: Rig, from: PortRef): string => {
  const [best] = chainsToComputers(rig, from);
  const find = lookup(rig);
  const name = (ref: PortRef) => connectorById(find.port(ref.device, ref.port)?.connector ?? '')?.name ?? '';
  if (!best) return noChainWords(rig, from);
  const pieces = best.chain.map(({ kind }) => kind.name).join(', ');
  return `From its ${name(from)} to the ${name(best.to)} of ${find.device(best.to.device)?.name}: ${pieces}.`;
};

/** Lays the pieces of a chain between two free sockets. */
export const layChain = (rig: Rig, from: PortRef, to: PortRef, chain: readonly ChainPiece[]): Edit => {
  const edits: Edit[] = [];
  let current = rig;
  let near: Plugged = from;
  chain.forEach(({ kind, nearEnd }, index) => {
    const far: Plugged = index === chain.length - 1 ? to : null;
    const id = freeId(current, `lead-${kind.id}`);
    // An end can be plugged from one side only: a plug into the socket before it.
    const edit = connect(current, kind, nearEnd === 0 ? [near, far] : [far, near], kind.usualLengthsM[0], id);
    current = after(current, edit);
    edits.push(edit);
    near = { lead: id, end: nearEnd === 0 ? 1 : 0 };
  });
  return combineEdits('Join by a chain of adapters', ...edits);
};

/** Takes the broken way out and lays the shortest chain to a free socket of a computer. */
export const reconnectByChain = (rig: Rig, from: PortRef): Fix[] => {
  const plugged = lookup(rig).inPort(from.device, from.port);
  const bare = plugged ? after(rig, removeLead(rig, plugged.lead.id)) : rig;
  const [best] = chainsToComputers(bare, from);
  if (!best) return [];
  const laid = layChain(bare, from, best.to, best.chain);
  const pieces = best.chain.map(({ kind }) => kind.name).join(' + ');
  return [
    {
      label: `Join it by ${pieces}`,
      edit: plugged ? combineEdits(laid.label, removeLead(rig, plugged.lead.id), laid) : laid,
    },
  ];
};
