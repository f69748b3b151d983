import { AIMS, DEMO_RIGS, skerryLight, solveRig } from '@diaphon/core';
import { channelOf, isSilent, onScale } from './channel-scale';

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
    const caller = solveRig(skerryLight).strands.find(({ sourceName }) => sourceName.startsWith('Call'))!;
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
