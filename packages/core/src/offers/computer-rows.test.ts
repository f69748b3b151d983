import { secondComputer } from '../checks/bad-desks.testing';
import { lightChain, preampByLight } from '../checks/clocks.testing';
import { atInterface } from '../checks/feeds.testing';
import { joinedDesk, withTracks } from '../checks/joined.testing';
import { setSystem, type Rig } from '../rig';
import { after } from '../rig/testing';
import { computerPage, nameAfterDesk } from './computer-page';
import { solve } from './solve-rig';

/** Every row of a computer’s page on small desks. */

const pageOf = (rig: Rig, computer = 'pc') => computerPage(solve(rig), computer);
const MIC = 'USB microphone with headphone jack';

describe('two microphones joined on one computer', () => {
  const two = joinedDesk(['mic-usb', 'mic-usb']);
  const page = pageOf(two);

  it('what hangs on it, and what each entry carries, for whom', () => {
    expect(page.gear).toEqual(['d0', 'd1', 'pc']);
    expect(
      page.entries.map(({ device, stream, inputs, outputs, usedBy }) => [
        device,
        stream,
        inputs,
        outputs,
        usedBy,
      ]),
    ).toEqual([
      ['d0', 'usb-in', 1, 0, ['Recorder', 'All of them']],
      ['d0', 'usb-out', 0, 2, []],
      ['d1', 'usb-in', 1, 0, ['Recorder', 'All of them']],
      ['d1', 'usb-out', 0, 2, []],
      ['pc', 'jack-in', 1, 0, []],
      ['pc', 'jack-out', 0, 2, []],
    ]);
    // What comes in and what goes out each have one.
    expect(page.entries.map(({ slider }) => slider.moves)).toEqual([true, true, true, true, true, true]);
  });

  it('who is joined, by whose clock, on which channel', () => {
    expect(page.joined).toEqual([
      {
        id: 'all',
        name: 'All of them',
        hasLeader: true,
        members: [
          {
            device: 'd0',
            stream: 'usb-in',
            label: `${MIC}, USB input`,
            channels: 1,
            isLeading: true,
            isResampled: false,
            isDrifting: false,
            isPlugged: true,
          },
          {
            device: 'd1',
            stream: 'usb-in',
            label: `${MIC} 2, USB input`,
            channels: 1,
            isLeading: false,
            isResampled: true,
            isDrifting: false,
            isPlugged: true,
          },
        ],
        outputs: [],
        marks: [
          { channel: 1, socket: `${MIC}, USB input 1`, who: 'A', tracks: ['Track 1'] },
          { channel: 2, socket: `${MIC} 2, USB input 1`, who: 'B', tracks: ['Track 2'] },
        ],
        usedBy: ['Recorder'],
      },
    ]);
  });

  it('without a leader, not resampled, one pulled out', () => {
    const loose = joinedDesk(['mic-usb', 'mic-usb'], { clock: null, resampled: [] });
    const [joined] = pageOf({ ...loose, leads: loose.leads.slice(1) }).joined;
    expect(joined).toMatchObject({
      hasLeader: false,
      members: [
        { isLeading: false, isPlugged: false },
        { isLeading: false, isResampled: false, isPlugged: true },
      ],
    });
    const [apart] = pageOf(joinedDesk(['mic-usb', 'mic-usb'], { resampled: [] })).joined;
    expect(apart!.members.map(({ isDrifting }) => isDrifting)).toEqual([false, true]);
  });

  it.each<[string, [string, number][], boolean, string[]]>([
    ['heard', [['A', 1]], true, ['heard']],
    ['not armed', [['A', 1]], false, ['not armed']],
    [
      'doubled',
      [
        ['A', 1],
        ['again', 1],
      ],
      true,
      ['doubled', 'doubled'],
    ],
    [
      'beyond',
      [
        ['A', 1],
        ['C', 3],
      ],
      true,
      ['heard', 'no channel'],
    ],
  ])('a track is %s', (_what, tracks, isArmed, states) =>
    expect(pageOf(withTracks(two, tracks, isArmed)).apps[0]!.tracks.map(({ state }) => state)).toEqual(
      states,
    ),
  );

  it('two crystals, each wrong by 50 millionths, drift by 100: 360 ms an hour', () =>
    expect(page.driftMsPerHour).toBeCloseTo(360, 6));
});

