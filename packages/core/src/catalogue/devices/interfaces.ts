import type { Control, DeviceModel, Knob } from '../types';
import { lineOutputs, stereoOutput } from './desk-outputs';
import { interfaceDesk } from './desks';
import { joinPieces, numbers, preampChannel, streamPoints, type Piece } from './parts';
import { DELICATE, mainsInlet, stereoSocketOut, STURDY, usbDevicePort, volume } from './ports';

/** With so many inputs an interface usually has a mix of them to stream. Common practice, no published source. */
const LARGE = 4;

interface InterfaceRow {
  id: string;
  name: string;
  about: string;
  inputs: number;
  maxGainDb: number;
  /** How many inputs share one phantom switch. */
  phantomGroup: number;
  usbConnector: string;
  /** What its one phantom supply is good for, all inputs together, milliamps; absent: more than they can draw. */
  phantomMilliamps?: number;
  /** What is printed round its gain knobs; absent: gains are shown in dB. */
  knob?: Knob['printed'];
  supply?: DeviceModel['supply'];
  /** Inputs that come as data, beside those on sockets. */
  byLight?: { id: string; label: string; points: string[]; stream: string }[];
}

/** What an interface fed over USB draws at rest, and for each input, milliamps. Common practice, no published source. */
const [REST_MA, REST_MA_AN_INPUT] = [120, 45];

const phantomControl = (row: InterfaceRow, n: number) => {
  const group = Math.ceil(n / row.phantomGroup);
  const first = (group - 1) * row.phantomGroup + 1;
  const last = Math.min(row.inputs, group * row.phantomGroup);
  return {
    id: `phantom${group}`,
    label: first === last ? `Phantom ${first}` : `Phantom ${first}–${last}`,
  };
};

/** A supply that has sagged to 44 V, the least IEC 61938 allows (memory), when all it is good for is drawn. */
const phantomRail = (milliamps: number): Piece => ({
  elements: [
    { kind: 'rail', id: 'phantom-rail', ground: 'chassis', volts: 48, ohms: 4 / (milliamps / 1000) },
  ],
});

/** A USB interface: each input to a stream channel of its own, computer playback and inputs to the headphones. */
export const audioInterface = (row: InterfaceRow): DeviceModel => {
  const all = numbers(1, row.inputs);
  const phantoms = [...new Map(all.map((n) => [phantomControl(row, n).id, phantomControl(row, n)])).values()];
  const inputs = all.map((n) =>
    preampChannel({
      n,
      connector: 'combo',
      minGainDb: 0,
      maxGainDb: row.maxGainDb,
      maxInputDbu: 10,
      fullScaleDbu: 9,
      phantom: phantomControl(row, n).id,
      hasLights: true,
      ...(row.knob ? { knob: row.knob } : {}),
      ...(row.phantomMilliamps ? { rail: 'phantom-rail' } : {}),
    }),
  );
  return {
    id: row.id,
    name: row.name,
    kind: 'interface',
    about: row.about,
    ground: 'bonded',
    ...(row.supply !== 'earthed' ? { busMilliamps: REST_MA + REST_MA_AN_INPUT * row.inputs } : {}),
    supply: row.supply ?? 'usb',
    ...joinPieces(
      ...inputs,
      ...(row.phantomMilliamps ? [phantomRail(row.phantomMilliamps)] : []),
      {
        controls: phantoms.map(({ id, label }) => ({ id, label, kind: 'switch', initial: false })),
      },
      streamPoints('usb-in', 'USB input', all.map(String)),
      streamPoints('usb-out', 'USB playback', ['L', 'R']),
      {
        streams: [
          {
            id: 'usb-in',
            label: row.inputs === 1 ? 'USB input 1' : `USB input 1–${row.inputs}`,
            direction: 'to-computer',
            slider: 'locked',
            channels: all.map((n) => `usb-in-${n}`),
          },
          {
            id: 'usb-out',
            label: 'USB playback',
            direction: 'from-computer',
            channels: ['usb-out-L', 'usb-out-R'],
          },
        ],
      },
      interfaceDesk(
        [
          ...all.map((n) => ({
            id: `in${n}`,
            label: `Input ${n}`,
            points: [`digital${n}`],
            stream: `usb-in-${n}`,
          })),
          ...(row.byLight ?? []),
        ],
        row.inputs >= LARGE,
      ),
      stereoOutput({
        id: 'phones',
        label: 'Headphones',
        connector: 'trs-635-socket',
        ohms: 20,
        tolerates: STURDY,
        from: ['monitor-L', 'monitor-R'],
        fullScaleDbu: 12,
        volume: 'phones-volume',
      }),
      lineOutputs({
        label: 'Monitor',
        drive: 'both-legs',
        ohms: 150,
        from: ['monitor-L', 'monitor-R'],
        fullScaleDbu: 12,
        noiseDbu: -95,
        volume: { id: 'monitor-volume', label: 'Monitor volume' },
      }),
      usbDevicePort(row.usbConnector),
      ...(row.supply === 'earthed' ? [mainsInlet()] : []),
    ),
  };
};

/** What has no knob is turned by the slider of the computer's system: numbers behind the converter, so it adds nothing. */
const SYSTEM_LEVEL: Control = {
  id: 'system-level',
  label: 'System slider',
  kind: 'trim',
  minDb: -30,
  maxDb: 0,
  stepDb: 1,
  initial: 0,
};

