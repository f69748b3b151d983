import { revise, type Edit } from './edit';
import type { Lookup } from './lookup';
import { systemEdit } from './system';
import type { App, Device, Rig, SystemKind } from './types';

/** What a computer lists and joins by itself, and what has to be installed for the rest. */

/** What a kind of system does. Common practice, no published source. */
interface Ability {
  /** Who joins several devices into one input. */
  joins: 'itself' | 'helper';
  /** Devices with more channels than this one way are listed only with their maker's driver. */
  mostChannels: number;
  /** Such a driver gives the device to the first program that opens it. */
  isTaken: boolean;
}

const ABILITY: Record<SystemKind, Ability> = {
  'joins inputs by itself': { joins: 'itself', mostChannels: Infinity, isTaken: false },
  'joins inputs by a helper program': { joins: 'helper', mostChannels: Infinity, isTaken: false },
  'gives each device to one program': { joins: 'helper', mostChannels: 2, isTaken: true },
};

const abilityOf = ({ device }: Lookup, computer: string): Ability =>
  ABILITY[device(computer)?.system?.kind ?? 'joins inputs by itself'];

/** Whether a computer needs a helper program to have several devices as one input. */
export const joinsByHelper = (find: Lookup, computer: string): boolean =>
  abilityOf(find, computer).joins === 'helper';

/** Whether a computer can have several devices as one input, as it is set up. */
export const joinsInputs = (find: Lookup, computer: string): boolean =>
  !joinsByHelper(find, computer) || find.device(computer)?.system?.lacksHelper !== true;

/** Whether a computer lists a device only with its maker's driver. */
export const needsDriver = (find: Lookup, computer: string, device: string): boolean => {
  const model = find.modelOf(device);
  if (!model || device === computer) return false;
  const most = Math.max(0, ...model.streams.map(({ channels }) => channels.length));
  return model.needsDriver === true || most > abilityOf(find, computer).mostChannels;
};

/** Whether what a device needs to be listed by a computer is there. */
export const hasDriver = (find: Lookup, computer: string, device: string): boolean =>
  find.device(device)?.lacksDriver !== true || !needsDriver(find, computer, device);

/** Whether a computer gives a device to one program alone. */
export const isGivenToOne = (find: Lookup, computer: string, device: string): boolean =>
  abilityOf(find, computer).isTaken && needsDriver(find, computer, device);

/** Sets what kind of system a computer has; undefined: nobody has said. */
export const setSystemKind = (rig: Rig, computer: Device, kind: SystemKind | undefined): Edit => {
  const { kind: _was, ...rest } = computer.system ?? {};
  return systemEdit(rig, computer, kind ? { ...rest, kind } : rest, `Say what system ${computer.name} has`);
};

/** Says whether the helper that joins inputs is on a computer. */
export const setHelper = (rig: Rig, computer: Device, isThere: boolean): Edit => {
  const { lacksHelper: _was, ...rest } = computer.system ?? {};
  const label = isThere
    ? `Install the helper that joins inputs on ${computer.name}`
    : `Say that ${computer.name} has no helper`;
  return systemEdit(rig, computer, isThere ? rest : { ...rest, lacksHelper: true }, label);
};

/** Says whether the maker's driver of a device is on its computer. */
export const setDriver = (rig: Rig, device: Device, isThere: boolean): Edit => {
  const { lacksDriver: _was, ...bare } = device;
  return {
    label: isThere
      ? `Install the driver of ${device.name}`
      : `Say that the driver of ${device.name} is missing`,
    steps: revise(rig, 'devices', isThere ? bare : { ...bare, lacksDriver: true }),
  };
};

/** Lets a program leave the devices it uses to others too. */
export const shareDevices = (rig: Rig, { takesDevices: _was, ...app }: App): Edit => ({
  label: `Let ${app.name} share its devices`,
  steps: revise(rig, 'apps', app),
});
