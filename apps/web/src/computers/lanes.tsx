import type { LaneRow } from '@diaphon/core';
import { figure } from '../look/figures';
import { ShareBar } from '../look/share-bar';

/** How much of what each part of the bus carries is asked for by open streams. */
export const Lanes = ({ lanes }: { lanes: readonly LaneRow[] }) => {
  if (lanes.length === 0) return null;
  return (
    <section aria-label="Room for sound on USB" className="px-3">
      <h3 className="font-bold">Room for sound on USB</h3>
      <ul className="space-y-1.5">
        {lanes.map(({ where, usedBytes, budgetBytes, streams }) => {
          const isOver = usedBytes > budgetBytes;
          return (
            <li key={where}>
              <p className="flex items-baseline justify-between gap-2">
                <span>{where}</span>
                <span className={`tabular shrink-0 ${isOver ? 'font-bold text-fault' : ''}`}>
                  {figure((100 * usedBytes) / budgetBytes, 0)} %{isOver ? ', too much' : ''}
                </span>
              </p>
              <ShareBar used={usedBytes} of={budgetBytes} />
              <p className="text-[12.5px] text-faint">
                {streams.map(({ name, bytes }) => `${name} ${figure(bytes, 0)}`).join(', ')} of{' '}
                {figure(budgetBytes, 0)} bytes a frame
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
};
