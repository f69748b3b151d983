import type { Solved } from '../checks';
import type { Db } from '../units';
import type { Demand } from './demands';
import type { Gates } from './gates';
import type { Knob, Knobs, Setting } from './knobs';

/** Positions of a knob, one of which it has to stand at. */
export interface Literal {
  knob: Knob;
  at: readonly number[];
  /** Or at any level as low as this, dB: places that are added later count as well. */
  atMost?: Db;
}

/** Every place of its knob that a literal allows, as many as there are by now. */
export const placesOf = ({ knob, at, atMost }: Literal): readonly number[] => {
  if (atMost === undefined) return at;
  const isLow = (value: unknown) => typeof value === 'number' && value <= atMost;
  return [...new Set([...at, ...knob.values!.flatMap((value, place) => (isLow(value) ? [place] : []))])];
};

/** One of these has to be so, or a demand is not met: what anything that meets it has to change. */
export interface Clause {
  demand: Demand;
  literals: Literal[];
}

/** The state a clause is read off. */
export interface State {
  solved: Solved;
  setting: Setting;
  knobs: Knobs;
  gates: Gates;
}

/** Every place of a knob but where it stands, and some others. */
export const others = ({ setting }: State, knob: Knob, except: readonly number[] = []): Literal => {
  const now = setting.get(knob.id) ?? 0;
  return {
    knob,
    at: knob.positions.map((_, at) => at).filter((at) => at !== now && !except.includes(at)),
  };
};

export const only = ({ knob, at }: Literal, isSo: (at: number) => boolean): Literal => ({
  knob,
  at: at.filter(isSo),
});

/** Literals of one clause, each knob once. */
export const collect = () => {
  const literals = new Map<string, Literal>();
  const add = ({ knob, at, atMost }: Literal) => {
    if (at.length === 0 && atMost === undefined) return;
    const known = literals.get(knob.id);
    const limits = [known?.atMost, atMost].flatMap((one) => one ?? []);
    literals.set(knob.id, {
      knob,
      at: [...new Set([...(known?.at ?? []), ...at])],
      ...(limits.length > 0 && { atMost: Math.max(...limits) }),
    });
  };
  return { literals, add };
};
