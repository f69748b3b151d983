import { deskControlId as is } from '../../catalogue';
import { solve } from '../../offers';
import { putApp, setControl, type Rig } from '../../rig';
import { after, call, people, recorder, rigOf, seat } from '../../rig/testing';
import { keepOut, letThrough } from './let-through';

/** A voice at a podcast mixer with a call, a player program, and a recorder of its first channel. */
const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'desk', model: 'mixer-podcast', name: 'Desk', settings: { gain1: 45 } },
    { id: 'phones', model: 'headphones', name: 'Headphones' },
    {
      id: 'pc',
      model: 'laptop-c',
      name: 'Laptop',
      apps: [
        recorder('desk', [1], 'tracks'),
        { ...call('desk', null, 'return'), id: 'player', name: 'Player', kind: 'player' },
        call('desk', 'main', 'second-return'),
      ],
    },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
    { kind: 'mini-trs', ends: ['phones.in', 'desk.phones1'] },
    { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
  ],
  people: people('ann'),
  placements: [seat('ann', 'mic', 0.1)],
});

/** What is offered to let a sound through to a listener, or to keep it out. */
const offered = (tried: typeof letThrough, speaker: string, post: string, at: Rig = rig): string[] => {
  const solved = solve(at);
  const labels = tried(
    solved,
    solved.feeds.speakers.find(({ id }) => id === speaker)!,
    solved.feeds.posts.find(({ id }) => id === post)!,
  ).map(({ label }) => label);
  return labels;
};
const through = (speaker: string, post: string, at?: Rig) => offered(letThrough, speaker, post, at);
const out = (speaker: string, post: string, at?: Rig) => offered(keepOut, speaker, post, at);
const [TRACK, CALL, EARS] = ['track pc recorder t1', 'call call', 'ears phones'];
const shut = (control: string) => after(rig, (now) => setControl(now, 'desk', control, 'off'));

describe('letting a sound through', () => {
  it('what shuts the way comes first', () => {
    expect(through('person ann', CALL, shut(is.fader('ch1')))[0]).toMatch(
      /^Switch Microphone 1 fader on|^Set Microphone 1 fader/,
    );
  });

  it('someone here to a track: what takes them; no program has to play elsewhere', () => {
    const labels = through('person ann', TRACK);
    expect(labels).toContain('Add a track for ANN on channel 1');
    expect(labels.join()).not.toMatch(/play into/);
  });

  it('someone to a call or to ears: no track is added', () => {
    for (const post of [CALL, EARS]) expect(through('person ann', post).join()).not.toMatch(/track/);
    expect(through('person ann', CALL)).toContain('Let Call listen to Every input by itself of Desk');
    expect(through('person ann', EARS).join()).not.toMatch(/listen to/);
  });

  it('what a program plays, to people here: it plays elsewhere, or a lead from its computer is missing', () => {
    const labels = through('app player', EARS);
    expect(labels[0]).toBe('Let Player play into Headset jack of Laptop');
    expect(labels.filter((label) => label.startsWith('Join Laptop to Desk')).length).toBeGreaterThan(0);
    // A recorder, or a far end, does not hear what the computer plays by its own jack.
    for (const post of [TRACK, CALL])
      expect(through('app player', post).join()).not.toMatch(/Player play into/);
    expect(through('app player', TRACK).join()).not.toMatch(/Recorder listen to/);
  });

  it('a programme to a call that takes noise out: it leaves that', () => {
    const quieted = (noise: boolean): Rig => ({
      ...rig,
      apps: rig.apps.map((one) => (one.id === 'call' ? { ...one, processing: { noise } } : one)),
    });
    const at = quieted(true);
    const solved = solve(at);
    const [fix] = letThrough(
      solved,
      solved.feeds.speakers.find(({ id }) => id === 'app player')!,
      solved.feeds.posts.find(({ id }) => id === CALL)!,
    );
    expect(after(at, fix!.edit).apps.find(({ id }) => id === 'call')!.processing).toEqual({ noise: false });
    // A voice is not taken out.
    expect(through('person ann', CALL, at)).toEqual(through('person ann', CALL, quieted(false)));
  });
});

describe('keeping a sound out', () => {
  it('what shuts its way, then another input of the call', () => {
    const labels = out('person ann', CALL);
    expect(labels).toContain('Switch Microphone 1 mute on');
    expect(labels.at(-2)).toBe('Let Call listen to Every input by itself of Desk');
  });

  it('at a track nothing but what shuts the way, and nothing where it does not come', () => {
    const labels = out(
      'person ann',
      TRACK,
      after(rig, (now) => putApp(now, { ...now.apps[0]!, input: { device: 'desk', stream: 'main' } })),
    );
    expect(labels.length).toBeGreaterThan(0);
    expect(labels.join()).not.toMatch(/listen to/);
    expect(out('app call', TRACK)).toEqual([]);
  });

  it('each once, though it comes to two ears', () => {
    const labels = out('person ann', EARS);
    expect(labels).toContain('Switch Microphone 1 mute on');
    expect(new Set(labels).size).toBe(labels.length);
  });

  it('turns of one name on two desks are two: each desk is turned', () => {
    // The first desk's headphones feed an input of a second of the same model, whose headphones someone wears.
    const two = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        ...['near', 'far'].map((id) => ({ id, model: 'mixer-podcast', settings: { gain1: 40 } })),
        { id: 'phones', model: 'headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'near.in1'] },
        { kind: 'ts-635', ends: ['near.phones1', 'far.in1'] },
        { kind: 'mini-trs', ends: ['phones.in', 'far.phones1'] },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.1)],
    });
    const mutes = out('person ann', EARS, two).filter((label) => label === 'Switch Microphone 1 mute on');
    expect(mutes).toHaveLength(2);
  });
});