describe('two computers at one desk', () => {
  const rig = secondComputer('second');
  it('each has its own programs, entries and room on its bus', () => {
    const [pc, pc2] = ['pc', 'pc2'].map((one) => pageOf(rig, one));
    expect([pc!.gear, pc2!.gear]).toEqual([
      ['desk', 'pc'],
      ['desk', 'pc2'],
    ]);
    const used = (page: typeof pc) =>
      page!.entries.flatMap(({ stream, usedBy }) => usedBy.map((one) => `${stream} ${one}`));
    expect(used(pc)).toEqual(['tracks Recorder']);
    expect(used(pc2)).toEqual(['second Call', 'second-return Call']);
    expect([pc, pc2].map((page) => page!.apps.map(({ name }) => name))).toEqual([['Recorder'], ['Call']]);
    expect(pc2!.apps[0]).toMatchObject({
      hears: 'Podcast mixer with two USB ports, Second computer',
      plays: 'Podcast mixer with two USB ports, Playback of the second computer',
      tracks: [],
    });
    expect([pc, pc2].map((page) => page!.lanes.map(({ where, streams }) => [where, streams.length]))).toEqual(
      [[['All gear of high speed', 1]], [['All gear of high speed', 2]]],
    );
    expect(pc!.joined).toEqual([]);
  });

  it('one that does as its system says what that is', () => {
    const as = after(rig, (now) =>
      setSystem(
        now,
        now.devices.find(({ id }) => id === 'pc2')!,
        'input',
        { device: 'desk', stream: 'second' },
      ),
    );
    const asSystem: Rig = {
      ...as,
      apps: as.apps.map((app) => (app.id === 'call' ? { ...app, input: { system: 'input' } } : app)),
    };
    expect(pageOf(asSystem, 'pc2').apps[0]!.hears).toBe(
      'as the system: Podcast mixer with two USB ports, Second computer',
    );
  });
});

describe('whose clock counts', () => {
  const clocks = (rig: Rig) =>
    pageOf(rig).clocks.map(({ device, follows, inputs }) => [
      device,
      follows,
      inputs.map(({ port }) => port),
    ]);
  const INTO_BOX = ['word-in', 'adat', 'spdif'];
  it('its own, or that of what comes in by light', () => {
    expect(clocks(preampByLight('own'))).toEqual([
      ['box', undefined, INTO_BOX],
      ['amp', undefined, ['word-in']],
    ]);
    expect(clocks(preampByLight('incoming'))).toEqual([
      ['box', 'Eight-channel preamp with ADAT output', INTO_BOX],
      ['amp', undefined, ['word-in']],
    ]);
  });
  it('that of the first, all along a chain, also of what hangs on none of its own sockets', () =>
    expect(
      clocks(lightChain(['own', 'incoming', 'incoming'])).map(([device, follows]) => [device, follows]),
    ).toEqual([
      ['box', undefined],
      ['box1', 'Eighteen-input USB interface'],
      ['box2', 'Eighteen-input USB interface'],
    ]));
  it('nobody’s, where no sound goes as data', () => expect(clocks(secondComputer('second'))).toEqual([]));
});

it('own voices are told where a program on it plays back what it records', () => {
  expect(pageOf(atInterface('interface-2', 'off', 20)).ownVoices.length).toBeGreaterThan(0);
  expect(pageOf(atInterface('interface-2', 'off', undefined)).ownVoices).toEqual([]);
});

describe('tracks named after the desk', () => {
  const two = joinedDesk(['mic-usb', 'mic-usb']);
  const named = (rig: Rig) => {
    const edit = nameAfterDesk(solve(rig), 'recorder');
    return edit && after(rig, edit).apps[0]!.tracks.map(({ name, channel }) => `${name} ${channel}`);
  };
  it('a track for each who is there, those beyond kept', () => {
    expect(
      named(
        withTracks(two, [
          ['Track 1', 1],
          ['Spare', 5],
        ]),
      ),
    ).toEqual(['A 1', 'B 2', 'Spare 5']);
    expect(
      named(
        withTracks(two, [
          ['A’s voice', 1],
          ['B', 2],
        ]),
      ),
    ).toBeNull();
  });
  it('two on one channel are told apart', () =>
    expect(
      named(
        withTracks(two, [
          ['x', 1],
          ['y', 1],
          ['B', 2],
        ]),
      ),
    ).toEqual(['A 1', 'A 2 1', 'B 2']));
  it('nothing of a program that is not there, or listens to nothing', () => {
    expect(nameAfterDesk(solve(two), 'nobody')).toBeNull();
    expect(named({ ...two, apps: two.apps.map((app) => ({ ...app, input: null })) })).toBeNull();
  });
});
