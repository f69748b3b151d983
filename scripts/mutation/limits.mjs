/**
 * Comparisons that nothing can reach the limit of say so in the line ahead: there a limit that is taken in or left out is no mutant.
 * Turned round, the comparison is one as ever.
 */

const SAYS_WHY = /\/\/ Never at its limit: (.+)/;

/** A text as it reads with every limit left out. */
const withoutLimits = (text) => text.replaceAll(/([<>])=/g, '$1');

/**
 * @param text the file
 * @param {{ location: { start: { line: number; column: number }; end: { line: number; column: number } }; replacement: string }} mutant
 *   lines and columns from 0
 * @returns {string | undefined} why nothing can tell the mutant from what stands there
 */
export const onlyMovesLimit = (text, { location: { start, end }, replacement }) => {
  const lines = text.split('\n');
  const [, reason] = SAYS_WHY.exec(lines[start.line - 1] ?? '') ?? [];
  if (!reason || start.line !== end.line) return undefined;
  const was = lines[start.line].slice(start.column, end.column);
  return withoutLimits(was) === withoutLimits(replacement) ? reason : undefined;
};
