import type { SittingInList } from '@diaphon/api';
import {
  addMonths,
  eachDayOfInterval,
  endOfMonth,
  endOfWeek,
  format,
  isSameMonth,
  startOfMonth,
  startOfWeek,
} from 'date-fns';
import { groupBy } from 'es-toolkit';
import { useState } from 'react';
import { Button } from '../look/button';

const MONDAY = { weekStartsOn: 1 } as const;
const keyOf = (day: Date): string => format(day, 'yyyy-MM-dd');

/** A month: days with sittings are pressed to see them; those with incidents are marked. */
export const Calendar = ({
  list,
  chosen,
  onChoose,
}: {
  list: readonly SittingInList[];
  chosen: SittingInList | undefined;
  onChoose: (id: string) => void;
}) => {
  const [month, setMonth] = useState(() => startOfMonth(new Date(chosen?.startedAt ?? list[0]!.startedAt)));
  const byDay = groupBy(list, ({ startedAt }) => keyOf(new Date(startedAt)));
  const days = eachDayOfInterval({
    start: startOfWeek(month, MONDAY),
    end: endOfWeek(endOfMonth(month), MONDAY),
  });
  const title = format(month, 'MMMM yyyy');
  return (
    <section aria-label="Calendar" className="border-b border-line p-2">
      <p className="flex items-center justify-between">
        <Button kind="quiet" aria-label="Month before" onClick={() => setMonth(addMonths(month, -1))}>
          ←
        </Button>
        <b aria-live="polite">{title}</b>
        <Button kind="quiet" aria-label="Month after" onClick={() => setMonth(addMonths(month, 1))}>
          →
        </Button>
      </p>
      <div className="grid grid-cols-7 text-center text-[13px]">
        {days.map((day) => {
          const own = byDay[keyOf(day)];
          const isOther = !isSameMonth(day, month);
          if (!own)
            return (
              <span
                key={keyOf(day)}
                className={`min-h-[26px] content-center text-faint ${isOther ? 'invisible' : ''}`}
              >
                {day.getDate()}
              </span>
            );
          const isChosen = own.some(({ id }) => id === chosen?.id);
          const incidents = own.reduce((sum, one) => sum + one.incidents, 0);
          return (
            <button
              key={keyOf(day)}
              aria-label={`${format(day, 'd MMMM yyyy')}, ${own.length === 1 ? 'a sitting' : `${own.length} sittings`}${incidents > 0 ? ', something happened' : ''}`}
              aria-current={isChosen ? 'true' : undefined}
              className={`min-h-[26px] border font-bold max-[820px]:min-h-[44px] ${isChosen ? 'border-ink bg-shoal' : 'border-line hover:bg-deep'} ${incidents > 0 ? 'text-fault underline' : ''}`}
              onClick={() => {
                // Pressed again: the next of that day.
                const at = own.findIndex(({ id }) => id === chosen?.id);
                onChoose(own[(at + 1) % own.length]!.id);
              }}
            >
              {day.getDate()}
            </button>
          );
        })}
      </div>
    </section>
  );
};
