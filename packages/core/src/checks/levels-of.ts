import {
  ACCEPTED_DBU,
  NOMINAL_OUTPUT_DBU,
  pathsFrom,
  type InputElement,
  type OutputElement,
} from '../catalogue';
import { couplingLevel, type Coupling } from '../circuit';
import { controlValue, type Lookup } from '../rig';
import { dbFromRatio, type Db } from '../units';

/** Nominal levels of one way from an output into an input, dBu. */
export interface WayLevels {
  leaves: OutputElement;
  meets: InputElement;
  nominal: number;
  arrives: number;
  coldest: number;
  hottest: number;
}

/** What the pads behind an input take off while they are on, dB: by so much more it takes. */
const padsOnDb = (find: Lookup, device: string, input: string): Db =>
  pathsFrom(find.modelOf(device), input)
    .flatMap(({ controls = [] }) => controls)
    .reduce((sum, { control, onDb }) => {
      const isOn = controlValue(find.device(device)!, find.modelOf(device)!, control) === true;
      return isOn ? sum - Math.min(0, onDb ?? 0) : sum;
    }, 0);

/** Levels an input can bring to its working level as it is set, dBu. */
export const acceptedBy = (
  find: Lookup,
  device: string,
  input: InputElement,
): [coldest: number, hottest: number] => {
  const [coldest, hottest] = input.accepts ?? ACCEPTED_DBU[input.signal];
  const pads = padsOnDb(find, device, input.id);
  return [coldest + pads, hottest + pads];
};

/** What an output of its class brings to an input, and what that input takes. */
export const levelsOf = (find: Lookup, coupling: Coupling): WayLevels | undefined => {
  const leaves = find.element(coupling.from.device, coupling.from.element);
  const meets = find.element(coupling.to.device, coupling.to.element);
  if (leaves?.kind !== 'output' || meets?.kind !== 'input') return undefined;
  const nominal = leaves.nominalDbu ?? NOMINAL_OUTPUT_DBU[leaves.signal];
  const [coldest, hottest] = acceptedBy(find, coupling.to.device, meets);
  return {
    leaves,
    meets,
    nominal,
    arrives: nominal + dbFromRatio(couplingLevel(coupling)),
    coldest,
    hottest,
  };
};
