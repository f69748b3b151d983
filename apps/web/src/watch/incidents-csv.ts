import { csvText } from '@diaphon/core';
import type { Watching } from '../store/watch-slice';
import { momentOf } from './words';

/** What was noticed as a table: when, for how long, on which channel, what, and what to do. */
export const incidentsCsv = (watching: Watching): string =>
  csvText([
    ['at', 'seconds', 'channel', 'severity', 'what', 'what to do'],
    ...watching.watch.incidents.map(({ sinceS, untilS, name, severity, words, cure }) => [
      momentOf(watching, sinceS),
      String(Math.round((untilS ?? watching.watch.atS) - sinceS)),
      name,
      severity,
      words,
      cure,
    ]),
  ]);
