export { alignWords, framesOfPicture, PICTURE_RATES } from './align-words';
export { align, type Aligned, type AlignVerdict } from './align';
export { openSound, type SoundFile } from './sound-file';
export {
  measureProgramme,
  measureWav,
  meterOf,
  type Measured,
  type MeasuredChannel,
  type MeasuredProgramme,
} from './measure';
export { readBlocks, readWav, type ByteSource, type WavFormat, type WavTrouble } from './wav';
export type { Likeness } from './likeness';
export type { Band } from './third-octaves';
export type { Overview } from './overview';
