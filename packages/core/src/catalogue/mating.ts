import { CONNECTORS, MATINGS } from './connectors';
import type { ConnectorKind } from './types';

const byId = new Map(CONNECTORS.map((connector) => [connector.id, connector]));
const contacts = new Map<string, [string, string][]>();
for (const { a, b, contacts: pairs } of MATINGS) {
  contacts.set(`${a} ${b}`, pairs);
  contacts.set(
    `${b} ${a}`,
    pairs.map(([pinOfA, pinOfB]) => [pinOfB, pinOfA]),
  );
}

/** The connector kind of an id, or undefined. */
export const connectorById = (id: string): ConnectorKind | undefined => byId.get(id);

/** Which contact touches which when connector `a` meets `b`; undefined when they do not go together. */
export const contactsBetween = (a: string, b: string): [pinOfA: string, pinOfB: string][] | undefined =>
  contacts.get(`${a} ${b}`);
