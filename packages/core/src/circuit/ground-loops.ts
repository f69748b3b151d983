import type { LoopPiece } from './metal';

/** A ring of metal that hum can flow round in. */
export interface GroundLoop {
  pieces: LoopPiece[];
}

/** Every ring that the metal of devices, leads and the mains earth makes: one for each piece that closes a ring. */
export const findGroundLoops = (pieces: readonly LoopPiece[]): GroundLoop[] => {
  const tree = new Map<string, LoopPiece[]>();
  const grow = (piece: LoopPiece) => {
    for (const node of [piece.from, piece.to]) tree.set(node, [...(tree.get(node) ?? []), piece]);
  };
  const wayBetween = (start: string, goal: string): LoopPiece[] | undefined => {
    const came = new Map<string, LoopPiece | null>([[start, null]]);
    const queue = [start];
    for (let at = queue.shift(); at !== undefined && !came.has(goal); at = queue.shift()) {
      for (const piece of tree.get(at) ?? []) {
        const next = piece.from === at ? piece.to : piece.from;
        if (came.has(next)) continue;
        came.set(next, piece);
        queue.push(next);
      }
    }
    if (!came.has(goal)) return undefined;
    const way: LoopPiece[] = [];
    for (let at = goal, piece = came.get(at); piece; piece = came.get(at)) {
      way.push(piece);
      at = piece.from === at ? piece.to : piece.from;
    }
    return way;
  };
  return pieces.flatMap((piece): GroundLoop[] => {
    const way = wayBetween(piece.from, piece.to);
    if (way) return [{ pieces: [piece, ...way] }];
    grow(piece);
    return [];
  });
};
