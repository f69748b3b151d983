import type { SignedStep, SittingHead } from '@diaphon/api';
import type { RunStep } from '@diaphon/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { signedLast } from '../store/merge-sittings';
import { addToSitting, beginSitting, sittings } from '../store/sittings-now';
import { keepWhoSigns, stamp, whoSigns } from '../store/stamp';
import { useAppSelector } from '../store/store';

/** How often what others signed is fetched, ms. */
const ASKED_EVERY_MS = 8000;

/** Who signs here: kept in this browser. */
export const useWho = (): [string, (who: string) => void] => {
  const [who, setWho] = useState(whoSigns);
  const keep = useCallback((next: string) => {
    setWho(next);
    keepWhoSigns(next);
  }, []);
  return [who, keep];
};

/** What is signed of a rig's sheet, here and elsewhere, and how to sign. */
export const useSitting = (rig: string, kind: SittingHead['kind']) => {
  const { now, unsent } = useAppSelector((state) => state.sitting);
  const [isKnown, setIsKnown] = useState(false);
  useEffect(() => {
    let isCurrent = true;
    setIsKnown(false);
    void sittings.open(rig, kind).then(() => isCurrent && setIsKnown(true));
    const timer = setInterval(() => void sittings.send().then(() => sittings.refresh()), ASKED_EVERY_MS);
    return () => {
      isCurrent = false;
      clearInterval(timer);
    };
  }, [rig, kind]);
  const signed = useMemo(() => signedLast(now?.steps ?? []), [now]);
  const sign = (step: RunStep, state: SignedStep['state'], because = '') =>
    addToSitting(kind, { steps: [{ ...stamp(), step: step.key, words: step.do, state, because }] });
  return { sitting: now, isKnown, signed, unsent, begin: () => beginSitting(kind), sign };
};
