import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** What is selected, as the address says it: a device, a lead, a person's strand. */
export interface Selection {
  device?: string;
  lead?: string;
  strand?: string;
  /** A sheet opened on what is selected: `pins` or `plug-1` of a lead, or the port whose sound is traced. */
  open?: string;
  /** Leads a sound goes through, one behind the other. */
  way?: string;
}

const KEYS = ['device', 'lead', 'strand', 'open', 'way'] as const;

export const useSelection = (): [Selection, (selection: Selection) => void] => {
  const [params, setParams] = useSearchParams();
  const selection = useMemo(
    () =>
      Object.fromEntries(
        KEYS.flatMap((key) => {
          const value = params.get(key);
          return value ? [[key, value]] : [];
        }),
      ) as Selection,
    [params],
  );
  const select = useCallback(
    (next: Selection) =>
      setParams(
        (now) => {
          const to = new URLSearchParams(now);
          for (const key of KEYS) to.delete(key);
          for (const [key, value] of Object.entries(next)) to.set(key, value as string);
          return to;
        },
        { replace: true },
      ),
    [setParams],
  );
  return [selection, select];
};
