import { modelById } from '../catalogue';
import { joinedDesk, withTracks } from '../checks/joined.testing';
import { smallDevices } from '../checks/usb-small.testing';
import { generateStage, skerryLight } from '../demo';
import { addDevice, applyEdit, type Rig } from '../rig';
import { after, recorder, rigOf } from '../rig/testing';
import { computerPage, nameAfterDesk } from './computer-page';
import { pullPlug } from './pull-plug';
import { makeEngineMemory, solve } from './solve-rig';

const solved = (rig: Rig) => solve(rig, makeEngineMemory());

describe('what a computer lists', () => {
  it('a microphone with a headphone socket twice, once with inputs and once with outputs', () => {
    const { entries } = computerPage(solved(joinedDesk(['mic-usb', 'interface-2'])), 'pc');
    expect(
      entries.filter(({ device }) => device === 'd0').map(({ inputs, outputs }) => [inputs, outputs]),
    ).toEqual([
      [1, 0],
      [0, 2],
    ]);
  });

  it('a mixer once for each stream, each with who uses it', () => {
    const { entries } = computerPage(solved(skerryLight), 'recorder');
    const mixer = entries.filter(({ device }) => device === 'mixer');
    expect(mixer.map(({ inputs, outputs, usedBy }) => [inputs, outputs, usedBy.join()])).toEqual([
      [6, 0, 'Recorder'],
      [0, 2, 'Recorder'],
      [2, 0, ''],
    ]);
  });

  it('a second port shows its own stream to the second computer, and nothing else', () => {
    const rig = rigOf({
      devices: [
        { id: 'desk', model: 'mixer-podcast' },
        { id: 'one', model: 'desktop' },
        { id: 'two', model: 'desktop' },
      ],
      leads: [
        { kind: 'usb-a-c', ends: ['one.usb1', 'desk.usb1'], lengthM: 1 },
        { kind: 'usb-a-c', ends: ['two.usb1', 'desk.usb2'], lengthM: 1 },
      ],
    });
    const streams = (computer: string) =>
      computerPage(solved(rig), computer).entries.flatMap(({ device, stream }) =>
        device === 'desk' ? [stream] : [],
      );
    expect(streams('one')).toEqual(['main', 'tracks', 'return']);
    expect(streams('two')).toEqual(['second', 'second-return']);
  });

  it('nothing that hangs on another computer', () => {
    const rig = rigOf({
      devices: [
        { id: 'mic', model: 'mic-usb' },
        { id: 'one', model: 'desktop' },
        { id: 'two', model: 'desktop' },
      ],
      leads: [{ kind: 'usb-a-c', ends: ['one.usb1', 'mic.usb'], lengthM: 1 }],
    });
    expect(computerPage(solved(rig), 'two').entries.map(({ device }) => device)).not.toContain('mic');
  });
});

describe('gear', () => {
  it('of a computer is what hangs on it, and nothing that hangs on another', () => {
    const { gear } = computerPage(solved(skerryLight), 'recorder');
    expect(gear).toEqual(['mixer', 'recorder']);
  });
});

describe('room for sound', () => {
  it('another bus has rules of its own: IEEE 1394 takes no room on USB', () => {
    const rig = rigOf({
      devices: [
        { id: 'desk', model: 'mixer-16-1394-16' },
        { id: 'pc', model: 'computer-older', apps: [recorder('desk', [1])] },
      ],
      leads: [{ kind: 'ieee1394-6-9', ends: ['pc.fw1', 'desk.usb'], lengthM: 2 }],
    });
    expect(computerPage(solved(rig), 'pc').entries.map(({ device }) => device)).toContain('desk');
    expect(computerPage(solved(rig), 'pc').lanes).toEqual([]);
  });

  it('is said for each part of the bus: full speed by its translator, high speed all together', () => {
    const { lanes } = computerPage(solved(joinedDesk(['mic-usb', 'mic-usb-stereo', 'interface-2'])), 'pc');
    expect(lanes.map(({ where, streams }) => [where, streams.length])).toEqual([
      ['All gear of high speed', 2],
      [expect.stringContaining('gear of full speed'), 1],
    ]);
    for (const { usedBytes, streams } of lanes)
      expect(usedBytes).toBe(streams.reduce((sum, { bytes }) => sum + bytes, 0));
  });

  it('nothing of another computer', () =>
    expect(
      computerPage(solved(skerryLight), 'caller-laptop').lanes.flatMap(({ streams }) =>
        streams.map(({ name }) => name),
      ),
    ).not.toContain('Lamp room mixer'));
});

