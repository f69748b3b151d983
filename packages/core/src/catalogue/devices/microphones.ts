import { sensitivityShiftDb } from '../../units';
import type { CircuitElement, DcTolerance, DeviceModel } from '../types';
import { phantomFed } from './ports';

interface MicrophoneRow {
  id: string;
  name: string;
  about: string;
  millivoltsPerPascal: number;
  ohms: number;
  omniPart?: number;
  maxSpl: number;
  /** Absent: a coil or ribbon, whose noise is the thermal noise of its impedance. */
  electronics?: { selfNoiseSpl: number; milliamps: number; minVolts: number };
  tolerates?: DcTolerance;
}

/** A coil or ribbon between pins 2 and 3, touching nothing else; its noise is that of its resistance. */
const coil = ({ ohms, tolerates }: MicrophoneRow): CircuitElement => ({
  kind: 'output',
  id: 'emf',
  drive: 'floating',
  plus: 'out.2',
  minus: 'out.3',
  ground: 'out.1',
  ohms,
  signal: 'microphone',
  thermal: true,
  ...(tolerates ? { tolerates } : {}),
});

/** A three-pin microphone; a coil floats between pins 2 and 3, electronics drive both legs and draw phantom. */
const microphone = (row: MicrophoneRow): DeviceModel => {
  const fed = row.electronics;
  const shift = sensitivityShiftDb(row.millivoltsPerPascal);
  return {
    id: row.id,
    name: row.name,
    kind: 'microphone',
    about: row.about,
    ground: 'floating',
    ports: [{ id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' }],
    controls: [],
    elements: [
      ...(fed
        ? phantomFed({ port: 'out', ohms: row.ohms, milliamps: fed.milliamps, minVolts: fed.minVolts })
        : [coil(row)]),
      { kind: 'bond', id: 'body', pins: ['out.1', 'chassis'] },
    ],
    points: [
      {
        id: 'capsule',
        label: 'Voice at the microphone',
        unit: 'dB SPL',
        role: 'capsule',
        ceiling: row.maxSpl,
        omniPart: row.omniPart ?? 0.5,
      },
    ],
    paths: [
      {
        from: 'capsule',
        to: 'emf',
        gainDb: shift,
        unitShiftDb: shift,
        ...(fed
          ? {
              noise: { kind: 'level' as const, level: fed.selfNoiseSpl + shift },
              poweredBy: 'electronics',
            }
          : {}),
      },
    ],
    streams: [],
  };
};

/** A small electret on a mini-jack: its transistor sits at the far end of the input's plug-in power. */
const electret = (id: string, name: string, about: string, omniPart: number): DeviceModel => {
  const shift = sensitivityShiftDb(6);
  return {
    id,
    name,
    kind: 'microphone',
    about,
    ground: 'floating',
    ports: [{ id: 'out', label: 'Mini-jack', connector: 'trs-35-socket', side: 'out' }],
    controls: [],
    elements: [
      {
        kind: 'output',
        id: 'emf',
        drive: 'single',
        plus: 'out.T',
        ground: 'out.S',
        ohms: 2200,
        dcOhms: 1e9,
        signal: 'microphone',
        tolerates: { volts: 10, milliamps: 5 },
        poweredBy: 'electronics',
      },
      {
        kind: 'load',
        id: 'electronics',
        legs: ['out.T'],
        ground: 'out.S',
        milliamps: 0.3,
        standard: 'plug-in',
        minVolts: 1.5,
      },
      { kind: 'bond', id: 'body', pins: ['out.S', 'chassis'] },
    ],
    points: [
      {
        id: 'capsule',
        label: 'Voice at the microphone',
        unit: 'dB SPL',
        role: 'capsule',
        ceiling: 118,
        omniPart,
      },
    ],
    paths: [
      {
        from: 'capsule',
        to: 'emf',
        gainDb: shift,
        unitShiftDb: shift,
        noise: { kind: 'level', level: 28 + shift },
        poweredBy: 'electronics',
      },
    ],
    streams: [],
  };
};

export const MICROPHONES: DeviceModel[] = [
  microphone({
    id: 'mic-dynamic-hand',
    name: 'Hand-held dynamic microphone',
    about: 'Moving coil, needs no phantom, forgiving.',
    millivoltsPerPascal: 1.9,
    ohms: 300,
    maxSpl: 150,
  }),
  microphone({
    id: 'mic-dynamic-broadcast',
    name: 'Broadcast dynamic microphone, low output',
    about: 'Moving coil, close and warm; wants more gain than most inputs have.',
    millivoltsPerPascal: 1.1,
    ohms: 150,
    maxSpl: 150,
  }),
  microphone({
    id: 'mic-condenser-large',
    name: 'Large-diaphragm condenser microphone',
    about: 'Very quiet and sensitive; works only with phantom.',
    millivoltsPerPascal: 20,
    ohms: 100,
    maxSpl: 136,
    electronics: { selfNoiseSpl: 9, milliamps: 3.2, minVolts: 30 },
  }),
  microphone({
    id: 'mic-condenser-budget',
    name: 'Budget condenser microphone',
    about: 'Works only with phantom; some hiss of its own.',
    millivoltsPerPascal: 12,
    ohms: 150,
    maxSpl: 130,
    electronics: { selfNoiseSpl: 18, milliamps: 4, minVolts: 24 },
  }),
  microphone({
    id: 'mic-ribbon',
    name: 'Passive ribbon microphone',
    about: 'A strip of foil in a magnet; low output, hurt by current through it.',
    millivoltsPerPascal: 1.6,
    ohms: 300,
    omniPart: 0,
    maxSpl: 135,
    tolerates: { volts: 0.3, milliamps: 1 },
  }),
  microphone({
    id: 'mic-condenser-small',
    name: 'Small-diaphragm condenser microphone',
    about: 'Accurate, for instruments and tables; works only with phantom.',
    millivoltsPerPascal: 15,
    ohms: 200,
    maxSpl: 138,
    electronics: { selfNoiseSpl: 14, milliamps: 3.5, minVolts: 30 },
  }),
  microphone({
    id: 'mic-shotgun',
    name: 'Shotgun condenser microphone',
    about: 'Narrow, for a camera or a boom; phantom from 11 to 52 V.',
    millivoltsPerPascal: 25,
    ohms: 100,
    maxSpl: 130,
    omniPart: 0.3,
    electronics: { selfNoiseSpl: 13, milliamps: 2, minVolts: 11 },
  }),
  microphone({
    id: 'mic-ribbon-active',
    name: 'Active ribbon microphone',
    about: 'A ribbon with a transformer and electronics inside: needs phantom and is safe with it.',
    millivoltsPerPascal: 14,
    ohms: 200,
    maxSpl: 130,
    omniPart: 0,
    electronics: { selfNoiseSpl: 16, milliamps: 4, minVolts: 28 },
  }),
  microphone({
    id: 'mic-boundary',
    name: 'Boundary microphone for a table',
    about: 'Lies flat on the table and hears everyone; works only with phantom.',
    millivoltsPerPascal: 10,
    ohms: 150,
    maxSpl: 125,
    omniPart: 1,
    electronics: { selfNoiseSpl: 22, milliamps: 3, minVolts: 12 },
  }),
  electret(
    'mic-lavalier',
    'Lapel electret microphone',
    'Wants a few volts of plug-in power on a mini-jack.',
    1,
  ),
  electret(
    'mic-headset',
    'Headset electret microphone',
    'At the corner of the mouth; wants plug-in power.',
    0.5,
  ),
  {
    id: 'talkback',
    name: 'Gooseneck microphone with switch',
    kind: 'microphone',
    about: 'A small condenser on a stalk for announcements; works only with phantom.',
    ground: 'floating',
    streams: [],
    ports: [{ id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' }],
    controls: [{ id: 'talk', label: 'Talk', kind: 'switch', initial: true }],
    elements: [
      ...phantomFed({ port: 'out', ohms: 200, milliamps: 3, minVolts: 11 }),
      { kind: 'bond', id: 'body', pins: ['out.1', 'chassis'] },
    ],
    points: [
      {
        id: 'capsule',
        label: 'Voice at the microphone',
        unit: 'dB SPL',
        role: 'capsule',
        ceiling: 125,
        omniPart: 0.5,
      },
    ],
    paths: [
      {
        from: 'capsule',
        to: 'emf',
        gainDb: -131,
        unitShiftDb: -131,
        noise: { kind: 'level', level: -110 },
        poweredBy: 'electronics',
        when: { control: 'talk', is: true },
      },
    ],
  },
  {
    id: 'mic-digital',
    name: 'Digital microphone (AES3 on XLR)',
    kind: 'microphone',
    about: 'Looks like any XLR microphone; needs its own digital receiver.',
    ground: 'floating',
    ports: [{ id: 'out', label: 'Digital output', connector: 'xlr-male', side: 'out' }],
    controls: [],
    streams: [],
    elements: [
      {
        kind: 'output',
        id: 'aes3',
        drive: 'floating',
        plus: 'out.2',
        minus: 'out.3',
        ohms: 110,
        signal: 'aes3',
        tolerates: { volts: 52, milliamps: 20 },
      },
      { kind: 'bond', id: 'ground', pins: ['out.1', 'chassis'] },
    ],
    points: [
      {
        id: 'capsule',
        label: 'Voice at the microphone',
        unit: 'dB SPL',
        role: 'capsule',
        ceiling: 140,
        omniPart: 0.5,
      },
    ],
    // Full scale at 140 dB SPL; the converter's floor 15 dB SPL under it all. Invented, of a usual kind.
    paths: [
      {
        from: 'capsule',
        to: 'aes3',
        gainDb: -140,
        unitShiftDb: -140,
        noise: { kind: 'level', level: -125 },
        delayMs: 0.6,
      },
    ],
  },
];
