import { useEffect, useState } from 'react';
import { useAppSelector } from '../store/store';

/** An answer of the engine about the rig as it stands; asked anew after every pass. */
export const useAsked = <T>(ask: () => Promise<T>, key: string): { answer: T | null; failure: string } => {
  const readings = useAppSelector((state) => state.readings.readings);
  const [answer, setAnswer] = useState<T | null>(null);
  const [failure, setFailure] = useState('');
  useEffect(() => {
    let isCurrent = true;
    ask().then(
      (found) => isCurrent && setAnswer(found),
      (error: unknown) => isCurrent && setFailure(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      isCurrent = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the question
  }, [key, readings]);
  return { answer, failure };
};
