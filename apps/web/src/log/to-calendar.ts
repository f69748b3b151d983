import type { SittingInList } from '@diaphon/api';
import { count } from '../look/figures';

/** A calendar entry shorter than this is not seen, minutes. */
const LEAST_MIN = 15;

/** Sittings as iCalendar (RFC 5545). @throws Error where one cannot be said so */
export const sittingsCalendar = async (list: readonly SittingInList[]): Promise<string> => {
  const { createEvents } = await import('ics');
  const { error, value } = createEvents(
    list.map(({ id, name, kind, startedAt, lastAt, people, signed, measured, incidents }) => {
      const start = Date.parse(startedAt);
      return {
        uid: `${id}@diaphon`,
        productId: 'diaphon',
        title: `${name}: ${kind === 'strike' ? 'taken down' : 'set up'}`,
        start,
        startInputType: 'utc' as const,
        startOutputType: 'utc' as const,
        end: Math.max(Date.parse(lastAt), start + LEAST_MIN * 60_000),
        endInputType: 'utc' as const,
        endOutputType: 'utc' as const,
        description: [
          people.join(', '),
          `${count(signed, 'step')} signed`,
          `${measured} measured`,
          incidents > 0 && count(incidents, 'incident'),
        ]
          .filter(Boolean)
          .join('; '),
      };
    }),
  );
  if (error || typeof value !== 'string') throw error ?? new Error('No calendar was made.');
  return value;
};
