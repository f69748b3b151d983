import { atInterface } from '../checks/feeds.testing';
import { skerryLight } from '../demo';
import { ownVoices } from './own-voice';
import { solve } from './solve-rig';

const heard = (direct: string, monitorMs?: number) =>
  ownVoices(solve(atInterface('interface-2', direct, monitorMs)));

describe('how late someone hears themselves', () => {
  const [straight] = heard('mono');
  const [both] = heard('mono', 20);

  it('straight through the interface: the way over air and its converters, nothing by a program', () => {
    expect(straight).toEqual({ who: 'ANN', where: 'Headphones', straightMs: expect.any(Number) as number });
    expect(straight!.straightMs).toBeGreaterThan(1);
    expect(straight!.straightMs).toBeLessThan(2);
  });

  it('by a program: what it needs more than the straight way', () => {
    expect(heard('off', 20)).toEqual([
      { who: 'ANN', where: 'Headphones', byProgramMs: expect.any(Number) as number },
    ]);
    expect(both!.byProgramMs! - both!.straightMs!).toBeGreaterThan(20);
    expect(heard('off', 30)[0]!.byProgramMs! - both!.byProgramMs!).toBeCloseTo(10, 6);
  });

  it('by both, each in its own time', () => {
    expect(both!.straightMs).toBeCloseTo(straight!.straightMs!, 9);
  });

  it('nobody who does not hear themselves, and nobody at a loudspeaker', () => {
    expect(heard('off')).toEqual([]);
    expect(ownVoices(solve(skerryLight)).map(({ where }) => where)).toEqual(Array(3).fill('Headphones'));
  });

  it('the sooner of two ways straight', () => {
    // Keeper’s voice comes by the neighbour’s microphone, too, 2 ms later (air).
    const [keeper] = ownVoices(solve(skerryLight));
    expect(keeper!.straightMs).toBeLessThan(1.5);
  });
});
