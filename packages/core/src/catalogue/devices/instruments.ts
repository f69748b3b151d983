import type { DeviceModel } from '../types';
import { joinPieces } from './parts';
import {
  DELICATE,
  midiSocket,
  monoOutput,
  programme,
  rcaPair,
  stereoSocketOut,
  usbDevicePort,
  volume,
} from './ports';

/** Things that are played, and things that play. */
const SIDES = ['left', 'right'] as const;

export const INSTRUMENTS: DeviceModel[] = [
  {
    id: 'guitar',
    name: 'Electric guitar, passive pick-ups',
    kind: 'instrument',
    about: 'High source impedance: wants an instrument input or a DI box, and a short lead.',
    ground: 'floating',
    supply: 'battery',
    ...joinPieces(
      monoOutput({
        id: 'out',
        label: 'Output',
        connector: 'ts-635-socket',
        drive: 'single',
        signal: 'instrument',
        ohms: 10_000,
        maxDbu: 6,
        thermal: true,
      }),
      programme('strings', 'Strings', -20, 18, ['out-emf'], 'volume'),
      { controls: [volume('volume', 'Volume')] },
    ),
  },
  {
    id: 'bass-active',
    name: 'Electric bass, active electronics',
    kind: 'instrument',
    about: 'Battery-powered preamp inside; drives a lead well.',
    ground: 'floating',
    supply: 'battery',
    // A 9 V block, three hundred hours. Common practice, no published source.
    battery: { wattHours: 4.5, restMilliwatts: 15 },
    ...joinPieces(
      monoOutput({
        id: 'out',
        label: 'Output',
        connector: 'ts-635-socket',
        drive: 'single',
        signal: 'instrument',
        ohms: 1000,
        maxDbu: 9,
        tolerates: DELICATE,
      }),
      programme('strings', 'Strings', -12, 15, ['out-emf'], 'volume'),
      { controls: [volume('volume', 'Volume')] },
    ),
  },
  {
    id: 'keyboard',
    name: 'Stage keyboard',
    kind: 'instrument',
    about: 'Left and right on two unbalanced 6.35 mm sockets.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      ...(['left', 'right'] as const).map((side) =>
        monoOutput({
          id: side,
          label: `Output ${side}`,
          connector: 'ts-635-socket',
          drive: 'single',
          signal: 'line',
          ohms: 600,
          maxDbu: 12,
          tolerates: DELICATE,
        }),
      ),
      programme('sound', 'Keyboard', -8, 14, ['left-emf', 'right-emf'], 'volume'),
      midiSocket('in'),
      { controls: [volume('volume', 'Volume')] },
    ),
  },
  {
    id: 'drum-machine',
    name: 'Drum machine with separate outputs',
    kind: 'instrument',
    about: 'Kick, snare and the rest each on an output of their own.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      ...['Kick', 'Snare', 'Rest'].map((voice) =>
        monoOutput({
          id: voice.toLowerCase(),
          label: `${voice} out`,
          connector: 'ts-635-socket',
          drive: 'single',
          signal: 'line',
          ohms: 1000,
          maxDbu: 10,
          tolerates: DELICATE,
        }),
      ),
      midiSocket('in'),
      ...['Kick', 'Snare', 'Rest'].map((voice) =>
        programme(`${voice.toLowerCase()}-sound`, voice, -10, 18, [`${voice.toLowerCase()}-emf`], 'volume'),
      ),
      { controls: [volume('volume', 'Volume')] },
    ),
  },
  {
    id: 'midi-keyboard',
    name: 'MIDI keyboard',
    kind: 'instrument',
    about: 'Control, not sound: it tells a computer what to play and has no audio output.',
    ground: 'bonded',
    supply: 'usb',
    busMilliamps: 80,
    ...joinPieces(usbDevicePort('usb-b-socket'), midiSocket('out')),
  },
  {
    id: 'turntable',
    name: 'Record player with line output',
    kind: 'player',
    about: 'Built-in phono preamp; left and right on RCA sockets.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      rcaPair({ id: 'out', label: 'Line out', side: 'out', signal: 'line', ohms: 600, maxDbu: 6 }),
      programme('disc', 'Disc', -10, 14, ['out-left', 'out-right']),
    ),
  },
  {
    id: 'phone-player',
    name: 'Phone with headphone socket',
    kind: 'player',
    about: 'Plays and rings; stereo mini-jack. A phone call is heard here too.',
    ground: 'floating',
    supply: 'battery',
    // Ten hours of playing. Common practice, no published source.
    battery: { wattHours: 15, restMilliwatts: 1500 },
    ...joinPieces(
      stereoSocketOut({
        id: 'out',
        label: 'Headphones',
        connector: 'trs-35-socket',
        signal: 'headphone',
        ohms: 5,
        maxDbu: 0,
        idleOhms: 200_000,
        tolerates: DELICATE,
      }),
      programme('sound', 'Phone', -12, 12, ['out-left', 'out-right'], 'volume'),
      {
        ports: [
          {
            id: 'radio',
            label: 'Bluetooth',
            connector: 'bluetooth-socket',
            side: 'out',
            digital: { format: 'bluetooth', sends: ['radio-left', 'radio-right'] },
          },
        ],
        points: SIDES.map((side) => ({
          id: `radio-${side}`,
          label: `By radio ${side}`,
          unit: 'dBFS',
          role: 'converter',
          ceiling: 0,
        })),
        paths: SIDES.map((side) => ({ from: 'sound', to: `radio-${side}`, gainDb: -6, unitShiftDb: -6 })),
      },
      { controls: [volume('volume', 'Volume', -6)] },
    ),
  },
];
