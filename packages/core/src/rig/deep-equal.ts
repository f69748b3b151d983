/** Whether two plain values (as JSON has them) are the same; a missing key is the same as an undefined one. */
export const deepEqual = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const key of Object.keys(x)) if (!deepEqual(x[key], y[key])) return false;
  for (const key of Object.keys(y)) if (y[key] !== undefined && !Object.hasOwn(x, key)) return false;
  return true;
};
