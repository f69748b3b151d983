/** A mixed-integer linear programme: what is minimised, over what, within what. */

/** Sum of variables, each so many times. */
export type Sum = readonly (readonly [times: number, variable: number])[];

export interface Programme {
  /** As the open CPLEX LP format has it; any solver reads it. Variables are `v0`, `v1` … */
  text: string;
  size: number;
}

export interface Optimum {
  /** False: nothing meets the rows, or the solver gave up. */
  isSolved: boolean;
  value: number;
  /** No solution can be below this: equal to `value`, it is proven the best. */
  bound: number;
  values: number[];
}

/** Whoever solves programmes; it is handed in, since it is large and loaded only when it is asked for. */
export type Solver = (programme: Programme) => Optimum;

const figure = (value: number): string => Number(value.toPrecision(12)).toString();

const sumText = (sum: Sum): string =>
  sum
    .map(([times, variable]) => `${times < 0 ? '-' : '+'} ${figure(Math.abs(times))} v${variable}`)
    // One term a line: some readers take no lines longer than 255 letters.
    .join('\n ');

/** Collects variables and rows. */
export const makeProgramme = () => {
  const bounds: string[] = [];
  const whole: string[] = [];
  const rows: string[] = [];
  const cost: [number, number][] = [];
  /** Terms of one variable together, those of nothing left out. */
  const tidy = (sum: Sum): Sum => {
    const times = new Map<number, number>();
    for (const [by, variable] of sum) times.set(variable, (times.get(variable) ?? 0) + by);
    return [...times].filter(([, by]) => by !== 0).map(([variable, by]) => [by, variable] as const);
  };
  const row = (sum: Sum, sign: '>=' | '<=', limit: number) => {
    const terms = tidy(sum);
    // A row of nothing that cannot hold is held against a variable that is always 0.
    if (terms.length === 0) {
      if (sign === '>=' ? limit <= 0 : limit >= 0) return;
      rows.push(`0 v0 ${sign} ${figure(limit)}`);
      return;
    }
    rows.push(`${sumText(terms)} ${sign} ${figure(limit)}`);
  };
  return {
    /** @param costs what each unit of it costs */
    variable: (lowest: number, highest: number, costs = 0, isWhole = false): number => {
      const at = bounds.length;
      const [low, high] = [lowest, highest].map((one) =>
        Number.isFinite(one) ? figure(one) : one < 0 ? '-inf' : '+inf',
      );
      bounds.push(`${low} <= v${at} <= ${high}`);
      if (isWhole) whole.push(`v${at}`);
      if (costs !== 0) cost.push([costs, at]);
      return at;
    },
    atLeast: (sum: Sum, limit: number) => row(sum, '>=', limit),
    atMost: (sum: Sum, limit: number) => row(sum, '<=', limit),
    finish: (): Programme => ({
      size: bounds.length,
      text: [
        'Minimize',
        ` obj: ${cost.length > 0 ? sumText(cost) : '0 v0'}`,
        'Subject To',
        ...(rows.length > 0 ? rows : ['0 v0 <= 0']).map((one, at) => ` r${at}: ${one}`),
        'Bounds',
        ...bounds.map((one) => ` ${one}`),
        ...(whole.length > 0 ? ['Generals', ` ${whole.join('\n ')}`] : []),
        'End',
        '',
      ].join('\n'),
    }),
  };
};

export type ProgrammeMaker = ReturnType<typeof makeProgramme>;
