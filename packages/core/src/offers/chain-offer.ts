import { layChain, shortestChain, type PortRef } from '../checks';
import { lookup, type Edit, type Rig } from '../rig';

/** Several leads and adapters, one in the other, where no single lead goes. */
export interface ChainOffer {
  pieces: string[];
  edit: Edit;
}

/** The shortest chain of data leads between two free sockets; undefined when one lead does, or none do. */
export const offerChain = (rig: Rig, a: PortRef, b: PortRef): ChainOffer | undefined => {
  const find = lookup(rig);
  if (find.inPort(a.device, a.port) || find.inPort(b.device, b.port)) return undefined;
  const connector = ({ device, port }: PortRef) => find.port(device, port)?.connector ?? '';
  const chain = shortestChain(connector(a), connector(b));
  return chain && chain.length > 1
    ? { pieces: chain.map(({ kind }) => kind.name), edit: layChain(rig, a, b, chain) }
    : undefined;
};
