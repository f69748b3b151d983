import { isFlac, readFlac } from './flac';
import { readWav, type ByteSource, type WavFormat, type WavTrouble } from './wav';

/** A recording: where its samples lie, and what they are. */
export interface SoundFile {
  source: ByteSource;
  format: WavFormat;
}

/** Opens a sound file of any kind that is known. @returns words with place and cure where it is none */
export const openSound = async (
  source: ByteSource,
): Promise<{ ok: true; sound: SoundFile } | ({ ok: false } & WavTrouble)> => {
  if (await isFlac(source)) {
    const { ok, ...rest } = await readFlac(source);
    return ok ? { ok, sound: rest as SoundFile } : { ok, ...(rest as WavTrouble) };
  }
  const answer = await readWav(source);
  return answer.ok ? { ok: true, sound: { source, format: answer.format } } : answer;
};
