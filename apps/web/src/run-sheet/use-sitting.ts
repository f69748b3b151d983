import type { SignedStep, SittingHead } from '@diaphon/api';
import type { RunStep } from '@diaphon/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { newId } from '../store/new-id';
import { local } from '../store/browser-storage';
import { signedLast } from '../store/merge-sittings';
import { sittings } from '../store/sittings-now';
import { useAppSelector } from '../store/store';

/** How often what others signed is fetched, ms. */
const ASKED_EVERY_MS = 8000;
const WHO = 'diaphon.who';

/** Who signs here: kept in this browser. */
export const useWho = (): [string, (who: string) => void] => {
  const [who, setWho] = useState(() => local.storage.getItem(WHO) ?? '');
  const keep = useCallback((next: string) => {
    setWho(next);
    local.storage.setItem(WHO, next.trim());
  }, []);
  return [who, keep];
};

/** What is signed of a rig's sheet, here and elsewhere, and how to sign. */
export const useSitting = (rig: string, kind: SittingHead['kind']) => {
  const { now, unsent } = useAppSelector((state) => state.sitting);
  const revision = useAppSelector((state) => state.rig.baseRevision);
  const name = useAppSelector((state) => state.rig.document?.name ?? '');
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
  const begin = () =>
    sittings.begin({
      id: newId(),
      rig,
      revision: Math.max(1, revision ?? 1),
      name,
      kind,
      startedAt: new Date().toISOString(),
    });
  const sign = async (step: RunStep, by: string, state: SignedStep['state'], because = '') => {
    if (!now) await begin();
    await sittings.add({
      steps: [
        {
          id: newId(),
          at: new Date().toISOString(),
          by,
          step: step.key,
          words: step.do,
          state,
          because,
        },
      ],
    });
  };
  return { sitting: now, isKnown, signed, unsent, begin, sign };
};
