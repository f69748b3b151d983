import type { AppChoice, DeviceStream, Lookup } from '../rig';
import { pointId } from './ids';
import { reaches, type UsbTree } from './usb-links';

/** One channel of what a program takes in or fills, as its computer counts them. */
export interface AppChannel {
  /** From 1. */
  channel: number;
  device: string;
  stream: string;
  /** The point of the device that it is. */
  point: string;
}

/** The streams of a choice that do not reach the computer. */
export const missingStreams = (
  find: Lookup,
  usb: UsbTree,
  computer: string,
  choice: AppChoice | null,
): DeviceStream[] =>
  find.streamsOf(choice, computer).filter(({ device, stream: id }) => {
    const stream = find.modelOf(device)?.streams.find((one) => one.id === id);
    return !stream || !reaches(usb, device, stream, computer);
  });

/**
 * The channels a choice has: each stream after the one before it, as they were joined. A stream that does not reach the computer
 * has none, and takes what it is joined to down with it.
 */
export const appChannels = (
  find: Lookup,
  usb: UsbTree,
  computer: string,
  choice: AppChoice | null,
): AppChannel[] => {
  if (missingStreams(find, usb, computer, choice).length > 0) return [];
  return find
    .streamsOf(choice, computer)
    .flatMap(({ device, stream: id }) => {
      const stream = find.modelOf(device)?.streams.find((one) => one.id === id);
      return (stream?.channels ?? []).map((point) => ({ device, stream: id, point }));
    })
    .map((one, index) => ({ channel: index + 1, ...one }));
};

/** Those channels, as places in the flow. */
export const channelsOf = (
  find: Lookup,
  usb: UsbTree,
  computer: string,
  choice: AppChoice | null,
): string[] => appChannels(find, usb, computer, choice).map(({ device, point }) => pointId(device, point));
