import { useEffect, useRef, useState } from 'react';
import { listen, whyNot, type Listening } from '../engine/listen';
import { recordingsActions } from '../store/recordings-slice';
import { useAppDispatch } from '../store/store';

/** Listens to a live input; what it hears stands among what was recorded, anew twice a second. */
export const useListening = (rig: string) => {
  const dispatch = useAppDispatch();
  const [heard, setHeard] = useState<Pick<Listening, 'name' | 'processing'> | null>(null);
  const [trouble, setTrouble] = useState('');
  const now = useRef<Listening | null>(null);
  const isHere = useRef(true);
  const isStarting = useRef(false);
  const stop = () => {
    now.current?.stop();
    now.current = null;
    setHeard(null);
  };
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
      now.current?.stop();
    };
  }, []);
  const start = async () => {
    // The browser asks whoever sits there, which takes its time: once is enough.
    if (isStarting.current) return;
    isStarting.current = true;
    setTrouble('');
    let name = 'Live input';
    try {
      const listening = await listen(
        (measured) => dispatch(recordingsActions.measured({ rig, file: { ...measured, name, repairs: [] } })),
        () => {
          stop();
          setTrouble('The input has gone: what it heard so far stays. Plug it in again, and listen anew.');
        },
      );
      if (!isHere.current) {
        listening.stop();
        return;
      }
      ({ name } = listening);
      now.current = listening;
      setHeard(listening);
    } catch (error) {
      if (isHere.current) setTrouble(whyNot(error));
    } finally {
      isStarting.current = false;
    }
  };
  return { start, stop, heard, trouble };
};
