import { solve, solveRig } from '../offers';
import { type App, type Rig, type SampleRateHz } from '../rig';
import { atRates, joinedDesk } from './joined.testing';
import { pressEveryFix } from './pressed.testing';
import { trackNotArmed } from './track-not-armed';

const OURS = ['rate-mismatch', 'track-not-armed'];
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));

const SETS = [
  ['mic-usb', 'mic-usb'],
  ['mic-usb', 'mic-usb-stereo'],
  ['interface-2', 'mic-usb'],
  ['interface-4', 'interface-2', 'mic-usb'],
  ['mixer-4-usb', 'mic-usb', 'mic-usb-plain'],
  ['interface-1', 'interface-1', 'interface-1', 'mic-usb'],
];

const joinedAt = (models: string[], rates: readonly (SampleRateHz | undefined)[]): Rig =>
  atRates(joinedDesk(models), rates);

const writing = (rig: Rig, rateHz: SampleRateHz): Rig => ({
  ...rig,
  apps: rig.apps.map((app) => ({
    ...app,
    recording: { rateHz, bits: 24, files: 'one for each track', container: 'wav' },
  })),
});

/** A recorder with some tracks not armed, by channel. */
const unarmed = (rig: Rig, channels: readonly number[]): Rig => ({
  ...rig,
  apps: rig.apps.map((app): App => ({
    ...app,
    tracks: app.tracks.map((track) =>
      channels.includes(track.channel) ? { ...track, isArmed: false } : track,
    ),
  })),
});

describe('silent', () => {
  it.each(SETS.map((models): [string, string[]] => [models.join(' + '), models]))(
    '%s, all at one rate that is written',
    (_name, models) => {
      for (const rate of [44_100, 48_000, 96_000] as const)
        expect(
          saidOf(
            writing(
              joinedAt(
                models,
                models.map(() => rate),
              ),
              rate,
            ),
          ),
        ).toEqual([]);
    },
  );

  it.each(SETS.map((models): [string, string[]] => [models.join(' + '), models]))(
    '%s, one set to 48 kHz and the others as they are asked',
    (_name, models) => expect(saidOf(joinedAt(models, [48_000]))).toEqual([]),
  );

  it('a track that nobody is on need not be armed', () => {
    // The second channel of an interface with one microphone in it.
    expect(saidOf(unarmed(joinedDesk(['interface-2', 'mic-usb']), [2]))).toEqual([]);
  });

  it('what another recorder keeps need not be armed here', () => {
    const rig = joinedDesk(['mic-usb', 'mic-usb']);
    const twice = {
      ...rig,
      apps: [...unarmed(rig, [1, 2]).apps, { ...rig.apps[0]!, id: 'spare', name: 'Spare' }],
    };
    expect(saidOf(twice)).toEqual([]);
  });
});

describe('what keeps a sound', () => {
  /** A track that is not armed, its voice kept by something of this kind. */
  const keptBy = (kind: 'track' | 'camera' | 'ears') => {
    const rig = joinedDesk(['mic-usb', 'mic-usb']);
    const [armed, solved] = [solve(rig), solve(unarmed(rig, [1]))];
    const at = solved.graph.sources.findIndex(({ node }) => node === armed.heard.arrivals[0]!.source);
    const bySource = solved.heard.bySource.with(at, armed.heard.bySource[at]!);
    const sinks = armed.heard.sinks.map((sink) => ({ ...sink, kind }));
    return trackNotArmed({ ...solved, heard: { ...solved.heard, bySource, sinks } });
  };

  it('is a track, or a camera, and nobody’s ears', () => {
    expect(keptBy('track')).toEqual([]);
    expect(keptBy('camera')).toEqual([]);
    expect(keptBy('ears')).toHaveLength(1);
  });
});

const BAD: [string, Rig, string][] = [
  ...SETS.map((models): [string, Rig, string] => [
    `${models.join(' + ')}, the first at 44.1 kHz, the second at 48`,
    joinedAt(models, [44_100, 48_000]),
    'rate-mismatch',
  ]),
  ...SETS.map((models): [string, Rig, string] => [
    `${models.join(' + ')}, the last at 96 kHz, the first at 48`,
    joinedAt(models, [48_000, ...models.slice(2).map(() => undefined), 96_000]),
    'rate-mismatch',
  ]),
  ...SETS.map((models): [string, Rig, string] => [
    `${models.join(' + ')}, all at 44.1 kHz and written at 48`,
    joinedAt(
      models,
      models.map(() => 44_100 as const),
    ),
    'rate-mismatch',
  ]),
  ...SETS.flatMap((models): [string, Rig, string][] => [
    [`${models.join(' + ')}, the first not armed`, unarmed(joinedDesk(models), [1]), 'track-not-armed'],
    [
      `${models.join(' + ')}, nothing armed`,
      unarmed(
        joinedDesk(models),
        Array.from({ length: 32 }, (_, at) => at + 1),
      ),
      'track-not-armed',
    ],
  ]),
];

describe('said, and every fix ends it', () => {
  it.each(BAD)('%s', (_name, rig, code) => {
    pressEveryFix(rig, code);
  });

  it('44.1 kHz read at 48: 8.8 % too fast, 146.7 cents too high (arithmetic)', () => {
    const [found] = saidOf(joinedAt(['mic-usb', 'mic-usb'], [44_100, 44_100]));
    expect(found!.why).toContain('8.8 % too fast');
    const { value } = found!.figures.find(({ unit }) => unit === 'cents')!;
    expect(value).toBeCloseTo(146.71, 2);
  });

  it('a track that is not armed records nothing', () => {
    const rig = unarmed(joinedDesk(['mic-usb', 'mic-usb']), [1]);
    const { strands, sinks } = solveRig(rig);
    const kept = strands
      .filter(({ arrives, person }) => arrives && person)
      .map(({ sink }) => sinks.find(({ node }) => node === sink)?.track);
    expect(kept).toEqual(['t2']);
  });
});
