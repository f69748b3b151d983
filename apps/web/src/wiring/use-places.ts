import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** Whether the chart is grouped by place, and which places are shut; kept in the address. */
export interface Places {
  isGrouped: boolean;
  shut: ReadonlySet<string>;
}

export const usePlaces = (): [Places, (change: { isGrouped?: boolean; shut?: Iterable<string> }) => void] => {
  const [params, setParams] = useSearchParams();
  const isGrouped = params.get('by') === 'place';
  const shutText = params.getAll('shut').join('\n');
  const places = useMemo(
    () => ({ isGrouped, shut: new Set(isGrouped && shutText ? shutText.split('\n') : []) }),
    [isGrouped, shutText],
  );
  const change = useCallback(
    (next: { isGrouped?: boolean; shut?: Iterable<string> }) =>
      setParams(
        (now) => {
          const to = new URLSearchParams(now);
          if (next.isGrouped === false) to.delete('by');
          if (next.isGrouped === true) to.set('by', 'place');
          if (next.shut || next.isGrouped === false) to.delete('shut');
          for (const place of next.shut ?? []) to.append('shut', place);
          return to;
        },
        { replace: true },
      ),
    [setParams],
  );
  return [places, change];
};
