import type { DeviceModel } from '../catalogue';
import { revise, type Edit } from './edit';
import type { AppChoice, Device, Rig, StreamChoice } from './types';

/** What the system of a computer listens to and plays into: programs that choose nothing of their own follow it. */

export type Side = 'input' | 'output';

/** A program’s choice that is whatever the system’s is. */
export const asSystem = (side: Side): AppChoice => ({ system: side });

export const isAsSystem = (choice: AppChoice | null): choice is { system: Side } =>
  choice !== null && 'system' in choice;

/** What a computer’s system is set to; where nobody has said, its own first socket that way. */
export const systemChoice = (device: Device, model: DeviceModel, side: Side): StreamChoice | null => {
  const said = device.system?.[side];
  if (said) return said;
  const direction = side === 'input' ? 'to-computer' : 'from-computer';
  const own = model.streams.find((stream) => stream.direction === direction);
  return own ? { device: device.id, stream: own.id } : null;
};

/** Sets what a computer’s system listens to or plays into; undefined: its own socket, as it comes. */
export const setSystem = (rig: Rig, computer: Device, side: Side, choice: StreamChoice | undefined): Edit => {
  const { [side]: _was, ...rest } = computer.system ?? {};
  const system = choice ? { ...rest, [side]: choice } : rest;
  const bare = withoutSystem(computer);
  return {
    label: `Set the ${side} of the system of ${computer.name}`,
    steps: revise(rig, 'devices', Object.keys(system).length > 0 ? { ...bare, system } : bare),
  };
};

/** The same device as it comes: nothing said of its system. */
export const withoutSystem = ({ system: _was, ...bare }: Device): Device => bare;

/** The same system with each of its choices as given; those that are nothing any more are as the computer comes. */
export const withSystemChoices = (
  device: Device,
  each: (choice: StreamChoice, side: Side) => AppChoice | null,
): Device => {
  if (!device.system) return device;
  const { system } = device;
  const bare = withoutSystem(device);
  const kept = (['input', 'output'] as const).flatMap((side): [Side, StreamChoice][] => {
    const now = system[side] ? each(system[side], side) : null;
    return now && !isAsSystem(now) ? [[side, now]] : [];
  });
  return kept.length > 0 ? { ...bare, system: Object.fromEntries(kept) } : bare;
};
