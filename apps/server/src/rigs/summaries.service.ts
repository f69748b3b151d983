import type { RigOnShelf, RigSummary } from '@diaphon/api';
import type { Rig } from '@diaphon/core';
import { Inject, Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import pLimit from 'p-limit';
import { QueryTypes, Sequelize } from 'sequelize';
import { SummaryRow, type RigRow } from '../database/models';
import { Writes } from '../database/writes';
import { Documents } from '../documents/documents.service';
import { Stopping } from '../documents/guarded-worker';
import { ApiError } from '../errors/api-error';

/** Raise it when the engine says other things of the same rig: what was worked out before is worked out again. */
const ENGINE = 3;

/** So long after the last save a rig is worked out, milliseconds: while someone edits, the machine is theirs. */
const QUIET_MS = 1000;

/** How long the shelf waits for the little that is still being worked out, milliseconds; what takes longer comes later. */
const PATIENCE_MS = 1500;
/** Where more than so many are missing, it does not wait at all. */
const FEW = 50;
/** So many are read and worked out at a time: each is a whole document in memory. */
const AT_A_TIME = 4;

interface Wish {
  revision: number;
  document: () => Promise<Rig>;
}

type KeptSummary = Pick<SummaryRow, 'rigId' | 'revision' | 'summary'>;

type Shown = Pick<RigOnShelf, 'summary' | 'trouble'>;

/** What a rig itself is to blame for is told; anything else is tried again another time. */
const troubleOf = (error: unknown): { trouble: string } => {
  if (error instanceof ApiError && error.status === 422)
    return { trouble: `${error.body.message} ${error.body.hint}` };
  throw error;
};

/** What the shelf shows of each rig, kept beside it: worked out once for each revision, in a thread of its own. */
@Injectable()
export class Summaries implements BeforeApplicationShutdown {
  private readonly log = new Logger('summaries');
  private readonly underWay = new Map<string, Promise<void>>();
  private readonly gate = pLimit(AT_A_TIME);
  /** By rig, what waits until it is left alone. */
  private readonly later = new Map<string, NodeJS.Timeout>();
  /** By rig, what was asked for while it was being worked out: only the newest counts. */
  private readonly next = new Map<string, Wish>();

  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly writes: Writes,
    private readonly documents: Documents,
  ) {}

  beforeApplicationShutdown(): void {
    this.gate.clearQueue();
    for (const timer of this.later.values()) clearTimeout(timer);
  }

  /** Works a revision out once its rig has been left alone for a while. */
  wantLater(id: string, revision: number, document: () => Promise<Rig>): void {
    clearTimeout(this.later.get(id));
    const start = () => {
      this.later.delete(id);
      this.want(id, revision, document);
    };
    this.later.set(id, setTimeout(start, QUIET_MS).unref());
  }

  /** Works a revision out, after the one of the same rig that is under way; nobody waits. */
  want(id: string, revision: number, document: () => Promise<Rig>): void {
    if (this.underWay.has(id)) {
      this.next.set(id, { revision, document });
      return;
    }
    const work = this.gate(() => this.workOut(id, revision, document))
      .catch((error: unknown) => {
        if (!(error instanceof Stopping)) this.log.warn(`${id} ${revision}: ${String(error)}`);
      })
      .finally(() => {
        this.underWay.delete(id);
        const wish = this.next.get(id);
        this.next.delete(id);
        if (wish && wish.revision > revision) this.want(id, wish.revision, wish.document);
      });
    this.underWay.set(id, work);
  }

  /** What there is of some rigs; what there is not is asked for, and waited for a little. */
  async of<R extends Pick<RigRow, 'id' | 'revision'>>(
    rigs: readonly R[],
    documentOf: (rig: R) => Promise<Rig>,
  ): Promise<Map<string, Shown>> {
    const known = await this.read();
    const missing = rigs.filter(({ id, revision }) => known.get(id)?.revision !== revision);
    for (const rig of missing) this.want(rig.id, rig.revision, () => documentOf(rig));
    if (missing.length === 0) return this.shown(known);
    if (missing.length > FEW) return this.current(rigs, known);
    const patience = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS).unref());
    await Promise.race([Promise.all(this.underWay.values()), patience]);
    return this.current(rigs, await this.read());
  }

  /** Those of the revisions that stand now. */
  private current(
    rigs: readonly Pick<RigRow, 'id' | 'revision'>[],
    known: ReadonlyMap<string, KeptSummary>,
  ): Map<string, Shown> {
    const ofNow = new Map<string, KeptSummary>();
    for (const { id, revision } of rigs) {
      const found = known.get(id);
      if (found?.revision === revision) ofNow.set(id, found);
    }
    return this.shown(ofNow);
  }

  private shown(rows: ReadonlyMap<string, KeptSummary>): Map<string, Shown> {
    return new Map(
      [...rows].map(([id, { summary }]) => {
        const found = JSON.parse(summary) as RigSummary | { trouble: string };
        return [
          id,
          'trouble' in found ? { summary: null, trouble: found.trouble } : { summary: found, trouble: null },
        ];
      }),
    );
  }

  private async read(): Promise<Map<string, KeptSummary>> {
    const rows = await this.sequelize.query<KeptSummary>(
      'SELECT rigId, revision, summary FROM summaries WHERE engine = ?',
      { replacements: [ENGINE], type: QueryTypes.SELECT },
    );
    return new Map(rows.map((row) => [row.rigId, row]));
  }

  private async workOut(rigId: string, revision: number, document: () => Promise<Rig>): Promise<void> {
    const found = await document()
      .then((rig) => this.documents.summarise(rig))
      .catch(troubleOf);
    await this.writes.run((transaction) =>
      SummaryRow.upsert({ rigId, revision, engine: ENGINE, summary: JSON.stringify(found) }, { transaction }),
    );
  }
}
