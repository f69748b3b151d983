import { CONNECTORS, MATINGS } from './connectors';
import type { ConnectorKind } from './types';

const byId = new Map(CONNECTORS.map((connector) => [connector.id, connector]));
/** By the one connector, and then the other: asked for thousands of times in a pass. */
const contacts = new Map<string, Map<string, [string, string][]>>();
const keep = (a: string, b: string, pairs: [string, string][]) => {
  const of = contacts.get(a) ?? new Map<string, [string, string][]>();
  contacts.set(a, of.set(b, pairs));
};
for (const { a, b, contacts: pairs } of MATINGS) {
  keep(a, b, pairs);
  keep(
    b,
    a,
    pairs.map(([pinOfA, pinOfB]) => [pinOfB, pinOfA]),
  );
}

/** The connector kind of an id, or undefined. */
export const connectorById = (id: string): ConnectorKind | undefined => byId.get(id);

/** Which contact touches which when connector `a` meets `b`; undefined when they do not go together. */
export const contactsBetween = (a: string, b: string): [pinOfA: string, pinOfB: string][] | undefined =>
  contacts.get(a)?.get(b);
