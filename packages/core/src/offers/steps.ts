/** How far long work has come. */
export interface Progress {
  done: number;
  of: number;
}

/** Long work one step at a time: whoever runs it may show how far it is, and stop. */
export type Steps<T> = Generator<Progress, T>;

/** The same, all at once. */
export const finish = <T>(steps: Steps<T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
