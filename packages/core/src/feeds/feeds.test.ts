import { deskControlId as is } from '../catalogue';
import { DESKS, talk } from '../checks/feeds.testing';
import { skerryLight } from '../demo';
import { makeEngineMemory, solve } from '../offers';
import { sayIntent, type Rig } from '../rig';
import { after } from '../rig/testing';
import { feedsOf } from './feeds';

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;

const read = (rig: Rig) => {
  const { find, heard } = solve(rig, makeEngineMemory());
  return feedsOf(find, heard);
};

/** One sound at one listener, by their names. */
const at = (rig: Rig, speaker: string, post: string) => {
  const { speakers, posts, rows } = read(rig);
  return rows[speakers.findIndex(({ name }) => name === speaker)]![
    posts.findIndex(({ name }) => name === post)
  ]!;
};

describe('who speaks and who listens', () => {
  it('left and right of one pair of ears, of one audience, of one player are one', () => {
    const { speakers, posts } = read(skerryLight);
    expect(speakers.map(({ name }) => name)).toEqual([
      'Keeper',
      'Guest',
      'Neighbour',
      'Effects player',
      'Far end of Call',
    ]);
    expect(posts.map(({ name }) => name)).toEqual([
      'Track Keeper',
      'Track Guest',
      'Track Caller',
      'Track Neighbour',
      'Track Effects left',
      'Track Effects right',
      'Far end of Call',
      'Headphones',
      'Gallery',
    ]);
    expect(posts.at(-1)!.devices).toEqual(['speaker-l', 'speaker-r']);
  });
});

describe('what comes where', () => {
  it.each([
    ['ANN', 'Track 1', 'arrives', 'may'],
    ['ANN', 'Track 2', 'quiet', 'may'],
    ['ANN', 'Far end of Call', 'arrives', 'must'],
    ['BOB', 'Headphones', 'arrives', 'must'],
    ['Far end of Call', 'Headphones', 'arrives', 'must'],
    ['Far end of Call', 'Far end of Call', 'quiet', 'never'],
  ])('%s at %s: %s', (speaker, post, state, want) => {
    for (const desk of Object.values(DESKS))
      expect(at(talk(desk, 'call'), speaker, post)).toMatchObject({ state, want, isLate: false });
  });

  it('a far end that gets the whole mix hears itself, at the level it came with and later than its program takes', () => {
    const echo = at(
      talk(PODCAST, 'call', { [is.kind('main')]: 'whole mix' }),
      'Far end of Call',
      'Far end of Call',
    );
    expect(echo.state).toBe('unwanted');
    expect(echo.arrival!.level).toBeCloseTo(talk(PODCAST, 'call').assumptions.callLevelDbfs, 1);
    // The program hands on 20 ms late; the desk and its converters are on top.
    expect(echo.arrival!.lateMs).toBeGreaterThanOrEqual(20);
  });

  it('a far end that nobody hears is missing in the headphones, not in the recording', () => {
    const rig = talk(MIXER, 'call', { [is.fader('usb')]: 'off' });
    expect(at(rig, 'Far end of Call', 'Headphones')).toMatchObject({ state: 'missing', want: 'must' });
    expect(at(rig, 'Far end of Call', 'Track 1')).toMatchObject({ state: 'quiet', want: 'may' });
  });

  it('a voice that is not sent is missing, with the reason', () => {
    expect(at(talk(MIXER, 'encoder', { [is.mute('ch2')]: true }), 'BOB', 'Audience of Show')).toMatchObject({
      state: 'missing',
      because: 'an audience hears everyone who speaks',
    });
  });
});

describe('what the operator says goes before what goes without saying', () => {
  const rig = talk(MIXER, 'call');
  const said = (want: 'arrives' | 'never') =>
    after(rig, sayIntent(rig, { person: 'ann' }, { app: 'call' }, want));

  it.each([
    ['never', 'unwanted', 'never'],
    ['arrives', 'arrives', 'must'],
  ] as const)('%s', (want, state, wants) => {
    expect(at(said(want), 'ANN', 'Far end of Call')).toMatchObject({ state, want: wants, intent: 'meant' });
    expect(at(said(want), 'BOB', 'Far end of Call').intent).toBeUndefined();
    const forgotten = sayIntent(said(want), { person: 'ann' }, { app: 'call' }, null);
    expect(after(said(want), forgotten).intents).toEqual([]);
  });
});