/** A dongle: a small converter with one headset socket, for a computer that has none. */
const dongle = (id: string, name: string, about: string, connector: string): DeviceModel => ({
  id,
  name,
  kind: 'interface',
  about,
  ground: 'bonded',
  supply: 'usb',
  busMilliamps: 40,
  ...joinPieces(
    usbDevicePort(connector, 'full'),
    {
      streams: [
        {
          id: 'usb-out',
          label: 'Dongle headphones',
          direction: 'from-computer',
          channels: ['usb-out-L', 'usb-out-R'],
        },
      ],
      paths: (['left', 'right'] as const).map((side) => ({
        from: side === 'left' ? 'usb-out-L' : 'usb-out-R',
        to: `phones-${side}`,
        gainDb: 2,
        unitShiftDb: 2,
        controls: [{ control: 'phones-volume' }],
        noise: { kind: 'level' as const, level: -88 },
        delayMs: 1,
      })),
      controls: [volume('phones-volume', 'Headphones volume', -20)],
    },
    streamPoints('usb-out', 'USB playback', ['L', 'R']),
    {
      ports: [{ id: 'mic', label: 'Microphone', connector: 'trs-35-socket', side: 'in' }],
      elements: [
        {
          kind: 'input',
          id: 'mic-in',
          drive: 'single',
          plus: 'mic.T',
          ground: 'chassis',
          ohms: 5000,
          signal: 'microphone',
          maxDbu: -10,
          accepts: [-60, -20],
        },
        {
          kind: 'feed',
          id: 'mic-bias',
          legs: ['mic.T'],
          ground: 'chassis',
          volts: 4.5,
          ohmsEach: 2200,
          standard: 'plug-in',
        },
        { kind: 'bond', id: 'mic-metal', pins: ['mic.S', 'chassis'] },
      ],
      paths: [
        {
          from: 'mic-in',
          to: 'usb-in-1',
          gainDb: 18,
          unitShiftDb: 18,
          controls: [{ control: 'system-level' }],
          noise: { kind: 'level', level: -74 },
          delayMs: 1,
        },
      ],
      controls: [SYSTEM_LEVEL],
      streams: [
        { id: 'usb-in', label: 'Dongle microphone', direction: 'to-computer', channels: ['usb-in-1'] },
      ],
    },
    streamPoints('usb-in', 'USB input', ['1']),
    stereoSocketOut({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-35-socket',
      signal: 'headphone',
      ohms: 10,
      maxDbu: 2,
      idleOhms: 200_000,
      tolerates: DELICATE,
    }),
  ),
});

/** XLR on one side, USB on the other: a simple amplifier and converter in the shell, no phantom. */
const adapterXlrUsb: DeviceModel = (() => {
  const channel = preampChannel({
    n: 1,
    connector: 'xlr-female',
    minGainDb: 0,
    maxGainDb: 20,
    maxInputDbu: 0,
    fullScaleDbu: -2,
    phantom: 'none',
    micOhms: 2000,
    ein: [
      [0, -105],
      [20, -114],
    ],
  });
  return {
    id: 'adapter-xlr-usb',
    name: 'XLR-to-USB adapter lead',
    kind: 'interface',
    about: 'A simple preamp (+20 dB) and converter in a cable; no phantom.',
    ground: 'bonded',
    busMilliamps: 60,
    ...joinPieces(
      {
        ...channel,
        elements: (channel.elements ?? []).filter((element) => element.kind !== 'feed'),
        controls: (channel.controls ?? []).filter((control) => control.id !== 'pad1'),
        paths: (channel.paths ?? []).map((path) =>
          path.from === 'mic1' ? { from: 'mic1', to: 'head1' } : path,
        ),
      },
      {
        ports: [
          {
            id: 'usb',
            label: 'USB',
            connector: 'usb-b-socket',
            side: 'out',
            usb: { role: 'device', version: '2.0' },
          },
        ],
        paths: [{ from: 'digital1', to: 'usb-in-1', delayMs: 1 }],
        streams: [{ id: 'usb-in', label: 'USB input', direction: 'to-computer', channels: ['usb-in-1'] }],
      },
      streamPoints('usb-in', 'USB input', ['1']),
    ),
  };
})();

/** What makes analogue sound into a stream for a computer: interfaces, dongles, adapter leads with a converter. */
export const INTERFACES: DeviceModel[] = [
  audioInterface({
    id: 'interface-1',
    name: 'One-input USB interface',
    about: 'One combined socket with phantom; USB-C; fits in a bag.',
    inputs: 1,
    maxGainDb: 54,
    phantomGroup: 1,
    knob: 'clock',
    usbConnector: 'usb-c-socket',
  }),
  audioInterface({
    id: 'interface-2',
    name: 'Two-input USB interface',
    about: 'Two combined sockets, each with a phantom switch; USB-C.',
    inputs: 2,
    maxGainDb: 56,
    phantomGroup: 1,
    knob: 'clock',
    usbConnector: 'usb-c-socket',
  }),
  audioInterface({
    id: 'interface-4',
    name: 'Four-input USB interface',
    about:
      'Four combined sockets, phantom switched in pairs; USB-B. Fed by the computer: 12 mA of phantom in all.',
    inputs: 4,
    phantomMilliamps: 12,
    maxGainDb: 60,
    phantomGroup: 2,
    knob: 'numbers',
    usbConnector: 'usb-b-socket',
  }),
  audioInterface({
    id: 'interface-8',
    name: 'Eight-input USB interface',
    about: 'Eight combined sockets, phantom in groups of four; its own supply.',
    inputs: 8,
    maxGainDb: 60,
    phantomGroup: 4,
    usbConnector: 'usb-b-socket',
    supply: 'earthed',
  }),
  dongle(
    'dongle-a',
    'USB dongle with headset sockets, A',
    'About 4.5 V of plug-in power: enough only for microphones made for it.',
    'usb-b-socket',
  ),
  dongle(
    'dongle-c',
    'USB dongle with headset sockets, C',
    'The same with a C-shaped socket.',
    'usb-c-socket',
  ),
  adapterXlrUsb,
];
