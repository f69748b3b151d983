import { controlValue, type DeviceStream, type Lookup } from '../rig';
import { ratioFromDb, type Db } from '../units';
import type { FlowEdge } from './graph';

/** The datum a figure comes from. */
export type Because =
  | { kind: 'model'; device: string }
  | { kind: 'control'; device: string; control: string }
  | { kind: 'desk'; device: string; words: string }
  | { kind: 'circuit' }
  | { kind: 'distance'; placement: string }
  | { kind: 'direction'; placement: string }
  | { kind: 'mouth'; placement: string }
  | { kind: 'air'; words: string }
  | {
      kind: 'app';
      app: string;
      words: string;
      isInputGain?: true;
      isAutomatic?: true;
      /** The computer’s slider for a stream does it. */
      slider?: DeviceStream;
    }
  | { kind: 'data' };

/** One part of a level: so many dB, and why. */
export interface Term {
  db: Db;
  because: Because;
  /** It only changes the unit: a sensitivity, a converter's alignment. */
  isUnit?: true;
}

interface LawRows extends Partial<Omit<FlowEdge, 'from' | 'to' | 'terms' | 'gainDb' | 'unitShiftDb'>> {
  from: string;
  to: string;
  terms: Term[];
  kind: FlowEdge['kind'];
}

/** A way from one place to the next: its level is the sum of its terms, its polarity as given, else upright. */
export const law = ({ from, to, terms, ...rest }: LawRows): FlowEdge => {
  let gainDb = 0;
  let unitShiftDb = 0;
  for (const { db, isUnit } of terms) {
    gainDb += db;
    if (isUnit) unitShiftDb += db;
  }
  return {
    from,
    to,
    terms,
    gainDb,
    unitShiftDb,
    re: ratioFromDb(gainDb),
    im: 0,
    lowDb: 0,
    topDb: 0,
    delayMs: 0,
    controls: [],
    ...rest,
  };
};

/** What a control adds to a way: a gain its dB, a switch its own while it is on. */
export const controlTerm = (find: Lookup, device: string, control: string, onDb: Db | undefined): Term => {
  const value = controlValue(find.device(device)!, find.modelOf(device)!, control);
  const db = typeof value === 'number' ? value : value === true ? (onDb ?? 0) : 0;
  return { db, because: { kind: 'control', device, control } };
};
