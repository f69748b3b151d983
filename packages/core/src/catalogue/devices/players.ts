import type { DeviceModel } from '../types';
import { joinPieces } from './parts';
import { DELICATE, rcaPair, stereoSocketOut } from './ports';

const SIDES = ['left', 'right'] as const;

/** What plays a programme by itself. */
export const PLAYERS: DeviceModel[] = [
  {
    id: 'player',
    name: 'Sound-effects player',
    kind: 'player',
    about: 'Plays jingles and effects; stereo mini-jack line output.',
    ground: 'floating',
    ...joinPieces(
      stereoSocketOut({
        id: 'out',
        label: 'Stereo out',
        connector: 'trs-35-socket',
        signal: 'line',
        ohms: 100,
        idleOhms: 200_000,
        maxDbu: 6,
        tolerates: DELICATE,
      }),
      {
        controls: [
          { id: 'volume', label: 'Volume', kind: 'gain', minDb: -40, maxDb: 0, stepDb: 1, initial: -6 },
        ],
        points: SIDES.map((side) => ({
          id: `programme-${side}`,
          label: `Effects ${side}`,
          unit: 'dBu',
          role: 'programme',
          level: -8,
          crestDb: 14,
          ceiling: 6,
        })),
        paths: SIDES.map((side) => ({
          from: `programme-${side}`,
          to: `out-${side}`,
          controls: [{ control: 'volume' }],
          noise: { kind: 'level', level: -88 },
        })),
      },
    ),
  },
  {
    id: 'radio-tuner',
    name: 'Radio tuner',
    kind: 'player',
    about: 'Consumer line level on RCA sockets.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      rcaPair({ id: 'out', label: 'Line out', side: 'out', signal: 'line', ohms: 600, maxDbu: 6 }),
    ),
  },
];
