import type { Rig } from '@diaphon/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { chartModel, type ChartModel } from './chart-model';
import { shutPlaces } from './chart-places';
import { layOut, shapes } from './lay-out';
import type { ChartLayout } from './chart-layout';
import { makeKeptCharts, type Standing } from './kept-charts';
import type { Places } from './use-places';

/** What the layout depends on: which boxes, how large, which lines. Turning a gain moves nothing. */
const shapeOf = ({ boxes, lines }: ChartModel): string =>
  JSON.stringify([
    boxes.map(({ id, width, height, place }) => [id, width, height, place]),
    lines.map(({ id, from, to }) => [id, from, to]),
  ]);

interface Laid {
  model: ChartModel;
  layout: ChartLayout | null;
  error: string | null;
  /** Forgets where things stood and lays everything out anew. */
  tidy: () => void;
}

const charts = makeKeptCharts();

/**
 * The chart's boxes and lines with their places; the old places stay until the new ones are worked out.
 * @param rigId what the chart is kept by from one visit to the next
 */
export const useLayout = (rig: Rig, rigId: string, places: Places): Laid => {
  const { isGrouped, shut } = places;
  const model = useMemo(() => {
    const whole = chartModel(rig);
    return isGrouped ? shutPlaces(whole, shut) : whole;
  }, [rig, isGrouped, shut]);
  const shape = useMemo(() => shapeOf(model), [model]);
  const standing = useRef<Standing | null>(null);
  const [tidied, setTidied] = useState(0);
  const [laid, setLaid] = useState<{ layout: ChartLayout | null; error: string | null }>({
    layout: null,
    error: null,
  });
  useEffect(() => {
    let isCurrent = true;
    const work = async () => {
      const seen = standing.current?.isGrouped === isGrouped ? standing.current : undefined;
      const before = seen ?? (await charts.of(rigId, isGrouped));
      const isSame = before && shapeOf(before.model) === shape;
      const layout = isSame ? before.layout : await layOut(model, isGrouped, before);
      if (!isCurrent) return;
      standing.current = { model, layout, isGrouped };
      setLaid({ layout, error: null });
      if (!isSame) await charts.keep(rigId, { model: shapes(model), layout, isGrouped });
    };
    work().catch(
      (error: unknown) =>
        isCurrent &&
        setLaid((old) => ({ ...old, error: error instanceof Error ? error.message : String(error) })),
    );
    return () => {
      isCurrent = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the shape stands for the model
  }, [shape, rigId, isGrouped, tidied]);
  const tidy = useCallback(() => {
    standing.current = null;
    void charts.drop(rigId, isGrouped).then(() => setTidied((times) => times + 1));
  }, [rigId, isGrouped]);
  return { model, ...laid, tidy };
};
