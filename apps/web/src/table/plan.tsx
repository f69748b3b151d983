import type { TablePage } from '@diaphon/core';
import { useMemo, useRef, useState } from 'react';
import { useWidth } from '../levels/use-width';
import { useEdit } from '../store/use-edit';
import { PlanDrawing } from './plan-drawing';
import { frameRound, scaleOf } from './plan-scale';
import { PlanThing } from './plan-thing';
import { moveThing, type Thing } from './plan-things';

interface PlanProps {
  things: readonly Thing[];
  page: TablePage | null;
  chosen: Thing | undefined;
  onChoose: (key: string) => void;
}

const HEIGHT = 430;

/** The plan of the table, on which everything can be moved and turned. */
export const Plan = ({ things, page, chosen, onChoose }: PlanProps) => {
  const [ref, width] = useWidth();
  const edit = useEdit();
  // While something is moved the plan stays where it is.
  const [isHeld, setIsHeld] = useState(false);
  const now = useMemo(() => frameRound(things.map(({ spot }) => spot)), [things]);
  const last = useRef(now);
  if (!isHeld) last.current = now;
  const frame = last.current;
  const scale = useMemo(() => scaleOf(frame, width, HEIGHT), [frame, width]);
  return (
    <div ref={ref} data-plan className="card relative overflow-hidden" style={{ height: HEIGHT }}>
      <PlanDrawing
        things={things}
        frame={frame}
        scale={scale}
        page={page}
        chosen={chosen}
        width={width}
        height={HEIGHT}
      />
      <div role="group" aria-label="On the plan">
        {things.map((thing) => (
          <PlanThing
            key={thing.key}
            thing={thing}
            scale={scale}
            isChosen={thing === chosen}
            onChoose={() => onChoose(thing.key)}
            onMove={(spot) => edit((is) => moveThing(is, thing, spot), { key: `plan ${thing.key}` })}
            onHold={setIsHeld}
          />
        ))}
      </div>
    </div>
  );
};
