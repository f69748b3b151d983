import type { Highs } from 'highs';
import type { Optimum, Solver } from './linear';

/** Longer than this nobody waits for one part of a desk, seconds; what is best by then is given without proof. */
const MOST_SECONDS = 10;

/** These are small: looking for lucky guesses first costs more than it saves. */
const PLAIN = { mip_heuristic_effort: 0, mip_heuristic_run_feasibility_jump: false } as const;

const NOTHING: Optimum = { isSolved: false, value: Infinity, bound: -Infinity, values: [] };

/** The solver of the package `highs`, once it is loaded. @param highs what its loader gave */
export const solverOf =
  (highs: Highs): Solver =>
  ({ text, size }) =>
    highs.withModel({ format: 'lp', data: text }, (model): Optimum => {
      model.options.set({
        output_flag: false,
        mip_rel_gap: 0,
        mip_abs_gap: 0,
        time_limit: MOST_SECONDS,
        ...PLAIN,
      });
      const { modelStatus } = model.run();
      const { optimal, timeLimit } = highs.constants.modelStatus;
      if (modelStatus !== optimal && modelStatus !== timeLimit) return NOTHING;
      const { colValue } = model.getSolution();
      const values = new Array<number>(size).fill(0);
      // The text names variables in another order than they were made in.
      for (let at = 0; at < colValue.length; at += 1)
        values[Number(model.getColName(at).slice(1))] = colValue[at]!;
      return {
        isSolved: colValue.length > 0,
        value: model.getObjectiveValue(),
        bound: Number(model.info.get('mip_dual_bound')),
        values,
      };
    });
