import type { Progress } from '@diaphon/core';
import { useEffect, useState } from 'react';
import { useAppSelector } from './store';
import { ask } from '../engine/engine';
import type { Questions } from '../engine/jobs';

/**
 * An answer of the engine about the rig as it stands; asked anew after every pass, and an earlier asking stopped. The answer
 * before stays until the new one is there.
 */
export const useAsked = <K extends keyof Questions>(
  question: K,
  args: Questions[K]['args'],
): { answer: Questions[K]['answer'] | null; failure: string; progress: Progress | null } => {
  const rig = useAppSelector((state) => state.rig.id);
  const readings = useAppSelector((state) => state.readings.readings);
  const [answer, setAnswer] = useState<Questions[K]['answer'] | null>(null);
  const [failure, setFailure] = useState('');
  const [progress, setProgress] = useState<Progress | null>(null);
  const key = JSON.stringify(args);
  useEffect(() => {
    if (!rig || !readings) return;
    let isCurrent = true;
    setProgress(null);
    const job = ask(rig, question, args, (now) => isCurrent && setProgress(now));
    job.answer.then(
      (found) => {
        if (!isCurrent || found === undefined) return;
        setAnswer(found);
        setFailure('');
      },
      (error: unknown) => isCurrent && setFailure(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      isCurrent = false;
      job.cancel();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the arguments
  }, [rig, question, key, readings]);
  return { answer, failure, progress };
};
