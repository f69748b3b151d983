import { newApp, placeCall, solve, tuned } from '../offers';
import { applyEdit, type App, type Plugged, type Rig } from '../rig';
import { after } from '../rig/testing';
import { USUAL_ANSWERS, type Answers } from './answers';
import { layOut } from './set-up';

/** What stands where, what is plugged into what, and what programs take, before anything is turned. */

const laid = (change: Partial<Answers>): Rig => layOut({ ...USUAL_ANSWERS, ...change });
const gear = (rig: Rig) => rig.devices.map(({ name, model, place }) => `${name}: ${model}, ${place}`);
const plug = (rig: Rig, end: Plugged) =>
  end && 'device' in end ? `${rig.devices.find(({ id }) => id === end.device)!.name} ${end.port}` : 'free';
const leads = (rig: Rig) =>
  rig.leads.map(({ ends, kind, lengthM }) =>
    [
      ends
        .map((end) => plug(rig, end))
        .sort()
        .join(' – '),
      kind,
      lengthM,
    ].join(', '),
  );
const programs = (rig: Rig) =>
  rig.apps.map(({ name, computer, input, output, tracks }) => ({
    name,
    on: rig.devices.find(({ id }) => id === computer)!.name,
    in: input && 'stream' in input ? input.stream : input,
    out: output && 'stream' in output ? output.stream : output,
    tracks: tracks.map((track) => `${track.name} ${track.channel}`),
  }));

describe('one near the computer', () => {
  it('a USB microphone, its lead, a recorder', () => {
    const rig = laid({ people: 1, distanceM: 4 });
    expect(gear(rig)).toEqual(['Microphone: mic-usb, Desk', 'Computer: laptop-c, Desk']);
    expect(leads(rig)).toEqual(['Computer usb1 – Microphone usb, usb-c-c, 4']);
    expect(programs(rig)).toEqual([
      { name: 'Recorder', on: 'Computer', in: 'usb-in', out: null, tracks: ['Talker 1'] },
    ]);
    expect(rig.placements).toMatchObject([{ distanceM: USUAL_ANSWERS.mouthM }]);
  });

  it('the computer that is there already', () => {
    expect(gear(laid({ people: 1, owned: ['desktop'] }))[1]).toBe('Computer: desktop, Desk');
    expect(gear(laid({ owned: ['interface-4', 'laptop-tunnel'] }))[1]).toBe('Computer: laptop-tunnel, Desk');
  });
});

it('two: an input, a track and headphones each, the second from an amplifier', () => {
  const rig = laid({ distanceM: 6 });
  expect(gear(rig)).toEqual([
    'Desk: interface-4, Desk',
    'Computer: laptop-c, Desk',
    'Talker 1, microphone: mic-dynamic-hand, Table',
    'Talker 2, microphone: mic-dynamic-hand, Table',
    'Headphone amplifier: headphone-amplifier, Table',
    'Headphones: headphones, Desk',
    'Headphones 2: headphones, Table',
  ]);
  expect(leads(rig)).toEqual([
    'Computer usb1 – Desk usb, usb-c-b, 2',
    'Desk in1 – Talker 1, microphone out, xlr, 6',
    'Desk in2 – Talker 2, microphone out, xlr, 6',
    'Desk outL – Headphone amplifier inL, trs-635, 1',
    'Desk outR – Headphone amplifier inR, trs-635, 1',
    'Desk phones – Headphones in, mini-trs, 2',
    'Headphone amplifier phones1 – Headphones 2 in, mini-trs, 2',
  ]);
  expect(programs(rig)).toEqual([
    { name: 'Recorder', on: 'Computer', in: 'usb-in', out: null, tracks: ['Talker 1 1', 'Talker 2 2'] },
  ]);
});

it('as many headphones as there are people, and one at least; as many as there are sockets', () => {
  const worn = (people: number) =>
    gear(laid({ people, grows: true })).filter((one) => /^Headphones/.test(one)).length;
  expect([1, 2, 5].map(worn)).toEqual([1, 2, 5]);
});

describe('an instrument', () => {
  it('goes into a combined socket as it is, set to it', () => {
    const rig = laid({ people: 1, instruments: 1 });
    expect(leads(rig)).toContain('Desk in2 – Instrument 1 out, trs-635, 3');
    expect(rig.devices[0]!.settings).toEqual({ instrument2: true });
    expect(programs(rig)[0]!.tracks).toEqual(['Talker 1', 'Instrument 1 2']);
  });

  it('goes through a DI box where sockets are for microphones alone, that far from the desk', () => {
    const rig = laid({ people: 1, instruments: 2, events: true, callers: 1, distanceM: 10 });
    expect(leads(rig)).toEqual(
      expect.arrayContaining([
        'DI box, instrument 1 in – Instrument 1 out, trs-635, 3',
        'DI box, instrument 1 out – Desk in2, xlr, 10',
        'DI box, instrument 2 out – Desk in3, xlr, 10',
      ]),
    );
    expect(gear(rig)).toContain('DI box, instrument 2: di-passive, Table');
  });

  it('is left out where people have taken the sockets', () =>
    expect(gear(laid({ people: 7, instruments: 3 })).filter((one) => /guitar/.test(one))).toHaveLength(1));

  it('none where people take every socket', () => {
    const rig = laid({ people: 12, instruments: 2 });
    const voices = gear(rig).filter((one) => /, microphone/.test(one));
    expect(gear(rig).filter((one) => /guitar/.test(one))).toEqual([]);
    expect(voices.length).toBeLessThan(12);
    const tracks = rig.apps[0]!.tracks;
    expect(tracks.map(({ id, channel }) => [id, channel])).toEqual(
      voices.map((_, at) => [`track-${at + 1}`, at + 1]),
    );
  });
});

