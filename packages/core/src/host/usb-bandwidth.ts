import type { Stream } from '../catalogue';
import { reaches, type UsbTree } from '../flow';
import { recordingOf, USUAL_RATE_HZ, type Lookup, type Side } from '../rig';

/** What open streams ask of the bus, and what it keeps for them: full speed 12 Mb/s, high speed 480 Mb/s. */

type Speed = 'full' | 'high';

/** A stream that a program has opened, and what it costs on its lane, bytes a frame. */
export interface OpenStream {
  device: string;
  stream: string;
  bytes: number;
}

/** A part of the bus that some streams share: behind a translator, or of a whole computer. */
export interface UsbLane {
  speed: Speed;
  /** The hub with the translator, the computer whose socket it is, or the computer with all at high speed. */
  device: string;
  /** Absent: all its sockets together. */
  port?: string;
  streams: OpenStream[];
  usedBytes: number;
  /** What may be kept for sound, bytes a frame. */
  budgetBytes: number;
}

interface Rules {
  framesPerSecond: number;
  /** What each transfer costs beside its data, bytes. */
  overheadBytes: number;
  budgetBytes: number;
}

/**
 * Frames of 1 ms with 1500 bytes, 90 % of them for sound, 9 more for each transfer; microframes of 125 µs with 7500, 80 %, 38 more.
 * USB 2.0 chapter 5, tables 5-4 and 5-5 (memory).
 */
export const USB_RULES: Record<Speed, Rules> = {
  full: { framesPerSecond: 1000, overheadBytes: 9, budgetBytes: 0.9 * 1500 },
  high: { framesPerSecond: 8000, overheadBytes: 38, budgetBytes: 0.8 * 7500 },
};

/** The bus carries at most this many bits of each sample. */
const MOST_BITS = 24;

/** Bytes a frame of some channels, with the one sample more that a slower frame clock asks for, and the transfer's own. */
export const transferBytes = (speed: Speed, channels: number, rateHz: number, bits: number): number => {
  const { framesPerSecond, overheadBytes } = USB_RULES[speed];
  const samples = Math.floor(rateHz / framesPerSecond) + 1;
  return channels * samples * (Math.min(bits, MOST_BITS) / 8) + overheadBytes;
};

/** As programs that are no recorders, and recorders nobody has set, run. */
const USUAL = { rateHz: USUAL_RATE_HZ, bits: MOST_BITS };

/** How the programs that have opened a stream run it, the most any of them asks; undefined where none has. */
const runOf = (find: Lookup, computer: string, device: string, stream: Stream) => {
  const side: Side = stream.direction === 'to-computer' ? 'input' : 'output';
  const users = find
    .appsOn(computer)
    .filter((app) =>
      find.streamsOf(app[side], computer).some((one) => one.device === device && one.stream === stream.id),
    );
  if (users.length === 0) return undefined;
  const runs = users.map((app) => (app.kind === 'recorder' ? recordingOf(app) : USUAL));
  return {
    rateHz: Math.max(...runs.map(({ rateHz }) => rateHz)),
    bits: Math.max(...runs.map(({ bits }) => bits)),
  };
};

/** Every part of the bus that carries an open stream, with what is asked of it. */
export const usbLanes = (find: Lookup, usb: UsbTree): UsbLane[] => {
  const lanes = new Map<string, UsbLane>();
  const laneAt = (speed: Speed, device: string, port?: string): UsbLane => {
    const key = `${speed} ${device} ${port ?? ''}`;
    const there = lanes.get(key);
    if (there) return there;
    const made: UsbLane = {
      speed,
      device,
      ...(port === undefined ? {} : { port }),
      streams: [],
      usedBytes: 0,
      budgetBytes: USB_RULES[speed].budgetBytes,
    };
    lanes.set(key, made);
    return made;
  };
  /** Behind a hub its translator, or that of the socket; at a computer each socket is a lane of its own at full speed. */
  const laneOf = (speed: Speed, computer: string, { device, port }: { device: string; port: string }) => {
    if (speed === 'high') return laneAt(speed, computer);
    const up = find.modelOf(device)?.ports.find(({ usb: there }) => there?.role === 'hub-up');
    const isShared = up !== undefined && up.usb?.translators !== 'one for each socket';
    return isShared ? laneAt(speed, device) : laneAt(speed, device, port);
  };
  for (const link of usb.links) {
    const host = usb.hostsOf.get(link.device)?.find(({ port }) => port === link.port);
    const role = find.port(link.device, link.port)?.usb;
    // Another bus has rules of its own.
    if (!host || role?.role !== 'device' || role.version === '1394') continue;
    const speed = role.speed ?? 'high';
    for (const stream of find.modelOf(link.device)?.streams ?? []) {
      if (stream.ports && !stream.ports.includes(link.port)) continue;
      if (!reaches(usb, link.device, stream, host.computer)) continue;
      const run = runOf(find, host.computer, link.device, stream);
      if (!run) continue;
      const bytes = transferBytes(speed, stream.channels.length, run.rateHz, run.bits);
      const lane = laneOf(speed, host.computer, link.to);
      lane.streams.push({ device: link.device, stream: stream.id, bytes });
      lane.usedBytes += bytes;
    }
  }
  return [...lanes.values()];
};
