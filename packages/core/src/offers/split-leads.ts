import { isEqual } from 'es-toolkit';
import { contactsBetween, type LeadKind } from '../catalogue';
import type { PortRef } from '../checks';
import { knownLeadKinds, lookup, type Plugged, type Rig } from '../rig';

/** A lead with three plugs, two of which go into two given sockets. */
export interface SplitLead {
  kind: LeadKind;
  ends: Plugged[];
  /** Which plug neither socket was chosen for. */
  third: number;
}

/** The stem and one plug, else both plugs. */
const PAIRS: [number, number, number][] = [
  [0, 1, 2],
  [1, 2, 0],
];

/**
 * Leads of three plugs that go into two free sockets, in either direction; the third plug goes into the next free
 * socket of the same kind beside its twin's, and stays free where there is none.
 */
export const splitLeads = (rig: Rig, a: PortRef, b: PortRef): SplitLead[] => {
  const find = lookup(rig);
  const connector = ({ device, port }: PortRef) => find.port(device, port)?.connector ?? '';
  const beside = (twin: PortRef): Plugged => {
    const ports = find.modelOf(twin.device)?.ports ?? [];
    const index = ports.findIndex(({ id }) => id === twin.port);
    const own = ports[index];
    const next = [...ports.slice(index + 1), ...ports.slice(0, Math.max(0, index))].find(
      (port) =>
        port.connector === own?.connector &&
        port.side === own.side &&
        !find.inPort(twin.device, port.id) &&
        ![a, b].some((taken) => isEqual(taken, { device: twin.device, port: port.id })),
    );
    return next ? { device: twin.device, port: next.id } : null;
  };
  return knownLeadKinds(rig).flatMap((kind): SplitLead[] => {
    if (kind.ends.length !== 3) return [];
    for (const [first, second, third] of PAIRS) {
      for (const [one, other] of [
        [a, b],
        [b, a],
      ] as const) {
        if (!contactsBetween(kind.ends[first]!.connector, connector(one))) continue;
        if (!contactsBetween(kind.ends[second]!.connector, connector(other))) continue;
        const ends: Plugged[] = [null, null, null];
        ends[first] = one;
        ends[second] = other;
        const isTwin = kind.ends[third]!.connector === kind.ends[second]!.connector;
        ends[third] = isTwin ? beside(other) : null;
        return [{ kind, ends, third }];
      }
    }
    return [];
  });
};
