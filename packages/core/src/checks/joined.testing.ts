import { modelById } from '../catalogue';
import { setRate, type Rig, type SampleRateHz } from '../rig';
import { after, people, rigOf, seat } from '../rig/testing';

/** Several devices on one computer, joined into one input with a track for each channel. For tests. */

const SOCKETS = ['usb1', 'usb2', 'usb3', 'usb4'];
const LEADS: Record<string, [wide: string, c: string]> = {
  'usb-b-socket': ['usb-a-b', 'usb-c-b'],
  'usb-c-socket': ['usb-a-c', 'usb-c-c'],
};

const capsuleOf = (model: string): string =>
  modelById(model).points.find(({ role }) => role === 'capsule')!.id;

interface Joining {
  /** Which member leads, counted from 0; null: none. */
  clock?: number | null;
  /** Members that are resampled; absent: all but the one that leads. */
  resampled?: readonly number[];
}

/** Devices by their models, each on a socket of its own. Who speaks into a microphone of theirs is `A`, `B` … */
export const joinedDesk = (models: readonly string[], { clock = 0, resampled }: Joining = {}): Rig => {
  const names = models.map((_, at) => `d${at}`);
  const streamOf = (model: string) => modelById(model).streams.find(({ id }) => id === 'usb-in')!;
  const channels = models.reduce((sum, model) => sum + streamOf(model).channels.length, 0);
  const isMicrophone = (at: number) => modelById(models[at]!).kind === 'microphone';
  const talkers = names.map((_, at) => String.fromCharCode(97 + at));
  return rigOf({
    devices: [
      ...models.flatMap((model, at) => [
        { id: names[at]!, model, ...(isMicrophone(at) ? {} : { settings: { gain1: 50 } }) },
        ...(isMicrophone(at) ? [] : [{ id: `m${at}`, model: 'mic-dynamic-hand' }]),
      ]),
      {
        id: 'pc',
        model: 'desktop',
        name: 'Computer',
        apps: [
          {
            id: 'recorder',
            name: 'Recorder',
            kind: 'recorder',
            input: { joined: 'all' },
            output: null,
            tracks: Array.from({ length: channels }, (_, n) => ({
              id: `t${n + 1}`,
              name: `Track ${n + 1}`,
              channel: n + 1,
            })),
          },
        ],
      },
    ],
    leads: models.flatMap((model, at) => {
      const port = modelById(model).ports.find(({ usb }) => usb?.role === 'device')!;
      const kind = LEADS[port.connector]![at === 3 ? 1 : 0];
      return [
        { kind, ends: [`pc.${SOCKETS[at]}`, `d${at}.${port.id}`], lengthM: 1 },
        ...(isMicrophone(at) ? [] : [{ kind: 'xlr', ends: [`m${at}.out`, `d${at}.in1`], lengthM: 3 }]),
      ];
    }),
    joinedInputs: [
      {
        id: 'all',
        computer: 'pc',
        name: 'All of them',
        members: names.map((device, at) => ({
          device,
          stream: 'usb-in',
          resampled: resampled ? resampled.includes(at) : at !== clock,
        })),
        clock: clock === null ? null : names[clock]!,
      },
    ],
    people: people(...talkers),
    placements: names.map((name, at) =>
      isMicrophone(at)
        ? seat(talkers[at]!, name, 0.1, capsuleOf(models[at]!))
        : seat(talkers[at]!, `m${at}`, 0.1),
    ),
  });
};

/** A recorder whose tracks are as given: name and channel. @param isArmed whether they are armed */
export const withTracks = (
  rig: Rig,
  tracks: readonly (readonly [string, number])[],
  isArmed = true,
): Rig => ({
  ...rig,
  apps: rig.apps.map((app) => ({
    ...app,
    tracks: tracks.map(([name, channel], at) => ({
      id: `t${at + 1}`,
      name,
      channel,
      ...(isArmed ? {} : { isArmed }),
    })),
  })),
});

/** Its devices set to rates, in order; undefined: as they are asked. */
export const atRates = (rig: Rig, rates: readonly (SampleRateHz | undefined)[]): Rig =>
  rates.reduce<Rig>((now, rate, at) => after(now, setRate(now, `d${at}`, rate)), rig);
