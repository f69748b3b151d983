/** What is wrong with a document: the place, what was found, what was expected, what to do. */
export interface Problem {
  where: string;
  found: string;
  expected: string;
  cure: string;
}

const brief = (value: unknown): string => {
  const text = value === undefined ? 'nothing' : (JSON.stringify(value) ?? String(value));
  return text.length > 80 ? `${text.slice(0, 77)}…` : text;
};

export const problem = (where: string, found: unknown, expected: string, cure: string): Problem => ({
  where,
  found: brief(found),
  expected,
  cure,
});
