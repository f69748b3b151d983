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
  const next: Int32Array[] = nodes.map((id) => {
    const edges = out(id);
    const to = new Int32Array(edges.length);
    for (let i = 0; i < edges.length; i += 1) to[i] = number.get(edges[i]!.to)!;
    return to;
  });
  const UNSEEN = -1;
  const index = new Int32Array(nodes.length).fill(UNSEEN);
  const low = new Int32Array(nodes.length);
  const isOpen = new Uint8Array(nodes.length);
  const at = new Int32Array(nodes.length);
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
  const close = (root: number) => {
    const own: string[] = [];
    for (let node = UNSEEN; node !== root;) {
      node = stack.pop()!;
      isOpen[node] = 0;
      own.push(nodes[node]!);
    }
    components.push({ nodes: own.reverse(), isLoop: own.length > 1 || next[root]!.includes(root) });
  };
  for (let root = 0; root < nodes.length; root += 1) {
    if (index[root] !== UNSEEN) continue;
    enter(root);
    while (walk.length > 0) {
      const node = walk[walk.length - 1]!;
      const edges = next[node]!;
      if (at[node]! < edges.length) {
        const to = edges[at[node]!]!;
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
