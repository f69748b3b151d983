import type { QueryInterface } from 'sequelize';
import * as rigs from './2026-11-24-rigs';
import * as leadStock from './2026-11-25-lead-stock';
import * as ownModels from './2026-11-25-own-models';
import * as keptParts from './2026-11-26-kept-parts';
import * as summaries from './2026-11-26-summaries';
import * as revisionHashes from './2026-12-01-revision-hashes';
import * as runDays from './2026-12-01-run-days';
import * as door from './2026-12-02-door';
import * as sessions from './2026-12-02-sessions';
import * as sittings from './2026-12-02-sittings';

export interface Migration {
  name: string;
  up: (context: { context: QueryInterface }) => Promise<void>;
  down: (context: { context: QueryInterface }) => Promise<void>;
}

/** In the order they are applied. Add at the end; never change one that was released. */
export const MIGRATIONS: Migration[] = [
  { name: '2026-11-24-rigs', ...rigs },
  { name: '2026-11-25-lead-stock', ...leadStock },
  { name: '2026-11-25-own-models', ...ownModels },
  { name: '2026-11-26-kept-parts', ...keptParts },
  { name: '2026-11-26-summaries', ...summaries },
  { name: '2026-12-01-run-days', ...runDays },
  { name: '2026-12-01-revision-hashes', ...revisionHashes },
  { name: '2026-12-02-sittings', ...sittings },
  { name: '2026-12-02-sessions', ...sessions },
  { name: '2026-12-02-door', ...door },
];
