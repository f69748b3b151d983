import type {
  KeptIncident,
  KeptMeasurement,
  SignedStep,
  SittingAddition,
  SittingHead,
  SittingInList,
  TrendPoint,
} from '@diaphon/api';
import { Inject, Injectable } from '@nestjs/common';
import { QueryTypes, Sequelize, type Transaction } from 'sequelize';
import { IncidentRow, MeasurementRow, SignedStepRow, SittingRow } from '../database/models';
import { Writes } from '../database/writes';
import { ApiError, notFound } from '../errors/api-error';
import type { SittingsQuery, TrendQuery } from './sittings.schemas';

type ListedRow = Omit<SittingInList, 'rig' | 'people'> & { rigId: string; people: string | null };

/** Between names in one text: no name has a line break. */
const APART = '\n';

/** Keeps what happened at each sitting. Only ever adds: what comes twice is kept once, so that two phones that were away add up. */
@Injectable()
export class SittingsService {
  constructor(
    private readonly writes: Writes,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** Everything or nothing of it. @throws ApiError 409 where the sitting is another rig's */
  add(addition: SittingAddition): Promise<void> {
    return this.writes.run((transaction) => this.keep(addition, transaction));
  }

  /** The same within a transaction. */
  async keep(
    { sitting, steps, measurements, incidents }: SittingAddition,
    transaction: Transaction,
  ): Promise<void> {
    const { id: sittingId, rig: rigId, ...head } = sitting;
    const times = [...steps, ...measurements, ...incidents].map(({ at }) => at);
    const lastAt = [sitting.startedAt, ...times].sort().at(-1)!;
    const known = await SittingRow.findByPk(sittingId, { transaction });
    if (known && known.rigId !== rigId)
      throw new ApiError(409, {
        code: 'conflict',
        message: 'This sitting belongs to another rig; nothing was added.',
        where: 'sitting.rig',
        hint: 'Begin a new sitting.',
      });
    if (!known) await SittingRow.create({ id: sittingId, rigId, ...head, lastAt }, { transaction });
    else if (known.lastAt < lastAt) await known.update({ lastAt }, { transaction });
    const once = { transaction, ignoreDuplicates: true };
    await SignedStepRow.bulkCreate(
      steps.map((row) => ({ ...row, sittingId })),
      once,
    );
    await MeasurementRow.bulkCreate(
      measurements.map((row) => ({ ...row, sittingId, rigId })),
      once,
    );
    await IncidentRow.bulkCreate(
      incidents.map((row) => ({ ...row, sittingId })),
      once,
    );
  }

  /** Newest first. */
  async list({ rig, before, limit }: SittingsQuery): Promise<SittingInList[]> {
    const rows = await this.sequelize.query<ListedRow>(
      // The page first: what is counted is counted for its rows alone.
      `SELECT s.*,
        (SELECT count(DISTINCT step) FROM steps WHERE sittingId = s.id) AS signed,
        (SELECT CASE WHEN count(*) > 1 THEN (julianday(max(at)) - julianday(min(at))) * 1440 END
          FROM steps WHERE sittingId = s.id) AS stepsMinutes,
        (SELECT count(*) FROM measurements WHERE sittingId = s.id) AS measured,
        (SELECT count(*) FROM incidents WHERE sittingId = s.id AND kind = 'incident') AS incidents,
        (SELECT group_concat("by", char(10)) FROM (
          SELECT "by" FROM steps WHERE sittingId = s.id UNION SELECT "by" FROM measurements WHERE sittingId = s.id
        )) AS people
       FROM (
        SELECT * FROM sittings WHERE ${rig === undefined ? 'true' : 'rigId = :rig'} AND startedAt < :before
        ORDER BY startedAt DESC LIMIT :limit
       ) s ORDER BY s.startedAt DESC`,
      { type: QueryTypes.SELECT, replacements: { rig, before: before ?? '9', limit } },
    );
    return rows.map(({ rigId, people, ...row }) => ({
      ...row,
      rig: rigId,
      people: (people ?? '').split(APART).filter(Boolean),
    }));
  }

  /** All that was kept of a sitting. @throws ApiError 404 */
  async whole(id: string): Promise<SittingAddition> {
    const row = await SittingRow.findByPk(id);
    if (!row) throw notFound('sitting', id, 'Look at the list of the log.');
    const { rigId, revision, name, kind, startedAt } = row;
    const [steps, measurements, incidents] = await Promise.all(
      [SignedStepRow, MeasurementRow, IncidentRow].map((table) =>
        (table as typeof SignedStepRow).findAll({
          where: { sittingId: id },
          order: [
            ['at', 'ASC'],
            ['id', 'ASC'],
          ],
          attributes: { exclude: ['sittingId', 'rigId'] },
          raw: true,
        }),
      ),
    );
    return {
      sitting: { id, rig: rigId, revision, name, kind, startedAt } satisfies SittingHead,
      steps: steps as SignedStep[],
      measurements: measurements as unknown as KeptMeasurement[],
      incidents: incidents as unknown as KeptIncident[],
    };
  }

  /** What each channel of a rig measured, oldest first; of very many the newest. */
  async trend({ rig, limit }: TrendQuery): Promise<TrendPoint[]> {
    const rows = await this.sequelize.query<TrendPoint>(
      `SELECT sittingId AS sitting, at, channel, name, who, plannedDbfs, levelDbfs, peakDbfs, noiseDbfs, humDbfs, faults, verdict
       FROM measurements WHERE rigId = :rig ORDER BY at DESC LIMIT :limit`,
      { type: QueryTypes.SELECT, replacements: { rig, limit } },
    );
    return rows.reverse();
  }
}
