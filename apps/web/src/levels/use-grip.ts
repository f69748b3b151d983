import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { turnedBy, type Turned } from '@diaphon/core';
import type { Channel } from './channel-scale';

/** Nearer than this to where it began a press is a press, not a drag, pixels. */
const STILL_PX = 4;
/** Steps of a page key. */
const PAGE = 6;

interface Held {
  turnable: Turned;
  startY: number;
  pixelsPerDb: number;
  isDragged: boolean;
}

const KEYS: Record<string, number> = { ArrowUp: 1, ArrowDown: -1, PageUp: PAGE, PageDown: -PAGE };

/**
 * Lets a stage of the channel chart be taken by its level: dragged up and down, or turned with the arrow keys, it turns the
 * control on the way into it.
 */
export const useGrip = (
  channel: Channel,
  turnable: (stage: number) => Turned | undefined,
  onTurn: (turnable: Turned, value: number) => void,
) => {
  const held = useRef<Held | null>(null);
  const wasDragged = useRef(false);
  const grip = (stage: number) => ({
    onPointerDown: (event: PointerEvent) => {
      wasDragged.current = false;
      const found = turnable(stage);
      if (!found || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = {
        turnable: found,
        startY: event.clientY,
        pixelsPerDb: channel.y(0) - channel.y(1),
        isDragged: false,
      };
    },
    onPointerMove: (event: PointerEvent) => {
      const now = held.current;
      if (!now) return;
      const up = now.startY - event.clientY;
      if (!now.isDragged && Math.abs(up) < STILL_PX) return;
      now.isDragged = true;
      wasDragged.current = true;
      // From where it stood when it was taken, so that nothing adds up.
      onTurn(now.turnable, turnedBy(now.turnable, up / now.pixelsPerDb));
    },
    onPointerUp: () => void (held.current = null),
    onPointerCancel: () => void (held.current = null),
    onKeyDown: (event: KeyboardEvent) => {
      const found = turnable(stage);
      const steps = KEYS[event.key];
      if (!found || steps === undefined) return;
      event.preventDefault();
      onTurn(found, turnedBy(found, steps * found.step));
    },
  });
  return { grip, isHeld: () => wasDragged.current };
};
