export { align, type Aligned, type AlignVerdict, type SoundFile } from './align';
export { measureWav, meterOf, type Measured, type MeasuredChannel } from './measure';
export { readWav, type ByteSource, type WavFormat, type WavTrouble } from './wav';
