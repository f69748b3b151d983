import type { Desk, DeskMix, DeskStream, DeskStrip } from '../types';
import type { Point } from '../types';
import { joinPieces, type Piece } from './parts';

/** Rows that the desks inside mixers, interfaces and recorders are put together from. */

/** Travel of a channel fader. Common practice, no published source. */
const FADER_DB: [number, number] = [-60, 10];

/** A channel as interfaces have it: what comes in, with nothing to set. */
export const plainStrip = (id: string, label: string, points: string[], delayMs?: number): DeskStrip => ({
  id,
  label,
  takes: [{ label, points, ...(delayMs === undefined ? {} : { delayMs }) }],
});

/** A channel of a mixer: fader, pan and mute; more as given. */
export const mixerStrip = (
  id: string,
  label: string,
  points: string[],
  more: Partial<DeskStrip> = {},
): DeskStrip => ({ ...plainStrip(id, label, points), mute: true, faderDb: FADER_DB, pan: true, ...more });

/**
 * A switch that takes a strip out of all but the headphones: talkback from a microphone, a private word with a caller, a cue.
 * @param others the mixes it is in otherwise, besides `ears`
 */
export const aside = (label: string, ...others: string[]): Pick<DeskStrip, 'goes'> => ({
  goes: {
    label: `${label} destination`,
    options: [
      { label: 'everything', mixes: [...others, 'ears'] },
      { label: 'headphones only', mixes: ['ears'] },
    ],
  },
});

/** What comes back from a computer, left and right, a buffer late. */
export const returnStrip = (more: Partial<DeskStrip> = {}): DeskStrip => ({
  ...plainStrip('usb', 'USB playback', ['usb-out-L', 'usb-out-R'], 1),
  ...more,
});

/** One input by itself as a channel to the computer, ahead of everything the desk does. */
export const channelStream = (id: string, label: string, strip: string, to: string[] = [id]): DeskStream => ({
  id,
  label,
  to,
  takes: { strip, tap: 'source' },
  delayMs: 1,
});

/** A stereo mix with fixed sends behind the faders. */
export const stereoMix = (id: string, label: string, more: Partial<DeskMix> = {}): DeskMix => ({
  id,
  label,
  to: [`${id}-L`, `${id}-R`],
  tap: 'after-fader',
  initial: 0,
  ...more,
});

/** The points a stereo mix fills. */
export const mixPoints = (id: string, label: string): Point[] =>
  ['L', 'R'].map((side) => ({
    id: `${id}-${side}`,
    label: `${label} ${side}`,
    unit: 'dBFS',
    role: 'mix',
    ceiling: 0,
  }));

/** A mix of inputs and playback that goes back to the computer: to stream it, or to record what the computer plays. */
const streamMix: Piece = {
  points: [
    ...mixPoints('loop', 'Stream mix'),
    ...['L', 'R'].map((side): Point => ({
      id: `usb-mix-${side}`,
      label: `Stream mix to USB ${side}`,
      unit: 'dBFS',
      role: 'stream',
      ceiling: 0,
    })),
  ],
  streams: [
    {
      id: 'usb-mix',
      label: 'Stream mix',
      direction: 'to-computer',
      slider: 'locked',
      channels: ['usb-mix-L', 'usb-mix-R'],
    },
  ],
  desk: {
    mixes: [stereoMix('loop', 'Stream mix', { sendDb: [-60, 6] })],
    streams: [
      {
        id: 'usb-mix',
        label: 'Stream mix to USB',
        to: ['usb-mix-L', 'usb-mix-R'],
        takes: { mix: 'loop', kinds: ['whole mix', 'minus own'], own: ['usb'] },
        delayMs: 1,
      },
    ],
  },
};

/** What an interface does with its inputs: each to a channel of its own, all with the playback into the monitor mix. */
export const interfaceDesk = (
  inputs: { id: string; label: string; points: string[]; stream: string }[],
  hasStreamMix = false,
): Piece => {
  const desk: Desk = {
    strips: [...inputs.map(({ id, label, points }) => plainStrip(id, label, points)), returnStrip()],
    mixes: [stereoMix('monitor', 'Monitor mix')],
    streams: inputs.map(({ id, label, stream }) => channelStream(stream, `${label} to USB`, id)),
    direct: {
      mix: 'monitor',
      strips: inputs.map(({ id }) => id),
      options: inputs.length > 1 ? ['mono', 'split', 'off'] : ['mono', 'off'],
    },
  };
  const own: Piece = { points: mixPoints('monitor', 'Monitor mix'), desk };
  return hasStreamMix ? joinPieces(own, streamMix) : own;
};
