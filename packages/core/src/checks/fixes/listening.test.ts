import { fixesFor, solve, solveRig } from '../../offers';
import type { Rig } from '../../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow } from '../../rig/testing';
import type { Fix } from '../finding';
import { pressEveryFix } from '../pressed.testing';
import { chooseElsewhere, streamsAt, systemElsewhere, takeIt } from './listening';

/** ANN on input 2, BOB on input 1 or nobody; a spare USB microphone on the same laptop. */
const desk = (apps: AppRow[], bobToo = false): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'other', model: 'mic-dynamic-hand' },
      { id: 'spare', model: 'mic-usb', name: 'Spare' },
      { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 50, gain2: 50 } },
      { id: 'pc', model: 'laptop-c', name: 'Laptop', apps },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in2'], lengthM: 3 },
      ...(bobToo ? [{ kind: 'xlr', ends: ['other.out', 'box.in1'], lengthM: 3 }] : []),
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['pc.usb2', 'spare.usb'], lengthM: 1 },
    ],
    people: people('ann', ...(bobToo ? ['bob'] : [])),
    placements: [seat('ann', 'mic', 0.05), ...(bobToo ? [seat('bob', 'other', 0.05)] : [])],
  });

const labels = (fixes: Fix[]) => fixes.map(({ label }) => label);
const takes = (rig: Rig, at = 0) => takeIt(solve(rig), 'ann')[at]!;
const tracksAfter = (rig: Rig, at = 0) =>
  after(rig, takes(rig, at).edit).apps[0]!.tracks.map(({ name, channel }) => `${name}: ${channel}`);
const OF_SPARE = recorder('spare', [1]);

describe('as loud on two channels', () => {
  it('the first of them is taken', () => {
    const mixed = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-podcast', settings: { gain1: 45 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [5], 'main')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'], lengthM: 1 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.05)],
    });
    expect(labels(takeIt(solve(mixed), 'ann'))[0]).toMatch(/ take channel 1$/);
  });
});

describe('a recorder on the right stream', () => {
  it('moves a track that has nothing', () => {
    const rig = desk([recorder('box', [1])]);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual(['Let Track 1 take channel 2']);
    expect(tracksAfter(rig)).toEqual(['Track 1: 2']);
    pressEveryFix(rig, 'not-arriving');
  });

  it('gets another track where every one has something', () => {
    const rig = desk([recorder('box', [1])], true);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual(['Add a track for ANN on channel 2']);
    expect(tracksAfter(rig)).toEqual(['Track 1: 1', 'ANN: 2']);
    pressEveryFix(rig, 'not-arriving');
  });

  it('moves the one of several that has nothing', () => {
    const rig = desk([recorder('box', [1, 7])], true);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual(['Let Track 7 take channel 2']);
    expect(tracksAfter(rig)).toEqual(['Track 1: 1', 'Track 7: 2']);
  });
});

describe('a program that listens elsewhere', () => {
  it('takes the stream, and a recorder’s first track the channel of the voice', () => {
    const rig = desk([OF_SPARE]);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual([
      'Let Recorder listen to USB input 1–2 of Box, Track 1 take channel 2',
    ]);
    expect(tracksAfter(rig)).toEqual(['Track 1: 2']);
    pressEveryFix(rig, 'not-arriving');
  });

  it('keeps its tracks where one of them is on it already', () => {
    const rig = desk([recorder('spare', [2, 1])]);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual(['Let Recorder listen to USB input 1–2 of Box']);
    expect(tracksAfter(rig)).toEqual(['Track 2: 2', 'Track 1: 1']);
  });

  it('gets a track where it has none', () => {
    const rig = desk([recorder('spare', [])]);
    expect(labels(takeIt(solve(rig), 'ann'))).toEqual(['Let Recorder listen to USB input 1–2 of Box']);
    expect(tracksAfter(rig)).toEqual(['ANN: 2']);
  });

  it('is asked each for itself, but for one that only plays', () => {
    const player: AppRow = {
      ...OF_SPARE,
      id: 'player',
      name: 'Player',
      kind: 'player',
      input: null,
      tracks: [],
    };
    const calling = call('spare', 'usb-in', 'usb-out');
    expect(labels(takeIt(solve(desk([calling, player, OF_SPARE])), 'ann'))).toEqual([
      'Let Call listen to USB input 1–2 of Box',
      'Let Recorder listen to USB input 1–2 of Box, Track 1 take channel 2',
    ]);
  });

  it('takes nothing of a voice that comes to no stream', () => {
    const rig = desk([OF_SPARE]);
    const unplugged = { ...rig, leads: rig.leads.slice(1) };
    expect(takeIt(solve(unplugged), 'ann')).toEqual([]);
  });
});

