import { deskControlId as is } from '../catalogue';
import { buildRig, type Rig, type RigRows } from '../rig';

const numbers = (count: number): number[] => Array.from({ length: count }, (_, index) => index + 1);

const VOICES = 30;
const MIXES = 16;

/**
 * A 32 × 16 desk with every crosspoint on and four computers, for benchmarks: thirty voices; one computer records the
 * channels, one streams two mixes, two hold calls that come back on the last two channels and so go round.
 */
export const generateStage = (): Rig => {
  const devices: RigRows['devices'] = [];
  const leads: RigRows['leads'] = [];
  const sends = numbers(MIXES).flatMap((mix) =>
    numbers(32).map((n) => [is.send(`mix${mix}`, `ch${n}`), -10 - (n % 7)] as const),
  );
  const gains = numbers(VOICES).map((n) => [`gain${n}`, 45] as const);
  devices.push({ id: 'desk', model: 'mixer-32', settings: Object.fromEntries([...sends, ...gains]) });
  for (const n of numbers(VOICES)) {
    devices.push({ id: `mic-${n}`, model: 'mic-dynamic-hand' });
    leads.push({ kind: 'xlr', ends: [`mic-${n}.out`, `desk.in${n}`], lengthM: 5 });
  }
  const track = (channel: number) => ({ id: `t${channel}`, name: `Track ${channel}`, channel });
  const app = (device: string, kind: 'recorder' | 'encoder' | 'call', channels: number) => ({
    id: `${kind}-${device}`,
    name: kind,
    kind,
    input: { device, stream: 'usb-in' },
    output: { device, stream: 'usb-out' },
    tracks: kind === 'recorder' ? numbers(channels).map(track) : [],
  });
  devices.push({ id: 'recorder', model: 'desktop', apps: [app('desk', 'recorder', 32)] });
  leads.push({ kind: 'usb-a-b', ends: ['recorder.usb1', 'desk.usb'] });
  (['encoder', 'call', 'call'] as const).forEach((kind, index) => {
    const box = `box-${index}`;
    devices.push({ id: box, model: 'interface-2' });
    devices.push({ id: `laptop-${index}`, model: 'laptop-c', apps: [app(box, kind, 0)] });
    leads.push({ kind: 'usb-c-c', ends: [`laptop-${index}.usb1`, `${box}.usb`] });
    for (const n of [1, 2])
      leads.push({ kind: 'xlr-trs', ends: [`desk.out${index * 2 + n}`, `${box}.in${n}`], lengthM: 3 });
    if (kind === 'call')
      leads.push({ kind: 'trs-xlr', ends: [`${box}.outL`, `desk.in${VOICES + index}`], lengthM: 3 });
  });
  devices.push({ id: 'phones', model: 'headphones' });
  leads.push({ kind: 'mini-trs', ends: ['phones.in', 'desk.phones'] });
  return buildRig({
    name: 'Generated stage',
    devices,
    leads,
    people: numbers(VOICES).map((n) => ({ id: `p${n}`, name: `Voice ${n}`, effort: 'normal' as const })),
    placements: numbers(VOICES).map((n) => ({
      person: `p${n}`,
      device: `mic-${n}`,
      capsule: 'capsule',
      distanceM: 0.05,
      offAxisDeg: 0,
    })),
  });
};
