import type { Rig } from '@diaphon/core';

const PARTS = ['devices', 'leads', 'people', 'placements'] as const;

/** What differs between two documents, by name, so that a choice can be made. */
export const rigDifferences = (mine: Rig, theirs: Rig): string[] =>
  PARTS.flatMap((part) => {
    const text = (rig: Rig) => new Map(rig[part].map((item) => [item.id, JSON.stringify(item)]));
    const [here, there] = [text(mine), text(theirs)];
    const nameOf = (id: string) => {
      const item = [...mine[part], ...theirs[part]].find((candidate) => candidate.id === id);
      return item && 'name' in item ? item.name : id;
    };
    return [...new Set([...here.keys(), ...there.keys()])]
      .filter((id) => here.get(id) !== there.get(id))
      .map((id) => {
        if (!here.has(id)) return `${nameOf(id)}: only in theirs`;
        return there.has(id) ? `${nameOf(id)}: different` : `${nameOf(id)}: only in yours`;
      });
  });
