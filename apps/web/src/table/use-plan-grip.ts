import type { Spot } from '@diaphon/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { turnTowards, type PlacePx, type PlanScale } from './plan-scale';

/** Nearer than this to where it began a press is a press, not a drag, pixels. */
const STILL_PX = 4;
/** Steps of the keys. */
const [STEP_M, LARGE_STEP_M, TURN_DEG] = [0.05, 0.2, 5];

const ARROWS: Record<string, [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const TURNS: Record<string, number> = { ',': -1, '.': 1 };

interface Held {
  spot: Spot;
  startX: number;
  startY: number;
  isDragged: boolean;
}

/** Lets something on the plan be dragged, turned by its handle, or moved and turned by keys. */
export const usePlanGrip = (
  scale: PlanScale,
  spot: Spot,
  onMove: (spot: Spot) => void,
  onHold: (isHeld: boolean) => void,
) => {
  const held = useRef<Held | null>(null);
  const start = (event: PointerEvent) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { spot, startX: event.clientX, startY: event.clientY, isDragged: false };
    onHold(true);
  };
  const end = () => {
    held.current = null;
    onHold(false);
  };
  /** How far it is from where it was taken, once it is a drag. */
  const wayOf = (event: PointerEvent) => {
    const now = held.current;
    if (!now) return undefined;
    const way = { x: event.clientX - now.startX, y: event.clientY - now.startY };
    if (!now.isDragged && Math.hypot(way.x, way.y) < STILL_PX) return undefined;
    now.isDragged = true;
    return { ...way, from: now.spot };
  };
  const body = {
    onPointerDown: start,
    onPointerMove: (event: PointerEvent) => {
      const way = wayOf(event);
      if (!way) return;
      // From where it stood when it was taken, so that nothing adds up.
      const { from } = way;
      onMove({ ...from, xM: from.xM + scale.metres(way.x), yM: from.yM + scale.metres(way.y) });
    },
    onPointerUp: end,
    onPointerCancel: end,
    onKeyDown: (event: KeyboardEvent) => {
      const [arrow, turn] = [ARROWS[event.key], TURNS[event.key]];
      const step = event.shiftKey ? LARGE_STEP_M : STEP_M;
      if (arrow) onMove({ ...spot, xM: spot.xM + arrow[0] * step, yM: spot.yM + arrow[1] * step });
      else if (turn) onMove({ ...spot, turnDeg: spot.turnDeg + turn * TURN_DEG });
      else return;
      event.preventDefault();
    },
  };
  /** @param middle what it turns round, and what is to be its angle when the handle lies straight above, page pixels */
  const handle = (middle: () => PlacePx) => ({
    onPointerDown: start,
    onPointerMove: (event: PointerEvent) => {
      const way = wayOf(event);
      if (!way) return;
      const deg = turnTowards(middle(), { x: event.clientX, y: event.clientY });
      onMove({ ...way.from, turnDeg: Math.round(deg / TURN_DEG) * TURN_DEG });
    },
    onPointerUp: end,
    onPointerCancel: end,
  });
  return { body, handle };
};
