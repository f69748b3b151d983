import type { Rig } from '@diaphon/core';
import { useEffect, useMemo, useState } from 'react';
import { chartModel, type ChartModel } from './chart-model';
import { layOut, type ChartLayout } from './layout';

/** What the layout depends on: which boxes, how large, which lines. Turning a gain moves nothing. */
const shapeOf = ({ boxes, lines }: ChartModel): string =>
  JSON.stringify([
    boxes.map(({ id, width, height }) => [id, width, height]),
    lines.map(({ id, from, to }) => [id, from, to]),
  ]);

interface Laid {
  model: ChartModel;
  layout: ChartLayout | null;
  error: string | null;
}

/** The chart's boxes and lines with their places; the old places stay until the new ones are worked out. */
export const useLayout = (rig: Rig): Laid => {
  const model = useMemo(() => chartModel(rig), [rig]);
  const shape = useMemo(() => shapeOf(model), [model]);
  const [laid, setLaid] = useState<{ layout: ChartLayout | null; error: string | null }>({
    layout: null,
    error: null,
  });
  useEffect(() => {
    let isCurrent = true;
    layOut(model).then(
      (layout) => isCurrent && setLaid({ layout, error: null }),
      (error: unknown) =>
        isCurrent &&
        setLaid((old) => ({ ...old, error: error instanceof Error ? error.message : String(error) })),
    );
    return () => {
      isCurrent = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the shape stands for the model
  }, [shape]);
  return { model, ...laid };
};
