import { AIMS, DEMO_RIGS, skerryLight, solveRig } from '@diaphon/core';
import { channelOf, isSilent, onScale, overLine, standsAt } from './channel-scale';

const SIZE = { width: 900, height: 340, top: 50, bottom: 60 };
const strands = DEMO_RIGS.flatMap(({ rig }) => solveRig(rig).strands);

describe('the channel chart’s geometry', () => {
  it.each(strands.map((strand) => [strand.id, strand] as const))(
    '%s: no NaN, everything on the sheet',
    (_id, strand) => {
      const { paths, x, y, step } = channelOf(strand.stages, AIMS.recording, SIZE);
      for (const path of Object.values(paths)) expect(path).not.toMatch(/NaN|Infinity/);
      strand.stages.forEach((stage, index) => {
        expect(x(index)).toBeGreaterThan(0);
        expect(x(index)).toBeLessThan(SIZE.width);
        const level = y(onScale(stage, stage.typical));
        expect(level).toBeGreaterThanOrEqual(SIZE.top);
        expect(level).toBeLessThanOrEqual(SIZE.height - SIZE.bottom);
      });
      expect(step * strand.stages.length).toBeCloseTo(SIZE.width, 6);
    },
  );

  it('louder is higher, and the tightest passage is the one with the least room', () => {
    const keeper = solveRig(skerryLight).strands[0]!;
    const { y, tightest } = channelOf(keeper.stages, null, SIZE);
    expect(y(0)).toBeLessThan(y(-60));
    const rooms = keeper.stages.map(({ headroomDb }) => headroomDb ?? Infinity);
    expect(rooms[tightest!]).toBe(Math.min(...rooms));
  });

  it('unit changes do not bend the line: the converter stands where the amplifier stands', () => {
    const keeper = solveRig(skerryLight).strands[0]!;
    const at = (label: string) => keeper.stages.find((stage) => stage.label === label)!;
    const [amplifier, converter] = [at('Amplifier 1'), at('Converter 1')];
    expect(onScale(converter, converter.typical)).toBeCloseTo(onScale(amplifier, amplifier.typical), 6);
  });

  it('a cancelled sound is silent and drawn at the bottom, not below the sheet', () => {
    const caller = solveRig(skerryLight).strands.find(({ sourceName }) => sourceName.startsWith('Far end'))!;
    const end = caller.stages[caller.stages.length - 1]!;
    expect(isSilent(end)).toBe(true);
    expect(onScale(end, end.typical)).toBe(-150);
  });

  it('the aim’s band stands at the track, higher for higher levels', () => {
    const keeper = solveRig(skerryLight).strands[0]!;
    const { aim } = channelOf(keeper.stages, AIMS.recording, SIZE);
    expect(aim!.top).toBeLessThan(aim!.bottom);
    expect(channelOf(keeper.stages, null, SIZE).aim).toBeNull();
  });
});

describe('other states over one channel', () => {
  it.each([
    ['the same stages', 'a b c', 'a b c', [0, 1, 2]],
    ['one more between two', 'a b c', 'a x b c', [0, 0.5, 1, 2]],
    ['two more between two', 'a b', 'a x y b', [0, 1 / 3, 2 / 3, 1]],
    ['one less', 'a b c', 'a c', [0, 2]],
    ['others at both ends stand with what is there', 'a b', 'x a b y', [0, 0, 1, 1]],
    ['nothing in common', 'a b c', 'x', [2]],
  ])('%s', (_what, own, others, at) => {
    expect(standsAt(own.split(' '), others.split(' '))).toEqual(at.map((one) => expect.closeTo(one, 9)));
  });

  it('a state six decibels up runs six decibels higher, ends where it ends, and is on the sheet', () => {
    const keeper = solveRig(skerryLight).strands[0]!;
    const up = keeper.stages.map((stage) => ({ ...stage, typical: stage.typical + 60 }));
    const channel = channelOf(keeper.stages, null, SIZE, up);
    const { points, path } = overLine(channel, keeper.stages, up);
    const last = keeper.stages.at(-1)!;
    const [endX, endY] = points.at(-1)!;
    expect(endX).toBeCloseTo(channel.x(keeper.stages.length - 1), 6);
    expect(endY).toBeCloseTo(channel.y(onScale(last, last.typical + 60)), 6);
    expect(endY).toBeGreaterThanOrEqual(SIZE.top);
    expect(path).not.toMatch(/NaN/);
  });
});
