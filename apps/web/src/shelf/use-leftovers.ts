import { useEffect, useRef, useState } from 'react';
import { leftovers } from '../store/store';

/** How soon it is looked whether everything has been sent, milliseconds; as long as nothing is, twice as late each time. */
const LOOK_MS = 2000;
const SELDOM_MS = 60_000;

/** How many edits of this browser the server has not got yet, by rig: they are sent as long as the shelf is looked at. @param onSent called when some have been */
export const useLeftovers = (onSent: () => void): ReadonlyMap<string, number> => {
  const [left, setLeft] = useState<ReadonlyMap<string, number>>(new Map());
  const sent = useRef(onSent);
  sent.current = onSent;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isOver = false;
    let before = 0;
    let pauseMs = LOOK_MS;
    const look = async () => {
      const now = await leftovers();
      if (isOver) return;
      const count = [...now.values()].reduce((sum, one) => sum + one, 0);
      setLeft(now);
      if (count < before) sent.current();
      pauseMs = count < before ? LOOK_MS : Math.min(pauseMs * 2, SELDOM_MS);
      before = count;
      if (count > 0) timer = setTimeout(() => void look(), pauseMs);
    };
    void look();
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, []);
  return left;
};
