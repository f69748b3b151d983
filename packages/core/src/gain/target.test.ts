import { skerryLight } from '../demo';
import { solveRig } from '../offers';
import { setAim, type AimChoice, type Rig } from '../rig';
import { after } from '../rig/testing';
import { speechLufs } from '../units';
import { AIMS, aimFor, DELIVERIES, missingDb, onTarget, verdictAt } from './target';

const at = (level: number, arrives = true, target: 'recording' | 'live' = 'recording') =>
  verdictAt({ aim: AIMS[target], arrives }, { typical: level, peak: level + 12 });

describe('how a voice stands against its aim', () => {
  // Recording school: −18 to −12 dBFS (common practice, no published source).
  it.each([
    [-30, 'too-quiet', 12],
    [-18.06, 'too-quiet', 0.06],
    [-18.04, 'on-target', 0],
    [-18, 'on-target', 0],
    [-15, 'on-target', 0],
    [-12, 'on-target', 0],
    [-11.96, 'on-target', 0],
    [-11.9, 'too-loud', 0.1],
    [-6, 'too-loud', 6],
  ] as const)('an average of %f dBFS is %s, by %f dB', (level, kind, byDb) => {
    const verdict = at(level);
    expect(verdict).toMatchObject({ kind, level });
    expect(verdict.byDb).toBeCloseTo(byDb, 9);
    expect(onTarget(aimFor('recording', 'track'), level, level + 12)).toBe(kind === 'on-target');
  });

  it('live, the peaks count: −9 to −3 dBFS, best −6', () => {
    // An average of −18 peaks at −6.
    expect(at(-18, true, 'live')).toMatchObject({ kind: 'on-target', level: -6 });
    expect(at(-22, true, 'live')).toMatchObject({ kind: 'too-quiet', level: -10, byDb: 1 });
    expect(at(-12, true, 'live')).toMatchObject({ kind: 'too-loud', level: 0, byDb: 3 });
    expect(missingDb(aimFor('live', 'track'), -20, -8)).toBe(2);
    expect(missingDb(aimFor('recording', 'track'), -20, -8)).toBe(5);
  });

  it('what does not arrive is neither too quiet nor too loud', () => {
    expect(at(-60, false)).toMatchObject({ kind: 'not-arriving', byDb: 0 });
  });

  it.each([
    ['call', [-33, -18, -12], '−33 to −12 dBFS'],
    ['stream', [-21, -16, -12], '−21 to −12 dBFS'],
    ['camera', [-24, -18, -12], '−24 to −12 dBFS'],
  ] as const)(
    'speech to a %s: %j dBFS at least, best, at most, as is said (common practice)',
    (kind, band, words) => {
      const aim = aimFor('recording', kind);
      expect([aim.lowest, aim.best, aim.highest]).toEqual(band);
      expect(aim.words).toContain(words);
    },
  );

  it('a delivery is as loud as its name says', () => {
    for (const { label, aim } of DELIVERIES) expect(label).toMatch(new RegExp(`^−${-aim.lufs} LUFS,`));
  });

  it('a call, a stream and a camera are aimed at as they are, whatever the rig records for', () => {
    for (const kind of ['call', 'stream', 'camera'] as const)
      expect(aimFor('recording', kind)).toEqual(aimFor('live', kind));
    expect(aimFor('recording', 'ears')).toEqual(aimFor('recording', 'track'));
  });
});

describe('what a destination states for itself', () => {
  const strandOf = (rig: Rig, sink: string) =>
    solveRig(rig).strands.find((one) => one.sink === sink && one.sourceName === 'Keeper')!;
  const track = strandOf(skerryLight, 'recorder/recorder#keeper');
  const stated = (aim: AimChoice | undefined, at = track.at!) =>
    after(skerryLight, (rig) => setAim(rig, at, aim));

  it('counts there, and nowhere else', () => {
    const live = stated({ school: 'live' });
    expect(strandOf(live, track.sink).aim).toEqual(AIMS.live);
    const guest = solveRig(live).strands.find(({ sink }) => sink === 'recorder/recorder#guest')!;
    expect(guest.aim).toEqual(AIMS.recording);
  });

  it('a program states it for all its tracks, a track for itself before that', () => {
    const { device, app } = track.at!;
    const whole = stated({ averageDbfs: -20 }, { device, app: app! });
    expect(strandOf(whole, track.sink).aim).toMatchObject({ lowest: -23, best: -20, highest: -17 });
    const own = after(whole, (rig) => setAim(rig, track.at!, { school: 'live' }));
    expect(strandOf(own, track.sink).aim).toEqual(AIMS.live);
    expect(
      after(
        own,
        (rig) => setAim(rig, track.at!, undefined),
        (rig) => setAim(rig, { device, app: app! }, undefined),
      ),
    ).toEqual(skerryLight);
  });

  it('a loudness is the level of speech that comes to it, with peaks below −1 dBTP', () => {
    const { aim } = strandOf(stated({ lufs: -16, channels: 2 }), track.sink);
    expect(speechLufs(aim.best, 2)).toBeCloseTo(-16, 9);
    expect(onTarget(aim, aim.best, -1.2)).toBe(true);
    expect(onTarget(aim, aim.best, -0.8)).toBe(false);
    expect(verdictAt({ aim, arrives: true }, { typical: aim.best, peak: 0 })).toMatchObject({
      kind: 'too-loud',
      byDb: 1,
    });
    expect(aim.words).toContain('−16 LUFS in stereo');
  });

  it('a voice that was right is too quiet for it, and the finding says so', () => {
    const live = stated({ averageDbfs: -8 });
    const [finding] = solveRig(live).findings.filter(({ code }) => code === 'gain-short');
    expect(finding!.title).toMatch(/^Keeper reads −15\.0 dBFS/);
  });
});
