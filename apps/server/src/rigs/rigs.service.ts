import { randomBytes } from 'node:crypto';
import type { OpenRig, RevisionEntry, RigOnShelf, SavedRig } from '@diaphon/api';
import { emptyRig, type Rig } from '@diaphon/core';
import { Inject, Injectable } from '@nestjs/common';
import { Op, QueryTypes, Sequelize, type Transaction } from 'sequelize';
import { Damaged, hashOf, packRig, unpackRig } from '../database/kept-rigs';
import { RevisionRow, RigRow } from '../database/models';
import { saveOnTop } from '../database/save-on-top';
import { Writes } from '../database/writes';
import { Documents } from '../documents/documents.service';
import { ApiError, notFound } from '../errors/api-error';
import { slug } from '../slug';
import { Bin } from './bin.service';
import type { HistoryQuery, SaveBody } from './rigs.schemas';
import { RunDays } from './run-days.service';
import { Summaries } from './summaries.service';

/** A rig's row before it is made into a model: times as text. */
type RigAsKept = Pick<RigRow, 'id' | 'name' | 'revision' | 'deletedOnRunDay'> & {
  updatedAt: string;
  deletedAt: string | null;
};

/** Keeps rigs: every save is one transaction and a new revision, so nothing typed is ever lost. */
@Injectable()
export class RigsService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly writes: Writes,
    private readonly documents: Documents,
    private readonly summaries: Summaries,
    private readonly bin: Bin,
    private readonly runDays: RunDays,
  ) {}

  async list(deleted: boolean): Promise<RigOnShelf[]> {
    // As the database has them: five thousand rows made into models take half a second.
    const rigs = await this.sequelize.query<RigAsKept>(
      `SELECT id, name, revision, updatedAt, deletedAt, deletedOnRunDay FROM rigs
       WHERE deletedAt IS ${deleted ? 'NOT ' : ''}NULL ORDER BY updatedAt DESC`,
      { type: QueryTypes.SELECT },
    );
    const shown = await this.summaries.of(rigs, (rig) => this.documentOf(rig.id, rig.revision));
    const runDays = deleted ? await this.runDays.now() : 0;
    return rigs.map(({ id, name, revision, updatedAt, deletedAt: at, deletedOnRunDay }) => {
      const deletedAt = at === null ? null : new Date(at);
      return {
        id,
        name,
        revision,
        updatedAt: new Date(updatedAt).toISOString(),
        deletedAt: deletedAt?.toISOString() ?? null,
        ...(deletedAt ? { binDaysLeft: this.bin.daysLeft({ deletedAt, deletedOnRunDay }, runDays) } : {}),
        ...(shown.get(id) ?? { summary: null, trouble: null }),
      };
    });
  }

  async read(id: string): Promise<OpenRig> {
    return this.open(await this.find(id));
  }

  async create(name: string, document: object | undefined): Promise<OpenRig> {
    const rig = { ...(document ? await this.documents.readRig(document) : emptyRig(name)), name };
    return this.writes.run((transaction) => this.insert(rig, 'Created', transaction));
  }

  /** Adds a rig to the shelf inside a transaction that is already open. */
  async insert(document: Rig, label: string, transaction: Transaction): Promise<OpenRig> {
    const id = `${slug(document.name, 'rig')}-${randomBytes(3).toString('hex')}`;
    const row = await RigRow.create({ id, name: document.name, revision: 0 }, { transaction });
    return this.append(row, document, label, transaction);
  }

  /**
   * Saves a new revision made from `baseRevision`.
   * @throws ApiError 409 with both versions when someone else saved in between, 422 for a document that does not hold
   */
  async save(id: string, body: SaveBody): Promise<SavedRig> {
    const document = await this.documents.readRig(body.document);
    return this.writes.run(async (transaction): Promise<SavedRig> => {
      const row = await this.find(id, transaction);
      const { baseRevision, label } = body;
      // What stands there is read only where the save does not fit on top of it.
      const theirs = row.revision === baseRevision ? null : await this.open(row, transaction);
      const { revision, updatedAt } = await saveOnTop<Rig, OpenRig>({
        what: 'rig',
        id,
        baseRevision,
        document,
        newest: { revision: row.revision, document: theirs?.document ?? document },
        append: () => this.append(row, document, label, transaction),
        theirs,
      });
      return { id, revision, updatedAt };
    });
  }

  async history(id: string, query: HistoryQuery): Promise<RevisionEntry[]> {
    await this.find(id);
    const rows = await RevisionRow.findAll({
      attributes: ['number', 'label', 'savedAt'],
      where: { rigId: id, ...(query.before === undefined ? {} : { number: { [Op.lt]: query.before } }) },
      order: [['number', 'DESC']],
      limit: query.limit,
    });
    return rows.map((row) => ({ number: row.number, label: row.label, savedAt: row.savedAt.toISOString() }));
  }

  async revision(id: string, number: number): Promise<RevisionEntry & { document: Rig }> {
    await this.find(id);
    const row = await RevisionRow.findOne({ where: { rigId: id, number } });
    if (!row) throw notFound('revision', `${id} ${number}`);
    const document = await this.unpack(row);
    return { number, label: row.label, savedAt: row.savedAt.toISOString(), document };
  }

  async restore(id: string, number: number, baseRevision: number): Promise<OpenRig> {
    const { document } = await this.revision(id, number);
    const saved = await this.save(id, { baseRevision, document, label: `Restored revision ${number}` });
    return { ...saved, document };
  }

  async copy(id: string, name: string | undefined): Promise<OpenRig> {
    const { document } = await this.read(id);
    return this.create(name ?? `${document.name} (copy)`.slice(0, 200), document);
  }

  async remove(id: string): Promise<void> {
    await this.writes.run(async (transaction) => {
      const row = await this.find(id, transaction);
      const deletedOnRunDay = await this.runDays.now(transaction);
      await row.update({ deletedAt: new Date(), deletedOnRunDay }, { transaction });
    });
  }

  async undoRemove(id: string): Promise<OpenRig> {
    const row = await RigRow.findByPk(id);
    if (!row) throw notFound('rig', id);
    await this.writes.run((transaction) =>
      row.update({ deletedAt: null, deletedOnRunDay: null }, { transaction }),
    );
    return this.open(row);
  }

  /** Appends a revision to a rig's row, in the caller's transaction. */
  async append(row: RigRow, document: Rig, label: string, transaction: Transaction): Promise<OpenRig> {
    const number = row.revision + 1;
    const savedAt = new Date();
    const kept = await packRig(document, transaction);
    await RevisionRow.create(
      { rigId: row.id, number, label, document: kept, hash: hashOf(kept), savedAt },
      { transaction },
    );
    await row.update({ revision: number, name: document.name, updatedAt: savedAt }, { transaction });
    transaction.afterCommit(() => this.summaries.wantLater(row.id, number, () => Promise.resolve(document)));
    return { id: row.id, revision: number, updatedAt: savedAt.toISOString(), document };
  }

  private async find(id: string, transaction?: Transaction): Promise<RigRow> {
    const row = await RigRow.findByPk(id, transaction ? { transaction } : {});
    if (!row || row.deletedAt) throw notFound('rig', id);
    return row;
  }

  private async documentOf(id: string, number: number, transaction?: Transaction): Promise<Rig> {
    const row = await RevisionRow.findOne({
      where: { rigId: id, number },
      rejectOnEmpty: true,
      ...(transaction ? { transaction } : {}),
    });
    return this.unpack(row, transaction);
  }

  private async unpack(row: RevisionRow, transaction?: Transaction): Promise<Rig> {
    try {
      return await unpackRig(row, transaction);
    } catch (error) {
      if (!(error instanceof Damaged)) throw error;
      throw new ApiError(422, {
        code: 'damaged',
        message: `Revision ${row.number} of this rig is damaged, and cannot be read.`,
        where: `${row.rigId}, revision ${row.number}`,
        hint: 'Bring back an earlier one from its history, and look whether the disk is sound.',
      });
    }
  }

  private async open(row: RigRow, transaction?: Transaction): Promise<OpenRig> {
    const document = await this.documentOf(row.id, row.revision, transaction);
    return { id: row.id, revision: row.revision, updatedAt: row.updatedAt.toISOString(), document };
  }
}
