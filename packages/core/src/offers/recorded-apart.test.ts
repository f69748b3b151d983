import { joinedDesk } from '../checks/joined.testing';
import { setAssumptions, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { recordedApart } from './recorded-apart';
import { solve } from './solve-rig';

/** Two clocks, each 50 ppm off: 360 ms an hour (arithmetic). */

const apart = (rig: Rig, device = 'pc') => recordedApart(solve(rig), device);

/** A recorder for each of some devices. */
const each = (models = ['interface-2', 'mic-usb']): Rig => {
  const rig = joinedDesk(models);
  const [app] = rig.apps;
  const of = (device: string, n: number) => ({
    ...app!,
    id: `recorder-${n}`,
    name: `Recorder ${n}`,
    input: { device, stream: 'usb-in' },
    tracks: app!.tracks.slice(0, 1),
  });
  return { ...rig, joinedInputs: [], apps: models.map((_, at) => of(`d${at}`, at + 1)) };
};

describe('two recordings of one show', () => {
  it('by two clocks are apart by what these drift in its length', () => {
    expect(apart(each())).toMatchObject([{ a: 'Recorder 1', b: 'Recorder 2' }]);
    expect(apart(each())[0]!.ms).toBeCloseTo(720, 6);
    const longer = after(each(), (now) =>
      setAssumptions(now, { ...now.assumptions, showHours: 3, clockPpm: 20 }),
    );
    expect(apart(longer)[0]!.ms).toBeCloseTo(3 * 144, 6);
  });

  it('of one device, or of one joined input, count by one clock', () => {
    const rig = joinedDesk(['interface-2', 'mic-usb']);
    const twice = { ...rig, apps: [...rig.apps, { ...rig.apps[0]!, id: 'spare', name: 'Spare' }] };
    expect(apart(twice)).toEqual([]);
  });

  it('a camera beside a recorder keeps a clock of its own', () => {
    const rig = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        {
          id: 'desk',
          model: 'mixer-4-usb',
          settings: { gain1: 52, 'send-volume': 0, 'send.send.ch1': 0 },
        },
        { id: 'cam', model: 'camera', settings: { gain: 0, 'plugin-power': false } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'ts-mini-pad', ends: ['desk.send', 'cam.mic'], lengthM: 2 },
        { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.05)],
    });
    for (const device of ['pc', 'cam']) expect(apart(rig, device)[0]!.ms).toBeCloseTo(720, 6);
  });

  it('what nobody is heard on is no recording', () => {
    const rig = each(['interface-2', 'mic-usb', 'mic-usb']);
    const named = (count: number) =>
      apart({ ...rig, placements: rig.placements.slice(0, count) }).map(({ a, b }) => `${a}, ${b}`);
    expect(named(3)).toHaveLength(3);
    expect(named(2)).toEqual(['Recorder 1, Recorder 2']);
    expect(named(1)).toEqual([]);
  });
});
