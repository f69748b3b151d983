import { sensitivityShiftDb } from '../../units';
import type { DeviceModel } from '../types';
import { stereoOutput } from './desk-outputs';
import { interfaceDesk } from './desks';
import { joinPieces, streamPoints } from './parts';
import { DELICATE, usbDevicePort } from './ports';

/** What a microphone fed over USB draws at rest, milliamps. Common practice, no published source. */
const REST_MA = 150;

/** A USB microphone without a headphone socket, or with two capsules. */
const usbMicrophone = (
  id: string,
  name: string,
  about: string,
  capsules: string[],
  connector: string,
): DeviceModel => ({
  id,
  name,
  kind: 'microphone',
  about,
  ground: 'bonded',
  supply: 'usb',
  busMilliamps: REST_MA,
  ...joinPieces(
    usbDevicePort(connector, 'full'),
    {
      // Without a knob: the slider of the computer's system turns the amplifier inside.
      controls: [
        { id: 'gain', label: 'System slider', kind: 'gain', minDb: 0, maxDb: 40, stepDb: 1, initial: 20 },
      ],
      points: capsules.map((capsule, index) => ({
        id: `capsule${index + 1}`,
        label: capsule,
        unit: 'dB SPL' as const,
        role: 'capsule' as const,
        ceiling: 120,
        omniPart: 0.5,
      })),
      paths: capsules.map((_, index) => ({
        from: `capsule${index + 1}`,
        to: `usb-in-${index + 1}`,
        gainDb: -134,
        unitShiftDb: -134,
        controls: [{ control: 'gain' }],
        noise: { kind: 'level' as const, level: -92 },
        delayMs: 1.6,
      })),
      streams: [
        {
          id: 'usb-in',
          label: 'USB input',
          direction: 'to-computer',
          channels: capsules.map((_, index) => `usb-in-${index + 1}`),
        },
      ],
    },
    streamPoints(
      'usb-in',
      'USB input',
      capsules.map((_, index) => String(index + 1)),
    ),
  ),
});

/** Microphones with amplifier and converter inside. */
export const USB_MICROPHONES: DeviceModel[] = [
  {
    id: 'mic-usb',
    name: 'USB microphone with headphone jack',
    kind: 'microphone',
    about: 'Amplifier and converter inside; goes straight into a computer, never into an XLR input.',
    ground: 'bonded',
    busMilliamps: REST_MA,
    ...joinPieces(
      {
        ports: [
          {
            id: 'usb',
            label: 'USB',
            connector: 'usb-c-socket',
            side: 'out',
            usb: { role: 'device', version: '2.0' },
          },
        ],
        controls: [{ id: 'gain', label: 'Gain', kind: 'gain', minDb: 0, maxDb: 40, stepDb: 1, initial: 10 }],
        points: [
          {
            id: 'capsule',
            label: 'Voice at the microphone',
            unit: 'dB SPL',
            role: 'capsule',
            ceiling: 120,
            omniPart: 0.5,
          },
          { id: 'preamp', label: 'Amplifier', unit: 'dBu', role: 'stage', ceiling: 4 },
          { id: 'digital', label: 'Converter', unit: 'dBFS', role: 'converter', ceiling: 0 },
        ],
        paths: [
          {
            from: 'capsule',
            to: 'preamp',
            gainDb: sensitivityShiftDb(8),
            unitShiftDb: sensitivityShiftDb(8),
            controls: [{ control: 'gain' }],
            noise: { kind: 'level', level: -92 },
          },
          { from: 'preamp', to: 'digital', gainDb: 0, noise: { kind: 'level', level: -96 }, delayMs: 0.6 },
        ],
        streams: [
          { id: 'usb-in', label: 'USB input', direction: 'to-computer', channels: ['usb-in-1'] },
          {
            id: 'usb-out',
            label: 'Headphones of the microphone',
            direction: 'from-computer',
            channels: ['usb-out-L', 'usb-out-R'],
          },
        ],
      },
      streamPoints('usb-in', 'USB input', ['1']),
      streamPoints('usb-out', 'USB playback', ['L', 'R']),
      interfaceDesk([{ id: 'voice', label: 'Microphone', points: ['digital'], stream: 'usb-in-1' }]),
      stereoOutput({
        id: 'phones',
        label: 'Headphones',
        connector: 'trs-35-socket',
        ohms: 20,
        tolerates: DELICATE,
        from: ['monitor-L', 'monitor-R'],
        fullScaleDbu: 2,
        volume: 'phones-volume',
      }),
    ),
  },
  usbMicrophone(
    'mic-usb-plain',
    'USB microphone, mono',
    'One capsule, no headphone socket; straight into a computer.',
    ['Voice at the microphone'],
    'usb-b-socket',
  ),
  usbMicrophone(
    'mic-usb-stereo',
    'USB microphone, stereo',
    'Two capsules on two channels: takes places 1 and 2 in a joined input.',
    ['Left capsule', 'Right capsule'],
    'usb-c-socket',
  ),
  usbMicrophone(
    'mic-usb-micro',
    'Small USB microphone',
    'For a bag; an older micro socket.',
    ['Voice at the microphone'],
    'usb-micro-socket',
  ),
];
