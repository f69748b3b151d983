import { useStore, type MiniMapNodeProps } from '@xyflow/react';
import { SEVERITY_COLOUR } from '../look/severity';
import { gravestOf, LEADS, SKETCH, type ChartState } from './chart-nodes';

/** Every box as a mark in the colour of what is wrong there. */
const AllMarks = ({ id }: { id: string }) => {
  const state = useStore(({ nodeLookup }) => nodeLookup.get(id)?.data['state'] as ChartState | undefined);
  if (!state) return null;
  const { model, layout, severities } = state;
  return (
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
  );
};

/**
 * What the small map draws for each node: everything at once for the drawing that knows the whole chart, nothing for the
 * rest. A watcher for each box would be woken with every step of a drag.
 */
export const MapNode = ({ id }: MiniMapNodeProps) =>
  id === SKETCH || id === LEADS ? <AllMarks id={id} /> : null;
