import { repeatedTo, wavOf, type PlannedLine } from '@diaphon/core';
import { ask } from '../engine/engine';

/** So long is what is made up for each track, seconds: two rounds of the renderer. */
const SECONDS = 11;

/** What the plan itself sounds like, a file for each track: everyone speaks, with noise, hum and spill. Stops where `isWanted` says so. */
export const madeUpFiles = async (
  rig: string,
  lines: readonly PlannedLine[],
  isWanted: () => boolean,
): Promise<File[]> => {
  const files: File[] = [];
  for (const { place, track } of lines) {
    const found = await ask(rig, 'render', [{ place, source: null, hasOthers: true, hasNoise: true }]).answer;
    if (!isWanted() || found === undefined) return [];
    const samples = repeatedTo(found.samples, SECONDS * found.rateHz);
    const name = `${track.replace(/^Track /u, '')}, made up.wav`;
    files.push(
      new File([wavOf([samples], found.rateHz) as Uint8Array<ArrayBuffer>], name, { type: 'audio/wav' }),
    );
  }
  return files;
};
