import type { App, Rig } from '../rig';
import { recorder, rigOf } from '../rig/testing';

/** Small gear of full speed, alone or behind one hub. For tests. */

interface Many {
  model?: string;
  lead?: string;
  /** Kind of hub they are all behind; absent: each in a socket of the computer. */
  hub?: string;
  /** Another hub between it and the computer. */
  via?: string;
  rateHz?: 48_000 | 88_200 | 96_000;
  /** Whether each plays too. */
  plays?: boolean;
}

/** So many small devices on one computer, each with a recorder of its own. */
export const smallDevices = (
  count: number,
  { model = 'mixer-2-usb', lead = 'usb-a-b', hub, via, rateHz, plays = true }: Many,
): Rig => {
  const ids = Array.from({ length: count }, (_, at) => `small${at + 1}`);
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
      { id: 'pc', model: 'desktop', name: 'Computer', apps: ids.map(program) },
    ],
    leads: [
      ...(via ? [{ kind: 'usb-a-b', ends: ['pc.usb1', 'via.up'], lengthM: 1 }] : []),
      ...(hub ? [{ kind: 'usb-a-b', ends: [via ? 'via.down1' : 'pc.usb1', 'hub.up'], lengthM: 1 }] : []),
      ...ids.map((id, at) => ({
        kind: lead,
        ends: [hub ? `hub.down${at + 1}` : `pc.usb${at + 1}`, `${id}.usb`],
        lengthM: 1,
      })),
    ],
  });
};
