import { networkInterfaces } from 'node:os';

/** This machine's addresses on its networks, IPv4: those a phone beside it can type. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
