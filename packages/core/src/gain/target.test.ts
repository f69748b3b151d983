import { aimFor, missingDb, onTarget, verdictAt } from './target';

const at = (level: number, arrives = true, target: 'recording' | 'live' = 'recording') =>
  verdictAt(target, { sinkKind: 'track', arrives }, { typical: level, peak: level + 12 });

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

  it('a call, a stream and a camera are aimed at as they are, whatever the rig records for', () => {
    for (const kind of ['call', 'stream', 'camera'] as const)
      expect(aimFor('recording', kind)).toEqual(aimFor('live', kind));
    expect(aimFor('recording', 'ears')).toEqual(aimFor('recording', 'track'));
  });
});
