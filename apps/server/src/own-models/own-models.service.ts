import { randomBytes } from 'node:crypto';
import type { OwnModel } from '@diaphon/api';
import { OWN_MODEL_PREFIX, type DeviceModel } from '@diaphon/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { OwnModelRow } from '../database/models';
import { saveOnTop } from '../database/save-on-top';
import { Writes } from '../database/writes';
import { Documents } from '../documents/documents.service';
import { notFound } from '../errors/api-error';
import { slug } from '../slug';
import type { SaveModelBody } from './own-models.schemas';

const MODELS_HINT = 'Make an own model from any device of the list, or open a file someone shared.';

const shown = ({ id, revision, savedAt, document }: OwnModelRow): OwnModel => ({
  id,
  revision,
  savedAt: savedAt.toISOString(),
  model: JSON.parse(document!) as DeviceModel,
});

/** Keeps the models users made; each save is added, none is overwritten, and removing is a save too. */
@Injectable()
export class OwnModelsService {
  constructor(
    private readonly writes: Writes,
    private readonly documents: Documents,
  ) {}

  async list(): Promise<OwnModel[]> {
    const rows = await OwnModelRow.findAll({ order: [['revision', 'ASC']] });
    const newest = new Map(rows.map((row) => [row.id, row]));
    return [...newest.values()]
      .filter(({ document }) => document !== null)
      .map(shown)
      .sort((a, b) => a.model.name.localeCompare(b.model.name));
  }

  async create(file: object): Promise<OwnModel> {
    const model = await this.documents.readModel(file);
    const id = `${OWN_MODEL_PREFIX}${slug(model.name, 'model', 40)}-${randomBytes(3).toString('hex')}`;
    return this.writes.run((transaction) => this.append(id, 1, { ...model, id }, transaction));
  }

  /** @throws ApiError 409 with the newest version when someone else saved in between, 422 for a model that does not hold */
  async save(id: string, { file, baseRevision }: SaveModelBody): Promise<OwnModel> {
    const model = await this.documents.readModel(file);
    return this.writes.run(async (transaction) => {
      const newest = await this.newest(id, transaction);
      const theirs = newest.document === null ? null : shown(newest);
      return saveOnTop<DeviceModel, OwnModel>({
        what: 'model',
        id,
        baseRevision,
        document: { ...model, id },
        newest: { revision: newest.revision, document: theirs?.model ?? null },
        append: () => this.append(id, baseRevision + 1, { ...model, id }, transaction),
        theirs,
      });
    });
  }

  async remove(id: string): Promise<void> {
    await this.writes.run(async (transaction) => {
      const newest = await this.newest(id, transaction);
      if (newest.document === null) return;
      await OwnModelRow.create({ id, revision: newest.revision + 1, document: null }, { transaction });
    });
  }

  /** Takes a removal back. */
  restore(id: string): Promise<OwnModel> {
    return this.writes.run(async (transaction) => {
      const rows = await this.rows(id, transaction);
      const last = rows.filter(({ document }) => document !== null).at(-1);
      if (!last) throw notFound('own model', id, MODELS_HINT);
      const newest = rows.at(-1)!;
      return newest.document === null
        ? this.append(id, newest.revision + 1, JSON.parse(last.document!) as DeviceModel, transaction)
        : shown(newest);
    });
  }

  private rows(id: string, transaction: Transaction): Promise<OwnModelRow[]> {
    return OwnModelRow.findAll({ where: { id }, order: [['revision', 'ASC']], transaction });
  }

  private async newest(id: string, transaction: Transaction): Promise<OwnModelRow> {
    const newest = (await this.rows(id, transaction)).at(-1);
    if (!newest) throw notFound('own model', id, MODELS_HINT);
    return newest;
  }

  private async append(
    id: string,
    revision: number,
    model: DeviceModel,
    transaction: Transaction,
  ): Promise<OwnModel> {
    return shown(
      await OwnModelRow.create({ id, revision, document: JSON.stringify(model) }, { transaction }),
    );
  }
}
