import type { App, Rig } from '../rig';
import { recorder, rigOf } from '../rig/testing';

/** Small gear of full speed, alone or behind one hub. For tests. */

/** The USB-A sockets of each computer. */
const SOCKETS = {
  desktop: ['usb1', 'usb2', 'usb3'],
  'desktop-front': ['front1', 'front2', 'back1', 'back2'],
};

interface Many {
  model?: string;
  lead?: string;
  /** Kind of hub they are all behind; absent: each in a socket of the computer. */
  hub?: string;
  /** Another hub between it and the computer. */
  via?: string;
  rateHz?: 48_000 | 88_200 | 96_000;
  /** One whose front sockets share a hub inside; absent: one with a translator for each socket. */
  pc?: keyof typeof SOCKETS;
  /** Whether each plays too. */
  plays?: boolean;
}

/** So many small devices on one computer, each with a recorder of its own. */
export const smallDevices = (
  count: number,
  { model = 'mixer-2-usb', lead = 'usb-a-b', hub, via, rateHz, pc = 'desktop', plays = true }: Many,
): Rig => {
  const ids = Array.from({ length: count }, (_, at) => `small${at + 1}`);
  const sockets = SOCKETS[pc];
  const program = (device: string): Omit<App, 'computer'> => ({
    ...recorder(device),
    name: `Recorder of ${device}`,
    output: plays ? { device, stream: 'usb-out' } : null,
    ...(rateHz
      ? { recording: { rateHz, bits: 24, files: 'one for each track', container: 'wav' } as const }
      : {}),
  });
  return rigOf({
    devices: [
      ...ids.map((id) => ({ id, model, name: `Small ${id.slice(5)}` })),
      ...(hub ? [{ id: 'hub', model: hub, name: 'Hub' }] : []),
      ...(via ? [{ id: 'via', model: via, name: 'First hub' }] : []),
      { id: 'pc', model: pc, name: 'Computer', apps: ids.map(program) },
    ],
    leads: [
      ...(via ? [{ kind: 'usb-a-b', ends: [`pc.${sockets[0]}`, 'via.up'], lengthM: 1 }] : []),
      ...(hub
        ? [{ kind: 'usb-a-b', ends: [via ? 'via.down1' : `pc.${sockets[0]}`, 'hub.up'], lengthM: 1 }]
        : []),
      ...ids.map((id, at) => ({
        kind: lead,
        ends: [hub ? `hub.down${at + 1}` : `pc.${sockets[at]}`, `${id}.usb`],
        lengthM: 1,
      })),
    ],
  });
};
