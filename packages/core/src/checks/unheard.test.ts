import { deskControlId as is } from '../catalogue';
import { skerryLight } from '../demo';
import { fixesFor, solveRig } from '../offers';
import { changeLead, putApp, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';
import { DESKS, encoder, talk, withApp } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** Who should hear whom, where others are heard. Common practice, no published source. */

const unheardIn = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'unheard');

const ORDINARY = ordinaryDesks();

describe('silent', () => {
  // A show that takes what the recorder takes: everyone on it is on the air.
  const streamed = ORDINARY.flatMap(([name, rig]): [string, Rig][] => {
    // With a far end on another line, the audience would hear one side only.
    if (rig.apps.some(({ kind }) => kind === 'call')) return [];
    const recording = rig.apps.find(({ kind, tracks }) => kind === 'recorder' && tracks.length <= 2);
    const { device = '', stream = '' } = (recording?.input ?? {}) as { device?: string; stream?: string };
    return recording && device
      ? [[name, after(rig, putApp(rig, { ...encoder(device, stream), computer: recording.computer }))]]
      : [];
  });
  it('there are at least twenty desks that stream what they record', () => {
    expect(streamed.length).toBeGreaterThanOrEqual(20);
  });
  it.each(streamed)('%s, streamed as well', (_name, rig) => {
    expect(unheardIn(rig)).toEqual([]);
  });

  it.each(
    Object.entries(DESKS).flatMap(([name, desk]) =>
      (['call', 'encoder'] as const).map((kind) => [name, kind, desk] as const),
    ),
  )('%s, %s', (_name, kind, desk) => {
    expect(unheardIn(talk(desk, kind))).toEqual([]);
  });

  it('the museum, its one wrong lead mended', () => {
    const [wrong] = solveRig(skerryLight).findings;
    expect(unheardIn(after(skerryLight, fixesFor(skerryLight, wrong!.id)[0]!.edit))).toEqual([]);
  });

  it('a call that plays nowhere yet: a thing to do', () => {
    const rig = talk(
      DESKS['mixer, its mix by USB']!,
      'call',
      {},
      withApp('call', () => ({ output: null })),
    );
    expect(unheardIn(rig)).toEqual([]);
    expect(solveRig(rig).toDo.map(({ words }) => words)).toEqual([
      'Nobody speaks into Spare microphone yet',
      expect.stringMatching(/^Call on .+ plays nowhere yet: nobody here hears its far end$/u),
    ]);
  });

  it('a microphone that nobody speaks into, and a voice that nothing keeps: told as that', () => {
    const lost = after(talk(DESKS['mixer, its mix by USB']!, 'encoder'), (now) => ({
      label: 'pull a lead',
      steps: [{ collection: 'leads', id: now.leads[1]!.id, path: [], from: now.leads[1]!, to: undefined }],
    }));
    expect(solveRig(lost).findings.map(({ code }) => code)).toContain('not-arriving');
    expect(unheardIn(lost)).toEqual([]);
  });
});

describe('said, and every fix ends it', () => {
  const PODCAST = DESKS['podcast mixer, its first port']!;
  const MIXER = DESKS['mixer, its mix by USB']!;
  // Its one wrong lead mended: while that stands, what follows from it is not told.
  const [wrong] = solveRig(skerryLight).findings;
  const mended = after(skerryLight, fixesFor(skerryLight, wrong!.id)[0]!.edit);
  const museum = (control: string, value: number | string | boolean) =>
    after(mended, (now) => setControl(now, 'mixer', control, value));
  const bad: [string, Rig, string][] = [
    ...(['call', 'encoder'] as const).flatMap((kind): [string, Rig, string][] => {
      const who = kind === 'call' ? 'Far end of Call' : 'Audience of Show';
      return [
        ...['ch1', 'ch2'].flatMap((strip, at): [string, Rig, string][] => {
          const title = `${who} does not hear ${['ANN', 'BOB'][at]}`;
          return [
            [
              `${kind}, podcast mixer, ${strip} muted`,
              talk(PODCAST, kind, { [is.mute(strip)]: true }),
              title,
            ],
            [
              `${kind}, podcast mixer, ${strip} faded out`,
              talk(PODCAST, kind, { [is.fader(strip)]: 'off' }),
              title,
            ],
            [
              `${kind}, podcast mixer, ${strip} not in the custom mix`,
              talk(PODCAST, kind, {
                [is.kind('main')]: 'custom',
                [is.send('main', strip)]: 'off',
              }),
              title,
            ],
            [`${kind}, mixer, ${strip} muted`, talk(MIXER, kind, { [is.mute(strip)]: true }), title],
            [`${kind}, mixer, ${strip} faded out`, talk(MIXER, kind, { [is.fader(strip)]: 'off' }), title],
          ];
        }),
      ];
    }),
    [
      'museum, the keeper out of the auxiliary',
      museum(is.send('send', 'ch1'), 'off'),
      'Far end of Call does not hear Keeper',
    ],
    [
      'museum, the guest out of it',
      museum(is.send('send', 'ch2'), 'off'),
      'Far end of Call does not hear Guest',
    ],
    [
      'museum, the neighbour out of it',
      museum(is.send('send', 'ch4'), 'off'),
      'Far end of Call does not hear Neighbour',
    ],
    [
      'podcast mixer, the return faded out',
      talk(PODCAST, 'call', { [is.fader('usb1')]: 'off' }),
      'Nobody here hears the far end of Call',
    ],
    [
      'podcast mixer, the return muted',
      talk(PODCAST, 'call', { [is.mute('usb1')]: true }),
      'Nobody here hears the far end of Call',
    ],
  ];
  it.each(bad)('%s', (_name, rig, title) => {
    const [found, ...others] = unheardIn(rig).filter((one) => one.title === title);
    expect(found?.title).toBe(title);
    expect(others).toEqual([]);
    pressEveryFix(rig, 'unheard');
  });
});

it.each(['tip', 'ring'])(
  'a stereo player whose lead has lost its %s: the side that nobody hears is named, and mended',
  (wire) => {
    const [, rig] = ordinaryDesks().find(([name]) => /player in its stereo/.test(name))!;
    const lead = rig.leads.find(({ kind }) => kind === 'mini-trs')!;
    const broken = after(rig, changeLead(rig, lead.id, { broken: [wire] }));
    const found = solveRig(broken).findings.filter(({ severity }) => severity !== 'advice');
    expect(found.map(({ code }) => code)).toEqual(['unheard']);
    expect(found[0]!.title).toMatch(/“.*(left|right)” comes to nobody, its other side does$/);
    const [fix] = fixesFor(broken, found[0]!.id);
    expect(
      solveRig(after(broken, fix!.edit)).findings.filter(({ severity }) => severity !== 'advice'),
    ).toEqual([]);
  },
);

it('a broken return to somebody’s headphones is told once, on every desk', () => {
  const said = ordinaryDesks().flatMap(([name, rig]) =>
    rig.leads
      .filter(({ kind }) => kind === 'mini-trs')
      .filter(({ ends }) => ends.some((end) => end && 'device' in end && end.device.startsWith('ears')))
      .map(({ id }) => {
        const broken = after(rig, changeLead(rig, id, { broken: ['sleeve'] }));
        const grave = solveRig(broken).findings.filter(({ severity }) => severity !== 'advice');
        // What is heard in those headphones alone comes to nobody now: that is something else.
        return [name, ...grave.map(({ code }) => code).filter((code) => code !== 'not-arriving')];
      }),
  );
  expect(said.length).toBeGreaterThan(8);
  expect(said.filter(([, ...codes]) => codes.join() !== 'leg-lost')).toEqual([]);
});
