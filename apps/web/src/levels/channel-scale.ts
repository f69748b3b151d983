import type { Aim, LevelUnit, OutlinePoint, Stage } from '@diaphon/core';
import { scaleLinear } from 'd3-scale';
import { area, curveMonotoneX, line } from 'd3-shape';

/** A strand as a channel on paper: positions only, all levels on one scale (dBu where the sound is analogue). */
export interface Channel {
  x: (index: number) => number;
  y: (onScale: number) => number;
  /** Distance between two stages, pixels. */
  step: number;
  paths: { ceiling: string; shore: string; bed: string; bedShore: string; voice: string; band: string };
  /** Stage with the least room over its peaks. */
  tightest: number | null;
  aim: { top: number; bottom: number; x: number } | null;
}

export interface ChannelSize {
  width: number;
  height: number;
  top: number;
  bottom: number;
}

/** A silent stage is drawn at the bottom of the sheet, not kilometres below it. */
const DEEPEST = -150;

/** What of a stage is drawn. */
export type DrawnStage = Pick<
  Stage,
  'typical' | 'peak' | 'noise' | 'ceiling' | 'headroomDb' | 'shiftDb' | 'unit'
>;

/** Stages as a small drawing knows them, already on one scale. @param unit that of the last */
export const drawnStages = (outline: readonly OutlinePoint[], unit: LevelUnit): DrawnStage[] =>
  outline.map(([typical, peak, noise, ceiling]) => ({
    typical,
    peak,
    noise,
    ceiling,
    headroomDb: null,
    shiftDb: 0,
    unit,
  }));

export const isSilent = (stage: DrawnStage): boolean => stage.typical - stage.shiftDb < DEEPEST;

export const onScale = (stage: DrawnStage, level: number): number => Math.max(DEEPEST, level - stage.shiftDb);

/** Fills stages without a figure from their neighbours, so that the coast has no gaps. */
const withoutGaps = (values: (number | null)[], fallback: number): number[] => {
  let last = values.find((value) => value !== null) ?? fallback;
  return values.map((value) => (last = value ?? last));
};

const tightestOf = (stages: readonly DrawnStage[]): number | null => {
  let best: number | null = null;
  stages.forEach((stage, index) => {
    if (stage.headroomDb === null || isSilent(stage)) return;
    if (best === null || stage.headroomDb < stages[best]!.headroomDb!) best = index;
  });
  return best;
};

/**
 * Where the stages of another state of a strand stand among its own, counted in stages from 0: one that it does not have,
 * evenly between its neighbours; before the first or behind the last, with it.
 */
export const standsAt = (own: readonly string[], others: readonly string[]): number[] => {
  const known = others.map((node) => own.indexOf(node));
  return known.map((at, index) => {
    if (at >= 0) return at;
    let [before, after] = [index, index];
    while (before >= 0 && known[before]! < 0) before -= 1;
    while (after < known.length && known[after]! < 0) after += 1;
    const from = known[before] ?? 0;
    const to = known[after] ?? own.length - 1;
    if (before < 0) return to;
    if (after === known.length) return from;
    return from + ((to - from) * (index - before)) / (after - before);
  });
};

/** A strand's other state as a line over the channel it has now. */
export interface OverLine {
  path: string;
  /** Where its stages stand on the sheet. */
  points: [x: number, y: number][];
}

/** The same strand in another state, drawn over its channel. */
export const overLine = (
  { x, y }: Pick<Channel, 'x' | 'y'>,
  own: readonly { node: string }[],
  other: readonly (DrawnStage & { node: string })[],
): OverLine => {
  const at = standsAt(
    own.map(({ node }) => node),
    other.map(({ node }) => node),
  );
  const points = other.map((stage, index): [number, number] => [
    x(at[index]!),
    y(onScale(stage, stage.typical)),
  ]);
  return { path: line().curve(curveMonotoneX)(points) ?? '', points };
};

/**
 * Works out where everything of a strand stands on a sheet of a size.
 * @param beside other states of it that are drawn on the same sheet
 */
export const channelOf = (
  stages: readonly DrawnStage[],
  aim: Aim | null,
  size: ChannelSize,
  beside: readonly DrawnStage[] = [],
): Channel => {
  const step = size.width / stages.length;
  const x = (index: number) => step * (index + 0.5);
  const ceilings = stages.map((s) => (s.ceiling === null ? null : onScale(s, s.ceiling)));
  const noises = stages.map((s) => (s.noise === null ? null : onScale(s, s.noise)));
  const levels = stages.map((s) => onScale(s, s.typical));
  const peaks = stages.map((s) => onScale(s, s.peak));
  const known = (values: (number | null)[]) => values.filter((value): value is number => value !== null);
  const others = beside.map((stage) => onScale(stage, stage.typical));
  const highest = Math.max(...known(ceilings), ...peaks, ...others) + 6;
  const lowest = Math.min(...known(noises), ...levels, ...others, highest - 60) - 6;
  const y = scaleLinear([lowest, highest], [size.height - size.bottom, size.top]);

  const ceiling = withoutGaps(ceilings, highest - 3);
  const bed = withoutGaps(noises, lowest + 3);
  // The coast runs on to both edges of the sheet.
  const ends = (values: number[]): [number, number][] => [
    [0, values[0]!],
    ...values.map((value, index): [number, number] => [x(index), value]),
    [size.width, values[values.length - 1]!],
  ];
  const coast = (edge: number) =>
    area<[number, number]>()
      .x(([at]) => at)
      .y0(edge)
      .y1(([, value]) => y(value))
      .curve(curveMonotoneX);
  const stroke = line<[number, number]>()
    .x(([at]) => at)
    .y(([, value]) => y(value))
    .curve(curveMonotoneX);
  const between = area<number>()
    .x((_value, index) => x(index))
    .y0((_value, index) => y(levels[index]!))
    .y1((_value, index) => y(peaks[index]!))
    .curve(curveMonotoneX);
  const end = stages[stages.length - 1]!;
  return {
    x,
    y,
    step,
    paths: {
      ceiling: coast(size.top - 400)(ends(ceiling)) ?? '',
      shore: stroke(ends(ceiling)) ?? '',
      bed: coast(size.height + 400)(ends(bed)) ?? '',
      bedShore: stroke(ends(bed)) ?? '',
      voice: stroke(levels.map((level, index): [number, number] => [x(index), level])) ?? '',
      band: between(levels) ?? '',
    },
    tightest: tightestOf(stages),
    aim:
      aim && end.unit === 'dBFS'
        ? { top: y(onScale(end, aim.highest)), bottom: y(onScale(end, aim.lowest)), x: x(stages.length - 1) }
        : null,
  };
};
