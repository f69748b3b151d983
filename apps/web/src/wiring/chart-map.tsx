import { useReactFlow, useStoreApi } from '@xyflow/react';
import { memo, useEffect, useMemo, useRef } from 'react';
import { SEVERITY_COLOUR } from '../look/severity';
import { gravestOf, type ChartState } from './chart-state';
import { mapScale } from './map-scale';

/** Every box as a mark in the colour of what is wrong there. */
const Marks = memo(({ model, layout, severities }: Pick<ChartState, 'model' | 'layout' | 'severities'>) => (
  <>
    {model.boxes.map((box) => {
      const at = layout.boxes[box.id];
      const severity = gravestOf(box.inside ?? [box.id], severities);
      return at ? (
        <rect
          key={box.id}
          {...at}
          width={box.width}
          height={box.height}
          fill={severity ? SEVERITY_COLOUR[severity] : 'var(--line)'}
        />
      ) : null;
    })}
  </>
));

/**
 * The whole chart in small: where what is wrong stands, and which part is shown. Pressed or dragged in, it goes there.
 * The frame round what is shown is moved by hand: a drag of the chart must not have this drawn anew with every step.
 */
export const ChartMap = ({ state: { model, layout, severities } }: { state: ChartState }) => {
  const { setCenter, getViewport } = useReactFlow();
  const store = useStoreApi();
  const frame = useRef<HTMLDivElement>(null);
  const { left, top, width, height, scale } = useMemo(() => mapScale(model, layout), [model, layout]);
  useEffect(() => {
    const show = () => {
      const { transform, width: shownWidth, height: shownHeight } = store.getState();
      const [x, y, zoom] = transform;
      if (!frame.current) return;
      Object.assign(frame.current.style, {
        transform: `translate(${(-x / zoom - left) * scale}px, ${(-y / zoom - top) * scale}px)`,
        width: `${(shownWidth / zoom) * scale}px`,
        height: `${(shownHeight / zoom) * scale}px`,
      });
    };
    show();
    return store.subscribe(show);
  }, [store, left, top, scale]);

  const goTo = ({ currentTarget, clientX, clientY }: React.PointerEvent<HTMLElement>) => {
    const at = currentTarget.getBoundingClientRect();
    const { zoom } = getViewport();
    void setCenter((clientX - at.left) / scale + left, (clientY - at.top) / scale + top, { zoom });
  };
  return (
    <div
      role="img"
      aria-label="The whole chart in small"
      className="absolute right-2 bottom-2 z-10 cursor-crosshair touch-none overflow-hidden border border-line bg-sheet"
      style={{ width: width * scale + 2, height: height * scale + 2 }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        goTo(event);
      }}
      onPointerMove={(event) => event.buttons > 0 && goTo(event)}
    >
      <svg width={width * scale} height={height * scale} viewBox={`${left} ${top} ${width} ${height}`}>
        <Marks model={model} layout={layout} severities={severities} />
      </svg>
      <div
        ref={frame}
        className="pointer-events-none absolute top-0 left-0 border-2 border-focus bg-shoal/30 will-change-transform"
      />
    </div>
  );
};
