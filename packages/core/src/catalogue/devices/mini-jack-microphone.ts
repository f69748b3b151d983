import type { CircuitElement } from '../types';
import { joinPieces } from './parts';
import { stereoSocketIn } from './ports';

const SIDES = ['left', 'right'] as const;

const plugInFeeds = (port: string): CircuitElement[] =>
  (['T', 'R'] as const).map((pin) => ({
    kind: 'feed',
    id: `${port}-bias-${pin}`,
    legs: [`${port}.${pin}`],
    ground: 'chassis',
    volts: 2.7,
    ohmsEach: 2200,
    standard: 'plug-in',
    control: 'plugin-power',
  }));

/** Microphone-level mini-jack with plug-in power, as cameras and small recorders have; tracks of its own. */
export const miniJackMicrophone = (maxDbu: number, maxGainDb: number) =>
  joinPieces(
    stereoSocketIn({
      id: 'mic',
      label: 'Microphone',
      connector: 'trs-35-socket',
      signal: 'microphone',
      ohms: 5000,
      maxDbu,
      accepts: [-66, -20],
    }),
    {
      elements: plugInFeeds('mic'),
      controls: [
        {
          id: 'gain',
          label: 'Recording level',
          kind: 'gain',
          minDb: 0,
          maxDb: maxGainDb,
          stepDb: 1,
          initial: 20,
        },
        { id: 'plugin-power', label: 'Plug-in power', kind: 'switch', initial: true },
      ],
      points: SIDES.map((side) => ({
        id: `track-${side}`,
        label: `Own track ${side}`,
        unit: 'dBFS' as const,
        role: 'track' as const,
        ceiling: 0,
      })),
      paths: SIDES.map((side) => ({
        from: `mic-${side}`,
        to: `track-${side}`,
        gainDb: 10,
        unitShiftDb: 10,
        controls: [{ control: 'gain' }],
        noise: {
          kind: 'ein' as const,
          table: [
            [0, -96],
            [40, -116],
          ] as [number, number][],
        },
      })),
    },
  );
