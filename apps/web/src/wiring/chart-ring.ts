import { EARTH, type LoopPiece } from '@diaphon/core';

/** What the chart reads of a ring. */
interface DrawnLoop {
  pieces: Pick<LoopPiece, 'from' | 'to' | 'lead' | 'leads'>[];
}

/** A ring of metal as the chart draws it. */
export interface Ring {
  leads: ReadonlySet<string>;
  devices: ReadonlySet<string>;
  /** Devices through which it reaches the mains earth: none, or two. */
  earthed: string[];
  /** It is a way of sound, and nothing is wrong with it. */
  isWay?: true;
}

/** The leads of a way of sound, marked as a ring is. @param way their ids, one behind the other */
export const ringOfWay = (way: string): Ring => ({
  leads: new Set(way.split(' ')),
  devices: new Set(),
  earthed: [],
  isWay: true,
});

/** The ring a lead is part of, if the lead is said to hear hum; a chart draws one at a time. */
export const ringThrough = (loops: readonly DrawnLoop[], lead: string | undefined): Ring | undefined => {
  const loop = lead && loops.find(({ pieces }) => pieces.some((piece) => piece.lead === lead));
  if (!loop) return undefined;
  const nodes = loop.pieces.flatMap(({ from, to }) => [from, to]).filter((node) => node !== EARTH);
  return {
    leads: new Set(loop.pieces.flatMap((piece) => piece.leads ?? piece.lead ?? [])),
    devices: new Set(nodes),
    earthed: [
      ...new Set(
        loop.pieces
          .filter(({ from, to }) => from === EARTH || to === EARTH)
          .map(({ from, to }) => (from === EARTH ? to : from)),
      ),
    ],
  };
};
