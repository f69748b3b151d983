import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  finish,
  lookup,
  makeEngineMemory,
  printable,
  renderInSteps,
  repeatedTo,
  solve,
  wavOf,
  type Condition,
  type Rig,
} from '@diaphon/core';
import { figure } from './text';

interface RenderedTrack {
  file: string;
  track: string;
  /** Its level, a sine at full scale being 0 dBFS; null where nothing comes to it. */
  levelDbfs: number | null;
  /** What cuts it off on its way. */
  clippedAt: string[];
}

export interface RenderReport {
  report: 'diaphon-render';
  version: 1;
  rig: string;
  sampleRateHz: number;
  seconds: number;
  tracks: RenderedTrack[];
}

export type ParsedFault = { ok: true; fault: Condition } | { ok: false; words: string };

/** Quieter than anything that makes a sound, dBFS. */
const NOTHING_DBFS = -190;
const MOST_S = 3600;

const listed = (ids: readonly string[]): string => (ids.length > 0 ? ids.join(', ') : 'none');

/** A fault as it is written: `open:LEAD:WIRE`, `swapped:LEAD:WIRE:WIRE`, `shorted:LEAD:WIRE:WIRE`, `dead:DEVICE`, `noisy:DEVICE:DB`. */
export const parseFault = (rig: Rig, text: string): ParsedFault => {
  const [kind = '', id = '', ...rest] = text.split(':');
  const find = lookup(rig);
  const refuse = (words: string): ParsedFault => ({ ok: false, words: `--fault ${text}: ${words}` });
  if (kind === 'dead' || kind === 'noisy') {
    if (!find.device(id))
      return refuse(`there is no device “${id}”; there are ${listed(rig.devices.map((one) => one.id))}.`);
    if (kind === 'dead') return { ok: true, fault: { kind, device: id } };
    const db = Number(rest[0] ?? NaN);
    return Number.isFinite(db)
      ? { ok: true, fault: { kind, device: id, db } }
      : refuse('say how much noise it adds, in dB.');
  }
  if (kind !== 'open' && kind !== 'swapped' && kind !== 'shorted')
    return refuse('a fault is open, swapped, shorted, dead or noisy.');
  const wires = find.leadKindOf(id)?.conductors.map(({ name }) => name);
  if (!wires) return refuse(`there is no lead “${id}”; there are ${listed(rig.leads.map((one) => one.id))}.`);
  const wanted = kind === 'open' ? 1 : 2;
  const unknown = rest.find((name) => !wires.includes(name));
  if (rest.length !== wanted || unknown !== undefined)
    return refuse(`name ${wanted === 1 ? 'a wire' : 'two wires'} of it: ${listed(wires)}.`);
  const [a = '', b = ''] = rest;
  return {
    ok: true,
    fault: kind === 'open' ? { kind, lead: id, conductor: a } : { kind, lead: id, conductors: [a, b] },
  };
};

/** How long, in seconds; undefined where that is no length. */
export const secondsOf = (text: string): number | undefined => {
  const seconds = Number(text);
  return seconds > 0 && seconds <= MOST_S ? seconds : undefined;
};

/** A name that any system takes for a file. */
const fileName = (at: number, track: string): string =>
  `${String(at + 1).padStart(2, '0')} ${
    printable(track)
      .replace(/[^\p{L}\p{N} _-]/gu, ' ')
      .trim()
      .slice(0, 60) || 'track'
  }.wav`;

/** Every track of a rig as sound: everyone speaks, with noise, hum, spill and delays, and what a fault does to them. */
export const renderTracks = async (
  rig: Rig,
  { folder, seconds, faults }: { folder: string; seconds: number; faults: readonly Condition[] },
): Promise<RenderReport> => {
  const solved = solve(rig, makeEngineMemory(), faults);
  const tracks = solved.feeds.posts.filter(({ kind }) => kind === 'track');
  await mkdir(folder, { recursive: true });
  const rendered: RenderedTrack[] = [];
  let sampleRateHz = 48_000;
  for (const [at, { name, nodes }] of tracks.entries()) {
    const sides = nodes.map((place) =>
      finish(renderInSteps(solved, { place, source: null, hasOthers: true, hasNoise: true })),
    );
    sampleRateHz = sides[0]!.rateHz;
    const file = join(folder, fileName(at, name));
    const samples = sides.map((side) => repeatedTo(side.samples, Math.round(seconds * sampleRateHz)));
    await writeFile(file, wavOf(samples, sampleRateHz));
    const levelDbfs = Math.max(...sides.map(({ levelDb }) => levelDb));
    rendered.push({
      file,
      track: name,
      levelDbfs: levelDbfs > NOTHING_DBFS ? Number(levelDbfs.toFixed(2)) : null,
      clippedAt: [...new Set(sides.flatMap(({ clipped }) => clipped.map(({ label }) => label)))],
    });
  }
  return { report: 'diaphon-render', version: 1, rig: rig.name, sampleRateHz, seconds, tracks: rendered };
};

export const renderText = ({ rig, seconds, tracks }: RenderReport): string =>
  tracks.length === 0
    ? `${printable(rig)}: nothing in it keeps a track, so there is nothing to render.\n`
    : [
        `${printable(rig)}: ${tracks.length === 1 ? 'one track' : `${tracks.length} tracks`} of ${seconds} s`,
        ...tracks.map(
          ({ file, levelDbfs, clippedAt }) =>
            `  ${file}: ${levelDbfs === null ? 'nothing comes to it' : `${figure(levelDbfs)} dBFS`}${clippedAt.length > 0 ? `, cut off at ${clippedAt.join(', ')}` : ''}`,
        ),
        '',
      ].join('\n');
