import { deskControlId as is } from '../catalogue';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, type Rig } from '../rig';
import { DESKS, talk, withApp } from './feeds.testing';

/** Rings by wires and programs, and second ways, at every level and delay they come at. Common practice, no published source. */

const found = (rig: Rig, code: string) => solveRig(rig).findings.filter((one) => one.code === code);

/** A mix that is recorded, and played back into itself. */
const RINGS = [
  {
    name: 'mixer',
    desk: DESKS['mixer, its mix by USB']!,
    recorded: 'usb-mix',
    back: 'usb-out',
    fader: is.fader('usb'),
    kind: is.kind('usb-mix'),
  },
  {
    name: 'podcast mixer',
    desk: DESKS['podcast mixer, its first port']!,
    recorded: 'main',
    back: 'return',
    fader: is.fader('usb1'),
    kind: is.kind('main'),
  },
];

const ring = (
  { desk, recorded, back, fader, kind }: (typeof RINGS)[number],
  faderDb: number | 'off',
  monitorMs: number,
): Rig =>
  talk(
    desk,
    'encoder',
    { [kind]: 'whole mix', [fader]: faderDb },
    withApp('recorder', () => ({
      input: { device: 'desk', stream: recorded },
      output: { device: 'desk', stream: back },
      monitorMs,
    })),
  );

const FADERS = [0, -3, -6, -10];
const LATE = [3, 12, 40];

describe('a mix that is recorded and played back into itself', () => {
  const bad = RINGS.flatMap((one) =>
    FADERS.flatMap((db) => LATE.map((ms) => [`${one.name}, ${db} dB, ${ms} ms`, one, db, ms] as const)),
  );

  it('is tried on more than twenty desks', () => {
    expect(bad.length).toBeGreaterThan(20);
  });

  it.each(bad)('%s', (_name, one, db, ms) => {
    const rig = ring(one, db, ms);
    const [howl, ...more] = found(rig, 'loop-howl');
    expect(more).toEqual([]);
    const figure = (label: string) => howl!.figures.find((each) => each.label === label)!.value;
    // Two tracks, each on both sides of what both take: [[1, 1], [1, 1]] times the fader has the eigenvalue 2 (arithmetic).
    expect(figure('Once round')).toBeCloseTo(20 * Math.log10(2) + db, 1);
    expect(figure('Round in')).toBeGreaterThan(ms);
    const fixes = fixesFor(rig, howl!.id, makeEngineMemory());
    expect(fixes.length).toBeGreaterThan(0);
    for (const { edit, label } of fixes)
      expect({ label, left: found(applyEdit(rig, edit).rig, 'loop-howl') }).toEqual({ label, left: [] });
  });

  it.each(RINGS.flatMap((one) => ([-30, -50, 'off'] as const).map((db) => [one.name, db, one] as const)))(
    '%s, the return at %s: nothing comes round',
    (_name, db, one) => {
      expect(found(ring(one, db, 12), 'loop-howl')).toEqual([]);
    },
  );
});

/** Tracks recorded, and played back into the mix that is sent. */
const doubled = (
  { desk, back, fader, kind }: (typeof RINGS)[number],
  faderDb: number | 'off',
  monitorMs: number,
) =>
  talk(
    desk,
    'encoder',
    { [kind]: 'whole mix', [fader]: faderDb },
    withApp('recorder', () => ({ output: { device: 'desk', stream: back }, monitorMs })),
  );

describe('voices sent straight and played back once more', () => {
  const bad = RINGS.flatMap((one) =>
    FADERS.flatMap((db) => LATE.map((ms) => [`${one.name}, ${db} dB, ${ms} ms`, one, db, ms] as const)),
  );

  it.each(bad)('%s', (_name, one, db, ms) => {
    const rig = doubled(one, db, ms);
    const [path, ...more] = found(rig, 'double-path');
    expect(more).toEqual([]);
    const apart = path!.figures.find(({ label }) => label === 'Apart by')!.value;
    expect(apart).toBeGreaterThan(ms);
    const notch = path!.figures.find(({ label }) => label === 'First notch')!.value;
    // A sound and its copy: the first notch is half a turn of what lies between (arithmetic).
    expect(notch).toBeCloseTo(500 / apart, 6);
    const fixes = fixesFor(rig, path!.id, makeEngineMemory());
    expect(fixes.length).toBeGreaterThan(0);
    for (const { edit, label } of fixes)
      expect({ label, left: found(applyEdit(rig, edit).rig, 'double-path') }).toEqual({ label, left: [] });
  });

  it.each(RINGS.flatMap((one) => ([-30, 'off'] as const).map((db) => [one.name, db, one] as const)))(
    '%s, the return at %s: one way is left',
    (_name, db, one) => {
      expect(found(doubled(one, db, 12), 'double-path')).toEqual([]);
    },
  );
});
