import { applyEdit, setControl, setTarget, skerryLight, solveRig, strandRow, type Rig } from '@diaphon/core';
import { standing } from './standing';

const of = (rig: Rig, name: string) => {
  const strand = solveRig(rig).strands.find(({ sourceName }) => sourceName.startsWith(name))!;
  return standing(strandRow(strand));
};

describe('how a strand stands, in a few words', () => {
  it('on target', () => {
    expect(of(skerryLight, 'Keeper')).toEqual({ words: '−15.0 dBFS, on target', isTrouble: false });
  });

  it('too quiet, by how much', () => {
    expect(of(skerryLight, 'Guest')).toEqual({ words: '−19.9 dBFS, 1.9 dB too quiet', isTrouble: true });
  });

  it('too loud', () => {
    const hot = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 60)).rig;
    expect(of(hot, 'Keeper').words).toBe('−9.0 dBFS, 3.0 dB too loud');
  });

  it('live speaks of peaks', () => {
    const live = applyEdit(skerryLight, setTarget(skerryLight, 'live')).rig;
    expect(of(live, 'Keeper').words).toMatch(/^peaks −3\.0 dBFS/);
  });

  it('what does not arrive says how far it gets; effects have no aim', () => {
    expect(of(skerryLight, 'Far end of Call')).toEqual({
      words: 'does not get past “Track Caller”',
      isTrouble: true,
    });
    expect(of(skerryLight, 'Effects').isTrouble).toBe(false);
  });
});
