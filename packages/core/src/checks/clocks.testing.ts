import { leadKindById } from '../catalogue';
import { connect, setClock, type ClockSource, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat, type Rows } from '../rig/testing';

/** Devices that hand sound on as data by light. For tests. */

export type Clock = ClockSource | undefined;

/** One voice in the first input of a device, recorded from the interface `box`. */
const voiceAt = (device: string, channel: number, devices: Rows['devices'], leads: Rows['leads'] = []): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      ...devices,
      { id: 'pc', model: 'desktop', apps: [recorder('box', [channel])] },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', `${device}.in1`], lengthM: 3 },
      { id: 'data', kind: 'usb-c-b', ends: ['pc.usb4', 'box.usb'], lengthM: 1 },
      ...leads,
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.1)],
  });

/** A preamp with eight inputs, by light into an interface that is set so; a voice in the preamp, recorded. */
export const preampByLight = (clock: Clock, gain1 = 45): Rig =>
  after(
    voiceAt(
      'amp',
      9,
      [
        { id: 'amp', model: 'preamp-8-adat', settings: { gain1 } },
        { id: 'box', model: 'interface-18' },
      ],
      [{ id: 'light', kind: 'optical', ends: ['amp.adat', 'box.adat'], lengthM: 2 }],
    ),
    (now) => setClock(now, 'box', clock),
  );

/** The same preamp and interface, and a word clock from one to the other. @param from whose clock goes along the lead */
export const withWordClock = (from: 'box' | 'amp', { box, amp }: { box?: Clock; amp?: Clock } = {}): Rig =>
  after(
    preampByLight(box),
    (now) => setClock(now, 'amp', amp),
    (now) =>
      connect(now, leadKindById('bnc'), [
        { device: from, port: 'word-out' },
        { device: from === 'box' ? 'amp' : 'box', port: 'word-in' },
      ]),
  );

/** Interfaces that send two inputs by light, each to the next; `isRing`: the last to the first again. The first is recorded. */
export const lightChain = (clocks: readonly Clock[], isRing = false): Rig => {
  const ids = clocks.map((_, at) => (at === 0 ? 'box' : `box${at}`));
  const apart = voiceAt(
    'box',
    1,
    ids.map((id) => ({ id, model: 'interface-18', settings: { gain1: 45 } })),
  );
  // None of the catalogue sends and takes: one with a second eye.
  const sending: Rig = {
    ...apart,
    models: apart.models.map((model) => {
      const eye = model.ports.find(({ digital }) => digital?.receives);
      if (!eye) return model;
      const digital = { format: eye.digital!.format, sends: ['usb-in-1', 'usb-in-2'] };
      const out = { ...eye, id: 'light-out', label: 'Optical out', side: 'out' as const, digital };
      return { ...model, ports: [...model.ports, out] };
    }),
  };
  const next = (at: number) => ids[at + 1] ?? (isRing ? ids[0]! : undefined);
  return after(
    sending,
    ...ids.flatMap((device, at) => {
      const to = next(at);
      return to === undefined
        ? []
        : [
            (now: Rig) =>
              connect(now, leadKindById('optical'), [
                { device, port: 'light-out' },
                { device: to, port: 'adat' },
              ]),
          ];
    }),
    ...ids.map((id, at) => (now: Rig) => setClock(now, id, clocks[at])),
  );
};
