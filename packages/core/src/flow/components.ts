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
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const open = new Set<string>();
  const stack: string[] = [];
  const components: Component[] = [];
  const enter = (id: string, walk: { id: string; next: number }[]) => {
    index.set(id, index.size);
    low.set(id, index.get(id)!);
    stack.push(id);
    open.add(id);
    walk.push({ id, next: 0 });
  };
  const lower = (id: string, to: number) => low.set(id, Math.min(low.get(id)!, to));
  const close = (root: string) => {
    const own: string[] = [];
    for (let id = ''; id !== root;) {
      id = stack.pop()!;
      open.delete(id);
      own.push(id);
    }
    const isLoop = own.length > 1 || out(root).some(({ to }) => to === root);
    components.push({ nodes: own.reverse(), isLoop });
  };
  for (const root of nodes) {
    if (index.has(root)) continue;
    const walk: { id: string; next: number }[] = [];
    enter(root, walk);
    while (walk.length > 0) {
      const top = walk[walk.length - 1]!;
      const edge = out(top.id)[top.next];
      top.next += 1;
      if (edge) {
        if (!index.has(edge.to)) enter(edge.to, walk);
        else if (open.has(edge.to)) lower(top.id, index.get(edge.to)!);
        continue;
      }
      walk.pop();
      const above = walk[walk.length - 1];
      if (above) lower(above.id, low.get(top.id)!);
      if (low.get(top.id) === index.get(top.id)) close(top.id);
    }
  }
  return components.reverse();
};