it('an audience: loudspeakers on the main outputs, left and right, and no amplifier there', () => {
  const rig = laid({ people: 2, events: true, callers: 1 });
  expect(gear(rig)).toEqual(
    expect.arrayContaining(['Loudspeaker left: loudspeaker, Hall', 'Loudspeaker right: loudspeaker, Hall']),
  );
  expect(leads(rig)).toEqual(
    expect.arrayContaining([
      'Desk outL – Loudspeaker left in, trs-635, 10',
      'Desk outR – Loudspeaker right in, trs-635, 10',
    ]),
  );
  expect(gear(rig).join()).not.toContain('amplifier');
  expect(gear(laid({ callers: 1 })).join()).not.toContain('Loudspeaker');
});

describe('who listens to what', () => {
  it('a call takes the mix by which it hears everyone, and never itself', () => {
    const rig = laid({ people: 3, callers: 1, events: true });
    expect(programs(rig)[1]).toEqual({
      name: 'Call',
      on: 'Computer',
      in: 'usb-mix',
      out: 'usb-out',
      tracks: [],
    });
    expect(rig.devices[0]!.settings).toEqual({ 'stream.usb-mix.kind': 'minus own' });
  });

  it('a call beside a stream gets the second port and a computer of its own', () => {
    const rig = laid({ callers: 1, streams: true });
    expect(leads(rig)).toContain('Computer for the call usb1 – Desk usb2, usb-c-c, 2');
    expect(programs(rig).map(({ name, on, in: from, out }) => [name, on, from, out])).toEqual([
      ['Recorder', 'Computer', { joined: 'joined' }, null],
      ['Call', 'Computer for the call', 'second', 'second-return'],
      ['Stream', 'Computer', 'main', null],
    ]);
  });

  it('a stream without a call needs no second computer', () => {
    const rig = laid({ streams: true });
    expect(programs(rig).map(({ name, on }) => [name, on])).toEqual([
      ['Recorder', 'Computer'],
      ['Stream', 'Computer'],
    ]);
  });
});

it('a camera stands on the desk where there is one', () => {
  const cameras = (camera: Answers['camera']) => gear(laid({ camera })).filter((one) => /camera/.test(one));
  expect(cameras('none')).toEqual([]);
  expect(cameras('computer')).toEqual(['Camera: camera, Desk']);
});

describe('more than a desk has sockets for', () => {
  it('as many as there are sockets speak into one', () => {
    const rig = laid({ people: 12 });
    expect(rig.people).toHaveLength(8);
    expect(gear(rig).filter((one) => one.includes('interface'))).toEqual([
      expect.stringContaining('interface-8'),
    ]);
  });
});

describe('an instrument', () => {
  const boxes = (rig: Rig) => rig.devices.filter(({ model }) => model === 'di-passive').length;

  it('goes straight into a combined socket, and by a DI box into one for microphones alone', () => {
    const straight = laid({ people: 1, distanceM: 9, instruments: 1, owned: ['interface-2'] });
    expect(boxes(straight)).toBe(0);
    const boxed = laid({ people: 1, distanceM: 9, instruments: 1, owned: ['mixer-4-usb'] });
    expect(boxes(boxed)).toBe(1);
  });
});

describe('whoever is on the line is kept where tracks are kept (common practice, no published source)', () => {
  const tracksWithCall = (rig: Rig): number => {
    const { feeds } = solve(rig);
    const row = feeds.rows[feeds.speakers.findIndex(({ sound }) => sound === 'far end')]!;
    return feeds.posts.filter(({ kind }, at) => kind === 'track' && row[at]!.state === 'arrives').length;
  };

  it.each([
    ['two and a caller', { callers: 1 }],
    ['two and two callers', { callers: 2 }],
    ['a caller beside a stream', { callers: 1, streams: true }],
    ['a caller before an audience', { callers: 1, events: true }],
  ] as [string, Partial<Answers>][])('advised: %s', (_what, change) =>
    expect(tracksWithCall(laid(change))).toBe(1),
  );

  it.each([
    ['podcast desk', { instruments: 1, handsOn: true, streams: true }, 1],
    ['mixer', { handsOn: true }, 1],
    ['interface', {}, 1],
    // Three want its one mix, and that leaves the caller out; nothing else it sends has the playback.
    ['interface for three', { people: 3 }, 0],
  ] as [string, Partial<Answers>, number][])(
    'a call added to a rig with a %s hears everyone, not itself, is heard, and is on a track if it can be',
    (_what, change, tracks) => {
      const rig = tuned(laid(change));
      const [{ computer }] = rig.apps as [App];
      const edit = placeCall(rig, newApp(rig, computer, 'call'));
      const next = applyEdit(rig, edit).rig;
      const { feeds } = solve(next);
      const far = feeds.posts.findIndex(({ kind }) => kind === 'call');
      const calls = feeds.rows[feeds.speakers.findIndex(({ sound }) => sound === 'far end')]!;
      feeds.speakers.forEach(({ sound }, row) => {
        if (sound === 'voice') expect(feeds.rows[row]![far]!.state).toBe('arrives');
      });
      expect(calls[far]!.state).toBe('quiet');
      expect(feeds.posts.some(({ kind }, at) => kind === 'ears' && calls[at]!.state === 'arrives')).toBe(
        true,
      );
      expect(tracksWithCall(next)).toBe(tracks);
      expect(after(next, applyEdit(rig, edit).inverse)).toEqual(rig);
    },
  );
});
