import type { DeviceModel, Stream } from '../catalogue';
import { revise, type Edit } from './edit';
import type { AppChoice, Device, Rig, StreamChoice } from './types';

/** What the system of a computer listens to and plays into: programs that choose nothing of their own follow it. */

export const SIDES = ['input', 'output'] as const;
export type Side = (typeof SIDES)[number];

/** The way a stream goes that has channels on a side of a program. */
export const WAY_OF: Record<Side, Stream['direction']> = { input: 'to-computer', output: 'from-computer' };

/** A program’s choice that is whatever the system’s is. */
export const asSystem = (side: Side): AppChoice => ({ system: side });

export const isAsSystem = (choice: AppChoice | null): choice is { system: Side } =>
  choice !== null && 'system' in choice;

/** What a computer’s system is set to; where nobody has said, its own first socket that way. */
export const systemChoice = (device: Device, model: DeviceModel, side: Side): StreamChoice | null => {
  const said = device.system?.[side];
  if (said) return said;
  const own = model.streams.find((stream) => stream.direction === WAY_OF[side]);
  return own ? { device: device.id, stream: own.id } : null;
};

/** An edit of what is said of a computer’s system. */
export const systemEdit = (
  rig: Rig,
  computer: Device,
  system: Device['system'] & object,
  label: string,
): Edit => {
  const bare = withoutSystem(computer);
  return {
    label,
    steps: revise(rig, 'devices', Object.keys(system).length > 0 ? { ...bare, system } : bare),
  };
};

/** Sets what a computer’s system listens to or plays into; undefined: its own socket, as it comes. */
export const setSystem = (rig: Rig, computer: Device, side: Side, choice: StreamChoice | undefined): Edit => {
  const { [side]: _was, ...rest } = computer.system ?? {};
  const label = `Set the ${side} of the system of ${computer.name}`;
  return systemEdit(rig, computer, choice ? { ...rest, [side]: choice } : rest, label);
};

/** The same device as it comes: nothing said of its system. */
export const withoutSystem = ({ system: _was, ...bare }: Device): Device => bare;

/** The same system with each of its choices as given; those that are nothing any more are as the computer comes. */
export const withSystemChoices = (
  device: Device,
  each: (choice: StreamChoice, side: Side) => AppChoice | null,
): Device => {
  if (!device.system) return device;
  const { input, output, ...rest } = device.system;
  const bare = withoutSystem(device);
  const kept = Object.entries({ input, output }).flatMap(([side, chosen]): [string, StreamChoice][] => {
    const now = chosen ? each(chosen, side as Side) : null;
    return now && !isAsSystem(now) ? [[side, now]] : [];
  });
  const next = { ...rest, ...Object.fromEntries(kept) };
  return Object.keys(next).length > 0 ? { ...bare, system: next } : bare;
};
