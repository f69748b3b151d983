/** Whether two numbers differ by no more than so much. */
export const isNear = (a: number, b: number, by: number): boolean => Math.abs(a - b) <= by;
