interface Corner {
  x: number;
  y: number;
}

const RADIUS = 7;

/** A line through corners with each corner rounded off, as an SVG path. */
export const roundedPath = (points: readonly Corner[]): string => {
  const [first, ...rest] = points;
  if (!first) return '';
  const parts = [`M${first.x} ${first.y}`];
  rest.forEach((corner, index) => {
    const before = points[index]!;
    const after = rest[index + 1];
    if (!after) {
      parts.push(`L${corner.x} ${corner.y}`);
      return;
    }
    const towards = (to: Corner): Corner => {
      const length = Math.hypot(to.x - corner.x, to.y - corner.y) || 1;
      const share = Math.min(RADIUS, length / 2) / length;
      return { x: corner.x + (to.x - corner.x) * share, y: corner.y + (to.y - corner.y) * share };
    };
    const [start, end] = [towards(before), towards(after)];
    parts.push(`L${start.x} ${start.y}Q${corner.x} ${corner.y} ${end.x} ${end.y}`);
  });
  return parts.join('');
};

/** The middle of the longest piece of a line: where a mark is seen best. */
export const markPoint = (points: readonly Corner[]): Corner => {
  let best: Corner = points[0] ?? { x: 0, y: 0 };
  let longest = -1;
  points.slice(1).forEach((to, index) => {
    const from = points[index]!;
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    if (length > longest) {
      longest = length;
      best = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    }
  });
  return best;
};