describe('a joined input', () => {
  const rig = joinedDesk(['mic-usb-stereo', 'mic-usb', 'interface-2']);

  it('has a mark for each channel: its socket, who is on it, the tracks that take it', () => {
    const [joined] = computerPage(solved(rig), 'pc').joined;
    expect(joined!.marks.map(({ channel, who, tracks }) => [channel, who, tracks.join()])).toEqual([
      [1, 'A', 'Track 1'],
      [2, undefined, 'Track 2'],
      [3, 'B', 'Track 3'],
      [4, 'C', 'Track 4'],
      [5, undefined, 'Track 5'],
    ]);
    expect(
      joined!.members.map(({ isLeading, isResampled, isDrifting, isPlugged }) => [
        isLeading,
        isResampled,
        isDrifting,
        isPlugged,
      ]),
    ).toEqual([
      [true, false, false, true],
      [false, true, false, true],
      [false, true, false, true],
    ]);
  });

  it('keeps its numbers on the ruler while it is down', () => {
    const lead = rig.leads.find(({ ends }) =>
      ends.some((end) => end && 'device' in end && end.device === 'd1'),
    )!;
    const [joined] = computerPage(
      solved({ ...rig, leads: rig.leads.filter((one) => one !== lead) }),
      'pc',
    ).joined;
    expect(joined!.marks).toHaveLength(5);
    expect(joined!.members.map(({ isPlugged }) => isPlugged)).toEqual([true, false, true]);
  });
});

describe('tracks', () => {
  const rig = withTracks(joinedDesk(['mic-usb', 'interface-2']), [
    ['one', 1],
    ['twice', 1],
    ['quiet', 3],
    ['beyond', 9],
  ]);

  it('say how they stand', () => {
    const [app] = computerPage(solved(rig), 'pc').apps;
    expect(app!.tracks.map(({ state }) => state)).toEqual(['doubled', 'doubled', 'silent', 'no channel']);
  });

  it('are named after who is on their channel, and one is added where somebody is on none', () => {
    const named = applyEdit(rig, nameAfterDesk(solved(rig), 'recorder')!).rig.apps[0]!.tracks;
    expect(named.map(({ name, channel }) => [name, channel])).toEqual([
      ['A', 1],
      ['A 2', 1],
      ['B', 2],
      ['quiet', 3],
      ['beyond', 9],
    ]);
  });

  it('that say it in other words keep theirs', () => {
    const [app] = skerryLight.apps.filter(({ kind }) => kind === 'recorder');
    expect(app!.tracks.map(({ name }) => name)).toContain('Effects left');
    expect(nameAfterDesk(solved(skerryLight), app!.id)).toBeNull();
  });

  it('named already, there is nothing to do', () => {
    const named = applyEdit(rig, nameAfterDesk(solved(rig), 'recorder')!).rig;
    expect(nameAfterDesk(solved(named), 'recorder')).toBeNull();
  });

  it.each([skerryLight, generateStage()])('any rig takes it: %#', (whole) => {
    const recorders = whole.apps.filter(({ kind }) => kind === 'recorder');
    expect(recorders.length).toBeGreaterThan(0);
    for (const { id } of recorders) {
      // With nothing to go by but what is plugged in.
      const bare = {
        ...whole,
        apps: whole.apps.map((app) => (app.id === id ? { ...app, tracks: [] } : app)),
      };
      const { rig } = applyEdit(bare, nameAfterDesk(solved(bare), id)!);
      const { tracks } = computerPage(solved(rig), rig.apps.find((app) => app.id === id)!.computer).apps.find(
        (app) => app.id === id,
      )!;
      expect(tracks.length).toBeGreaterThan(0);
      expect(new Set(tracks.map(({ name }) => name)).size).toBe(tracks.length);
      for (const { name, who } of tracks) expect(name).toContain(who);
    }
  });
});

