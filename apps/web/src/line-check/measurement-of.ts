import type { KeptMeasurement } from '@diaphon/api';
import { judgeLine, lineLevel, type MeasuredChannel, type PlannedLine } from '@diaphon/core';
import { stamp } from '../store/stamp';

const MOST_LETTERS = 1900;

/** What came on a line of the plan, as the log keeps it. */
export const measurementOf = (line: PlannedLine, measured: MeasuredChannel): KeptMeasurement => ({
  ...stamp(),
  channel: line.id,
  name: line.track,
  who: line.who.join(', ').slice(0, 400),
  plannedDbfs: line.levelDbfs,
  levelDbfs: lineLevel(measured),
  peakDbfs: measured.peakDbfs,
  noiseDbfs: measured.pauses?.noiseDbfs ?? null,
  humDbfs: measured.pauses?.hum?.dbfs ?? null,
  faults: measured.clippedRuns + measured.dropouts + measured.clicks,
  verdict: judgeLine(line, measured)
    .map(({ words }) => words)
    .join(' ')
    .slice(0, MOST_LETTERS),
});
