import { useEffect, useRef, useState } from 'react';
import { measureFile } from '../engine/measure';
import { recordingsActions } from '../store/recordings-slice';
import { useAppDispatch } from '../store/store';

/** A file that could not be measured: where, and what to do. */
export interface Trouble {
  name: string;
  where: string;
  message: string;
  hint: string;
}

/** Measures files one after the other; what is measured goes to the store at once. */
export const useMeasuring = (rig: string) => {
  const dispatch = useAppDispatch();
  const [now, setNow] = useState<{ name: string; share: number; left: number } | null>(null);
  const [troubles, setTroubles] = useState<Trouble[]>([]);
  const cancel = useRef<() => void>(() => undefined);
  useEffect(() => () => cancel.current(), []);

  const measure = async (files: readonly File[]) => {
    cancel.current();
    setTroubles([]);
    let isStopped = false;
    for (const [index, file] of files.entries()) {
      const left = files.length - index - 1;
      setNow({ name: file.name, share: 0, left });
      const job = measureFile(file, (share) => setNow({ name: file.name, share, left }));
      const stopped = new Promise<null>((resolve) => {
        cancel.current = () => {
          isStopped = true;
          job.cancel();
          resolve(null);
        };
      });
      const found = await Promise.race([job.answer, stopped]);
      if (isStopped || !found) return;
      if (!found.ok) {
        const { where, message, hint } = found;
        setTroubles((before) => [...before, { name: file.name, where, message, hint }]);
        continue;
      }
      const { measured, repairs } = found;
      dispatch(recordingsActions.measured({ rig, file: { ...measured, name: file.name, repairs } }));
    }
    setNow(null);
  };
  const stop = () => {
    cancel.current();
    setNow(null);
  };
  return { measure, stop, now, troubles };
};
