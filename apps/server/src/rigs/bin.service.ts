import { rename, rm } from 'node:fs/promises';
import {
  Inject,
  Injectable,
  Logger,
  type BeforeApplicationShutdown,
  type OnModuleInit,
} from '@nestjs/common';
import { Op, Sequelize, type Transaction } from 'sequelize';
import { fileOf } from '../database/file-of';
import { RevisionRow, RigRow, SeedRow, SummaryRow } from '../database/models';
import { Writes } from '../database/writes';
import { RunDays } from './run-days.service';

/** How long a deleted rig can be brought back: days by the clock, and days on which the server has run. */
export const BIN_DAYS = 30;
const DAY_MS = 24 * 60 * 60_000;
/** Never at the start: who has set the clock wrong may still set it right. */
const FIRST_SWEEP_MS = 60 * 60_000;

/** Where everything stands as it was before the last sweep, beside the database. */
export const sweptFile = (database: string): string => `${database}.before-sweep`;

/** Takes away for good what has been in the bin long enough by the clock and by the days the server has run, after a copy was made. */
@Injectable()
export class Bin implements OnModuleInit, BeforeApplicationShutdown {
  private readonly log = new Logger('Bin');
  private timers: NodeJS.Timeout[] = [];

  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly writes: Writes,
    private readonly runDays: RunDays,
  ) {}

  async onModuleInit(): Promise<void> {
    await this.writes.run((transaction) => this.runDays.count(transaction));
    const sweep = () => void this.sweep().catch((error: unknown) => this.log.error(error));
    this.timers = [setTimeout(sweep, FIRST_SWEEP_MS).unref(), setInterval(sweep, DAY_MS).unref()];
  }

  beforeApplicationShutdown(): void {
    for (const timer of this.timers) clearTimeout(timer);
  }

  /** How many days a deleted rig has left, the longer of both counts. */
  daysLeft(rig: Pick<RigRow, 'deletedAt' | 'deletedOnRunDay'>, runDays: number, now = Date.now()): number {
    const byClock = BIN_DAYS - Math.floor((now - (rig.deletedAt?.getTime() ?? now)) / DAY_MS);
    const byRun = BIN_DAYS - (runDays - (rig.deletedOnRunDay ?? runDays));
    return Math.max(1, byClock, byRun);
  }

  /** Counts today, and takes away what is old. @param now the clock, ms */
  async sweep(now = Date.now()): Promise<void> {
    await this.writes.run((transaction) => this.runDays.count(transaction, now));
    if ((await this.old(now)).length === 0) return;
    await this.copy();
    await this.writes.run(async (transaction) => {
      const rigId = await this.old(now, transaction);
      await SummaryRow.destroy({ where: { rigId }, transaction });
      await RevisionRow.destroy({ where: { rigId }, transaction });
      await RigRow.destroy({ where: { id: rigId }, transaction });
    });
  }

  private async old(now: number, transaction?: Transaction): Promise<string[]> {
    const within = transaction ? { transaction } : {};
    const rigs = await RigRow.findAll({
      attributes: ['id'],
      where: {
        deletedAt: { [Op.lt]: new Date(now - BIN_DAYS * DAY_MS) },
        deletedOnRunDay: { [Op.lte]: (await this.runDays.now(transaction)) - BIN_DAYS },
      },
      ...within,
    });
    // That a demo rig was here once is remembered by its row, or it would come back by itself.
    const seeded = new Set((await SeedRow.findAll(within)).map((seed) => seed.rigId));
    return rigs.map(({ id }) => id).filter((id) => !seeded.has(id));
  }

  /** The whole database as it stands, whole in itself. */
  private async copy(): Promise<void> {
    const file = sweptFile(await fileOf(this.sequelize));
    await rm(`${file}.new`, { force: true });
    await this.sequelize.query('VACUUM INTO ?', { replacements: [`${file}.new`] });
    await rename(`${file}.new`, file);
  }
}
