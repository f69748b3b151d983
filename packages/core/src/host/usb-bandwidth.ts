import type { Port, Stream } from '../catalogue';
import { reaches, type UsbLink, type UsbTree } from '../flow';
import { joinedRateHz, recordingOf, USUAL_RATE_HZ, type Lookup, type Side, isRecorder } from '../rig';

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
  /** The hub with the translator, or the computer. */
  device: string;
  /** Its sockets that share it; none: all of them do. */
  ports: string[];
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

/** The slot of one sample, bytes: what is over 16 bits travels in three at full speed, in four at high. Audio class 1 and 2 (memory); common practice. */
const slotBytes = (speed: Speed, bits: number): number => (bits <= 16 ? 2 : speed === 'high' ? 4 : 3);

/** The most data one transfer takes, bytes; what is more goes in several, each with its own. USB 2.0 chapter 5 (memory). */
const MOST_TRANSFER_BYTES: Record<Speed, number> = { full: 1023, high: 1024 };

/** Bytes a frame of some channels, with the one sample more that a slower frame clock asks for, and the transfers' own. */
export const transferBytes = (speed: Speed, channels: number, rateHz: number, bits: number): number => {
  const { framesPerSecond, overheadBytes } = USB_RULES[speed];
  const samples = Math.floor(rateHz / framesPerSecond) + 1;
  const data = channels * samples * slotBytes(speed, bits);
  return data + overheadBytes * Math.ceil(data / MOST_TRANSFER_BYTES[speed]);
};

/** As programs that are no recorders, and recorders nobody has set, run. */
const USUAL = { rateHz: USUAL_RATE_HZ, bits: MOST_BITS };

/** How a stream runs that programs have opened: at the rate that is set, else the most any of them asks; undefined where none has. */
const runOf = (find: Lookup, computer: string, device: string, stream: Stream) => {
  const side: Side = stream.direction === 'to-computer' ? 'input' : 'output';
  const users = find
    .appsOn(computer)
    .filter((app) =>
      find
        .streamsOf(app[side], computer, side)
        .some((one) => one.device === device && one.stream === stream.id),
    );
  if (users.length === 0) return undefined;
  const runs = users.map((app) => (isRecorder(app.kind) ? recordingOf(app) : USUAL));
  const set = find.device(device)?.rateHz ?? joinedRateHz(find.rig, users, device);
  return {
    rateHz: set ?? Math.max(...runs.map(({ rateHz }) => rateHz)),
    bits: Math.max(...runs.map(({ bits }) => bits)),
  };
};

/** Data of full speed that a hub with a translator carries in one microframe at most, bytes: USB 2.0 chapter 11 (memory). */
const SPLIT_BYTES = 188;

/** What sound of full speed costs the bus at high speed, bytes in the microframe that carries most of it. */
const splitBytes = (fullBytes: number): number =>
  Math.min(SPLIT_BYTES, fullBytes - USB_RULES.full.overheadBytes) + USB_RULES.high.overheadBytes;

/** A device's socket, as fast as everything between it and the computer lets it be, and where it meets high speed. */
const meets = (find: Lookup, usb: UsbTree, link: UsbLink): { speed: Speed; at: UsbLink['to'] } => {
  let speed = find.port(link.device, link.port)?.usb?.speed ?? 'high';
  let at = link;
  const seen = new Set<UsbLink>();
  for (let up: UsbLink | undefined = link; up && !seen.has(up);) {
    seen.add(up);
    at = up;
    const { device }: UsbLink['to'] = up.to;
    const hub: Port | undefined = hubUp(find, device);
    if (hub?.usb?.speed !== 'full') break;
    speed = 'full';
    up = usb.links.find((one) => one.device === device && one.port === hub.id);
  }
  return { speed, at: at.to };
};

/** The socket of a hub towards the computer; undefined for what is no hub. */
const hubUp = (find: Lookup, device: string): Port | undefined =>
  find.modelOf(device)?.ports.find(({ usb }) => usb?.role === 'hub-up');

/** Every part of the bus that carries an open stream, with what is asked of it. */
export const usbLanes = (find: Lookup, usb: UsbTree): UsbLane[] => {
  const lanes = new Map<string, UsbLane>();
  const laneAt = (speed: Speed, device: string, ports: string[]): UsbLane => {
    const key = `${speed} ${device} ${ports.join(' ')}`;
    const there = lanes.get(key);
    if (there) return there;
    const { budgetBytes } = USB_RULES[speed];
    const made: UsbLane = { speed, device, ports, streams: [], usedBytes: 0, budgetBytes };
    lanes.set(key, made);
    return made;
  };
  const put = (lane: UsbLane, stream: OpenStream) => {
    lane.streams.push(stream);
    lane.usedBytes += stream.bytes;
  };
  /** The computer's sockets that share something with one. */
  const sharing = (computer: string, port: string, what: 'controller' | 'insideHub'): string[] => {
    const named = find.port(computer, port)?.usb?.[what];
    const all = find.modelOf(computer)?.ports ?? [];
    return named === undefined ? [] : all.filter(({ usb: one }) => one?.[what] === named).map(({ id }) => id);
  };
  /** Whose translator it is: a hub's, one for all its sockets or for each; a computer's socket has one, or its inside hub. */
  const fullLane = ({ device, port }: UsbLink['to']): UsbLane => {
    const { translators } = (hubUp(find, device) ?? find.port(device, port))?.usb ?? {};
    if (translators === 'one for each socket') return laneAt('full', device, [port]);
    if (hubUp(find, device)) return laneAt('full', device, []);
    const inside = sharing(device, port, 'insideHub');
    return laneAt('full', device, inside.length > 0 ? inside : [port]);
  };
  for (const link of usb.links) {
    const host = usb.hostsOf.get(link.device)?.find(({ port }) => port === link.port);
    const role = find.port(link.device, link.port)?.usb;
    // Another bus has rules of its own.
    if (!host || role?.role !== 'device' || role.version === '1394') continue;
    const { speed, at } = meets(find, usb, link);
    const highLane = () => laneAt('high', host.computer, sharing(host.computer, host.socket, 'controller'));
    for (const stream of find.modelOf(link.device)?.streams ?? []) {
      if (stream.ports && !stream.ports.includes(link.port)) continue;
      if (!reaches(usb, link.device, stream, host.computer)) continue;
      const run = runOf(find, host.computer, link.device, stream);
      if (!run) continue;
      const bytes = transferBytes(speed, stream.channels.length, run.rateHz, run.bits);
      const one = { device: link.device, stream: stream.id };
      if (speed === 'high') put(highLane(), { ...one, bytes });
      else {
        put(fullLane(at), { ...one, bytes });
        // In a computer's own socket it has a bus of full speed to itself; behind a hub, inside or out, it travels at high speed.
        const isBehindHub = at.device !== host.computer || find.port(at.device, at.port)?.usb?.insideHub;
        if (isBehindHub) put(highLane(), { ...one, bytes: splitBytes(bytes) });
      }
    }
  }
  return [...lanes.values()];
};