describe('what a computer is shown', () => {
  const rig = desk([recorder('box', [1])]);
  const solved = solve(rig);
  const app = rig.apps[0]!;

  it('is what is plugged in there, and its own', () => {
    const shown = (side: 'input' | 'output') =>
      streamsAt(solved, app, side).map(({ device, stream }) => `${device} ${stream}`);
    expect(shown('input')).toEqual(['spare usb-in', 'box usb-in', 'pc jack-in']);
    expect(shown('output')).toEqual(['spare usb-out', 'box usb-out', 'pc jack-out']);
    expect(streamsAt(solved, app)).toEqual(streamsAt(solved, app, 'input'));
  });

  it('is offered without what is taken already, one device ahead of the others', () => {
    expect(labels(chooseElsewhere(solved, app, 'input', 'pc'))).toEqual([
      'Let Recorder listen to Headset jack microphone of Laptop',
      'Let Recorder listen to USB input of Spare',
    ]);
    const [fix] = chooseElsewhere(solved, app, 'output');
    expect(fix!.label).toBe('Let Recorder play into Headphones of the microphone of Spare');
    expect(after(rig, fix!.edit).apps[0]!.output).toEqual({ device: 'spare', stream: 'usb-out' });
  });

  it('can be taken by its system', () => {
    const fixes = systemElsewhere(solved, 'pc', 'output', 'box');
    expect(fixes[0]!.label).toBe('Let the system of Laptop play into USB playback of Box');
    expect(fixes).toHaveLength(3);
    expect(after(rig, fixes[0]!.edit).devices.at(-1)!.system).toMatchObject({
      output: { device: 'box', stream: 'usb-out' },
    });
  });
});

it('says that a voice comes to the computer and no further', () => {
  const { title, why } = solveRig(desk([OF_SPARE])).findings.find(({ code }) => code === 'not-arriving')!;
  expect(title).toBe('ANN is heard by no track and no call');
  expect(why).toMatch(
    /^It comes to the computer as “USB input 2” of Box, and no program takes it from there\./,
  );
});

describe('several USB microphones, one recorder', () => {
  const three = (tracks: AppRow['tracks']): Rig =>
    rigOf({
      devices: [
        ...[1, 2, 3].map((n) => ({ id: `mic${n}`, model: 'mic-usb', settings: { gain: 30 } })),
        { id: 'pc', model: 'desktop', apps: [{ ...recorder('mic1', []), tracks }] },
      ],
      leads: [1, 2, 3].map((n) => ({ kind: 'usb-a-c', ends: [`pc.usb${n}`, `mic${n}.usb`], lengthM: 2 })),
      people: people('ann', 'bob', 'cleo'),
      placements: ['ann', 'bob', 'cleo'].map((id, at) => seat(id, `mic${at + 1}`, 0.15)),
    });
  const track = (id: string, channel: number) => ({ id, name: id.toUpperCase(), channel });

  it.each([
    ['tracks for all, one stream', [track('ann', 1), track('bob', 2), track('cleo', 3)]],
    ['one track', [track('ann', 1)]],
    ['no track', []],
  ])('%s: the first fixes join the inputs, nobody is lost on the way', (_what, tracks) => {
    let rig = three(tracks);
    for (let turn = 0; turn < 4; turn += 1) {
      const found = solveRig(rig).findings.find(({ severity }) => severity === 'fault');
      if (!found) break;
      rig = after(rig, fixesFor(rig, found.id)[0]!.edit);
    }
    expect(solveRig(rig).findings.filter(({ severity }) => severity !== 'advice')).toEqual([]);
    expect(rig.apps[0]!.tracks.map(({ name, channel }) => [name, channel])).toEqual([
      ['ANN', 1],
      ['BOB', 2],
      ['CLEO', 3],
    ]);
    expect(rig.joinedInputs[0]!.members.map(({ device, resampled }) => [device, resampled])).toEqual([
      ['mic1', false],
      ['mic2', true],
      ['mic3', true],
    ]);
  });
});
