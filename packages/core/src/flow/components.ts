/** Places that feed one another, or one place alone. */
export interface Component {
  nodes: string[];
  /** More than one place, or one that feeds itself. */
  isLoop: boolean;
}

/**
 * Strongly connected components in the order sound goes (Tarjan 1972, without recursion): every edge leads to a later
 * component or stays within its own.
 */
export const componentsOf = (
  nodes: readonly string[],
  out: (id: string) => readonly { to: string }[],
): Component[] => {
  const number = new Map(nodes.map((id, i) => [id, i]));
  /** Where each place leads, one after the other; and where in there its own begin. */
  const next: number[] = [];
  const starts = [0];
  for (const id of nodes) {
    for (const { to } of out(id)) next.push(number.get(to)!);
    starts.push(next.length);
  }
  const UNSEEN = -1;
  const index = new Int32Array(nodes.length).fill(UNSEEN);
  const low = new Int32Array(nodes.length);
  const isOpen = new Uint8Array(nodes.length);
  /** What of its ways has been followed. */
  const at = Int32Array.from(starts);
  const stack: number[] = [];
  const walk: number[] = [];
  const components: Component[] = [];
  let seen = 0;
  const enter = (node: number) => {
    index[node] = seen;
    low[node] = seen;
    seen += 1;
    isOpen[node] = 1;
    stack.push(node);
    walk.push(node);
  };
  const feedsItself = (node: number): boolean => next.slice(starts[node], starts[node + 1]).includes(node);
  const close = (root: number) => {
    const own: string[] = [];
    for (let node = UNSEEN; node !== root;) {
      node = stack.pop()!;
      isOpen[node] = 0;
      own.push(nodes[node]!);
    }
    components.push({ nodes: own.reverse(), isLoop: own.length > 1 || feedsItself(root) });
  };
  for (const root of nodes.keys()) {
    if (index[root] !== UNSEEN) continue;
    enter(root);
    while (walk.length > 0) {
      const node = walk[walk.length - 1]!;
      if (at[node]! < starts[node + 1]!) {
        const to = next[at[node]!]!;
        at[node]! += 1;
        if (index[to] === UNSEEN) enter(to);
        else if (isOpen[to]) low[node] = Math.min(low[node]!, index[to]!);
        continue;
      }
      walk.pop();
      const above = walk[walk.length - 1];
      if (above !== undefined) low[above] = Math.min(low[above]!, low[node]!);
      if (low[node] === index[node]) close(node);
    }
  }
  return components.reverse();
};
