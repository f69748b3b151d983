import { type Rig, buildRig, type RigRows } from '../rig';

/** Devices in one repeating desk of a generated rig. */
const BLOCK = 10;

/**
 * A large rig for benchmarks and layout: desks of ten devices with twenty leads between them (analogue and USB).
 * @param devices how many devices, rounded up to whole desks
 */
export const generateRig = (devices: number): Rig => {
  const rows: Required<Pick<RigRows, 'devices' | 'leads' | 'people' | 'placements'>> = {
    devices: [],
    leads: [],
    people: [],
    placements: [],
  };
  for (let block = 0; block * BLOCK < devices; block += 1) {
    const id = (name: string) => `${name}-${block}`;
    const place = `Desk ${block + 1}`;
    const put = (name: string, model: string, extra: object = {}) =>
      rows.devices.push({ id: id(name), model, name: `${name} ${block + 1}`, place, ...extra });
    const join = (kind: string, from: string, to: string, lengthM?: number) => {
      const end = (ref: string) => ref.replace('.', `-${block}.`);
      rows.leads.push({ kind, ends: [end(from), end(to)], ...(lengthM === undefined ? {} : { lengthM }) });
    };
    put('mic-a', 'mic-dynamic-hand');
    put('mic-b', 'mic-condenser-large');
    put('mic-c', 'mic-dynamic-broadcast');
    put('booster', 'booster');
    put('preamp', 'preamp', { settings: { gain: 30 } });
    put('box', 'interface-4', {
      settings: { phantom1: true, phantom2: true, gain1: 40, gain2: 30, gain3: 30 },
    });
    put('player', 'player');
    put('speaker-l', 'loudspeaker');
    put('speaker-r', 'loudspeaker');
    put('computer', 'desktop', {
      apps: [
        {
          id: 'recorder',
          name: 'Recorder',
          kind: 'recorder',
          input: { device: id('box'), stream: 'usb-in' },
          output: { device: id('box'), stream: 'usb-out' },
          tracks: [1, 2, 3, 4].map((channel) => ({ id: `t${channel}`, name: `Track ${channel}`, channel })),
        },
      ],
    });
    // XLR leads plugged into one another, the last one into the input.
    const chain = (name: string, from: string, to: string, count: number) => {
      for (let n = 0; n < count; n += 1) {
        const start = n === 0 ? `${id(from)}.out` : `${id(`${name}-${n - 1}`)}/1`;
        const [device, port] = to.split('.') as [string, string];
        rows.leads.push({
          id: id(`${name}-${n}`),
          kind: 'xlr',
          ends: [start, n === count - 1 ? `${id(device)}.${port}` : null],
          // No two desks alike, so that no result can be used twice.
          lengthM: 3 + block / 10,
        });
      }
    };
    chain('run-a', 'mic-a', 'preamp.in', 4);
    join('trs-635', 'preamp.out', 'box.in1', 1);
    chain('run-b', 'mic-b', 'box.in2', 4);
    chain('run-c', 'mic-c', 'booster.in', 3);
    chain('run-d', 'booster', 'box.in3', 4);
    join('mini-trs', 'player.out', 'box.in4', 1);
    join('trs-635', 'box.outL', 'speaker-l.in', 3);
    join('trs-635', 'box.outR', 'speaker-r.in', 3);
    join('usb-a-b', 'computer.usb1', 'box.usb', 2);
    rows.people.push({ id: id('talker'), name: `Talker ${block + 1}`, effort: 'normal' });
    for (const mic of ['mic-a', 'mic-b', 'mic-c']) {
      rows.placements.push({
        person: id('talker'),
        device: id(mic),
        capsule: 'capsule',
        distanceM: 0.15,
        offAxisDeg: 0,
      });
    }
  }
  return buildRig({ name: `Generated, ${rows.devices.length} devices`, ...rows });
};
