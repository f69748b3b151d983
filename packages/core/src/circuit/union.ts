/** Sets of joined things, numbered as they are added: union by path halving. The smaller number wins, so 0 stays 0. */
export const makeUnion = () => {
  const parent: number[] = [];
  const find = (item: number): number => {
    while (parent[item] !== item) {
      parent[item] = parent[parent[item]!]!;
      item = parent[item]!;
    }
    return item;
  };
  return {
    add: () => parent.push(parent.length) - 1,
    find,
    join: (a: number, b: number) => {
      const [x, y] = [find(a), find(b)];
      if (x !== y) parent[Math.max(x, y)] = Math.min(x, y);
    },
  };
};
