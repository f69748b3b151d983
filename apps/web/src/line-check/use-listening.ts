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
    setTrouble('');
    let name = 'Live input';
    try {
      const listening = await listen(
        ({ frames, sampleRateHz, loudness, channels }) =>
          dispatch(
            recordingsActions.measured({
              rig,
              file: {
                name,
                seconds: frames / sampleRateHz,
                integratedLufs: loudness.integratedLufs ?? null,
                channels,
                repairs: [],
              },
            }),
          ),
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
    }
  };
  return { start, stop, heard, trouble };
};
