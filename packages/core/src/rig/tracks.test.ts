import { makeEngineMemory, solve } from '../offers';
import { atInterface } from '../checks/feeds.testing';
import { isMonitored, putApp, standsIn, trackWords, withMonitored, withMonitoring } from '.';
import { after } from './testing';

/** A recorder of two channels of an interface, a voice on the first, headphones in the interface. */
const rig = atInterface('interface-2', 'off', undefined, [], 'usb-in');
const app = { ...rig.apps[0]!, tracks: [1, 2].map((n) => ({ id: `t${n}`, name: `${n}`, channel: n })) };
const sounding = (one: typeof app) =>
  one.tracks.filter((track) => isMonitored(one, track)).map(({ id }) => id);
const inEars = (one: typeof app): boolean => {
  const { heard } = solve(
    after(rig, (now) => putApp(now, one)),
    makeEngineMemory(),
  );
  const ears = heard.sinks.filter(({ kind }) => kind === 'ears').map(({ node }) => node);
  return heard.arrivals.some(({ source, sink }) => source.includes('ann') && ears.includes(sink));
};

describe('tracks played back', () => {
  it('of one that plays nothing back only the one that is switched on sounds', () => {
    expect(sounding(app)).toEqual([]);
    expect(sounding(withMonitored(app, 't2', true))).toEqual(['t2']);
    expect(inEars(withMonitored(app, 't2', true))).toBe(false);
    expect(inEars(withMonitored(app, 't1', true))).toBe(true);
  });

  it('of one that plays all back one is taken out', () => {
    const all = withMonitoring(app, 20);
    expect(sounding(all)).toEqual(['t1', 't2']);
    const less = withMonitored(all, 't1', false);
    expect([sounding(less), less.monitorMs, inEars(all), inEars(less)]).toEqual([['t2'], 20, true, false]);
  });

  it('with the last one off it is as if it had never played anything back', () => {
    expect(withMonitored(withMonitored(app, 't1', true), 't1', false)).toEqual(app);
  });

  it('all on again is stated nowhere', () => {
    const all = withMonitoring(app, 20);
    expect(withMonitored(withMonitored(all, 't1', false), 't1', true)).toEqual(all);
  });
});

describe('a name in another', () => {
  it.each([
    ['Ann', 'Ann', true],
    ['Ann', 'Ann’s voice', true],
    ['Ann', 'ann left', true],
    ['Ann', 'voice of ANN', true],
    ['Ann', 'Hannah', false],
    ['A', 'Track 1', false],
    ['1', 'Track 1', true],
    ['1', 'Track 12', false],
    ['Ann Bell', 'Ann Bell 2', true],
    ['Ann Bell', 'Ann', false],
    ['Åse', 'Spor åse', true],
    ['', 'Track 1', false],
    ['…', 'Track 1', false],
    ['Ann', '', false],
  ])('“%s” in “%s”: %s', (name, other, is) => expect(standsIn(name, other)).toBe(is));
});

describe('what a track is called in a sentence', () => {
  it.each([
    ['Ann', 'track Ann', 'Track Ann'],
    ['Track 1', 'Track 1', 'Track 1'],
    ['Backing track', 'Backing track', 'Backing track'],
    ['Tracker', 'track Tracker', 'Track Tracker'],
  ])('%s', (name, within, first) =>
    expect([trackWords({ name }), trackWords({ name }, 'Track')]).toEqual([within, first]),
  );
});
