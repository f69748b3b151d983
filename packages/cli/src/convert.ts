import { lookup, spiceDeck, spiceSources, type Rig } from '@diaphon/core';

export interface ConvertOptions {
  to: string;
  source?: string;
  hertz: string;
}

/** The rig's circuit in another program's format, or what is wrong with what was asked for. */
export const convert = (
  rig: Rig,
  options: ConvertOptions,
): { ok: true; text: string } | { ok: false; error: string } => {
  if (options.to !== 'spice')
    return { ok: false, error: `--to ${options.to}: not a format Diaphon writes; use spice.` };
  const find = lookup(rig);
  if (options.source === undefined) return { ok: true, text: spiceDeck(find, { kind: 'dc' }) };
  const sources = spiceSources(find);
  if (!sources.includes(options.source)) {
    return {
      ok: false,
      error: `--source ${options.source}: no such sound in this rig; there are ${sources.join(', ')}.`,
    };
  }
  const hertz = Number(options.hertz);
  if (!(hertz > 0 && hertz <= 1e6))
    return { ok: false, error: `--hertz ${options.hertz}: write a number from 1 to 1000000.` };
  return { ok: true, text: spiceDeck(find, { kind: 'ac', source: options.source, hertz }) };
};
