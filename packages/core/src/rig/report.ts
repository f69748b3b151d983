/** Takes down what is wrong at a place of a document, what was expected there, and the cure. */
export type Report = (where: string, found: unknown, expected: string, cure: string) => void;

/** The ids of a list; reports one used twice. */
export const uniqueIds = (where: string, items: readonly { id: string }[], report: Report): Set<string> => {
  const seen = new Set<string>();
  items.forEach((item, index) => {
    if (seen.has(item.id)) {
      report(`${where}[${index}].id`, item.id, 'an id used once', 'give this entry an id of its own');
    }
    seen.add(item.id);
  });
  return seen;
};