describe('a plug pulled', () => {
  const rig = joinedDesk(['mic-usb', 'interface-2']);
  const leadAt = (device: string, port: string) =>
    rig.leads.find(({ ends }) =>
      ends.some((end) => end && 'device' in end && end.device === device && end.port === port),
    )!.id;

  it('of one member takes all of the joined input down, and says who is quiet where', () => {
    const pulled = pullPlug(solved(rig), leadAt('d0', 'usb'))!;
    expect([pulled.down, pulled.deaf]).toEqual([['All of them'], ['Recorder']]);
    expect(pulled.quiet.map(({ who, where }) => [who, where.length])).toEqual([
      ['A', 1],
      ['B', 1],
    ]);
  });

  it('of what only plays what is joined takes its inputs down too, and whoever plays into it plays nowhere', () => {
    const [joined] = rig.joinedInputs;
    const withOut: Rig = {
      ...rig,
      joinedInputs: [
        {
          ...joined!,
          members: joined!.members.slice(0, 1),
          outputs: [{ device: 'd1', stream: 'usb-out', resampled: true }],
        },
      ],
      apps: [
        { ...rig.apps[0]!, tracks: rig.apps[0]!.tracks.slice(0, 1) },
        {
          ...rig.apps[0]!,
          id: 'music',
          name: 'Music',
          kind: 'player',
          input: null,
          output: { joined: 'all' },
          tracks: [],
        },
      ],
    };
    expect(pullPlug(solved(withOut), leadAt('d1', 'usb'))).toMatchObject({
      down: ['All of them'],
      deaf: ['Recorder'],
      mute: ['Music'],
    });
    // With outputs alone it goes down as well.
    const outOnly = { ...withOut, joinedInputs: [{ ...withOut.joinedInputs[0]!, members: [], clock: null }] };
    expect(pullPlug(solved(outOnly), leadAt('d1', 'usb'))).toMatchObject({
      down: ['All of them'],
      mute: ['Music'],
    });
  });

  it('of a microphone silences that one alone', () => {
    const pulled = pullPlug(solved(rig), leadAt('m1', 'out'))!;
    expect([pulled.down, pulled.deaf, pulled.quiet.map(({ who }) => who)]).toEqual([[], [], ['B']]);
  });

  it('of a lead there is not: nothing', () => expect(pullPlug(solved(rig), 'ghost')).toBeUndefined());
});

describe('of several devices, computers and clocks', () => {
  it('what is joined is used by what is joined, and by no other of the same kind', () => {
    const rig = joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']);
    const [joined] = rig.joinedInputs;
    const two = { ...joined!, members: joined!.members.filter(({ device }) => device !== 'd2') };
    const { entries } = computerPage(solved({ ...rig, joinedInputs: [two] }), 'pc');
    const users = ['d0', 'd1', 'd2'].map(
      (id) => entries.find((one) => one.device === id && one.inputs > 0)!.usedBy,
    );
    expect(users.map((names) => names.includes(two.name))).toEqual([true, true, false]);
  });

  it('the translator of a hub is a lane of the computer it hangs on, and of no other', () => {
    const small = smallDevices(2, { hub: 'hub-bus' });
    const rig = after(small, (now) => addDevice(now, modelById('desktop'), { id: 'beside', name: 'Beside' }));
    const full = (computer: string) =>
      computerPage(solved(rig), computer).lanes.filter(({ where }) => where.includes('full speed')).length;
    expect([full('pc'), full('beside')]).toEqual([1, 0]);
  });

  it('lanes are those of its own sockets', () => {
    const rig = rigOf({
      devices: [
        { id: 'left', model: 'interface-2', name: 'Left box' },
        { id: 'right', model: 'interface-2', name: 'Right box' },
        { id: 'one', model: 'laptop-c', apps: [recorder('left')] },
        { id: 'two', model: 'laptop-c', apps: [{ ...recorder('right'), id: 'other' }] },
      ],
      leads: [
        { kind: 'usb-c-c', ends: ['one.usb1', 'left.usb'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['two.usb1', 'right.usb'], lengthM: 1 },
      ],
    });
    const named = (computer: string) =>
      computerPage(solved(rig), computer).lanes.flatMap(({ streams }) => streams.map(({ name }) => name));
    expect(new Set(named('one'))).toEqual(new Set(['Left box']));
    expect(new Set(named('two'))).toEqual(new Set(['Right box']));
  });

  it('clocks are those of what hangs on it and of all that is linked with that, and of nothing else', () => {
    const preamp = (id: string) => ({ id, model: 'preamp-8-adat' });
    const rig = rigOf({
      devices: [
        { id: 'box', model: 'interface-18' },
        preamp('near'),
        preamp('far'),
        { id: 'other', model: 'interface-18' },
        preamp('apart'),
        { id: 'pc', model: 'laptop-c' },
      ],
      leads: [
        { kind: 'usb-c-b', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
        { kind: 'optical', ends: ['near.adat', 'box.adat'], lengthM: 1 },
        { kind: 'optical', ends: ['apart.adat', 'other.adat'], lengthM: 1 },
        { kind: 'bnc', ends: ['far.word-out', 'near.word-in'], lengthM: 1 },
      ],
    });
    expect(
      computerPage(solved(rig), 'pc')
        .clocks.map(({ device }) => device)
        .sort(),
    ).toEqual(['box', 'far', 'near']);
  });
});
