import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { RunDayRow } from '../database/models';

/** The only row there is. */
const ROW = 1;

const dateOf = (at: number): string => new Date(at).toISOString().slice(0, 10);

/**
 * Counts the days on which the server has run. Whatever the clock does, a day counts once for each date it shows, and at most once
 * for each time that it is asked to count: a clock that jumps by a month is one day.
 */
@Injectable()
export class RunDays {
  /** How many there have been. */
  async now(transaction?: Transaction): Promise<number> {
    return (await RunDayRow.findByPk(ROW, transaction ? { transaction } : {}))?.days ?? 0;
  }

  /** Counts today, if it has not been counted. @param at the clock, ms */
  async count(transaction: Transaction, at = Date.now()): Promise<void> {
    const row = await RunDayRow.findByPk(ROW, { transaction });
    const today = dateOf(at);
    if (!row) await RunDayRow.create({ id: ROW, days: 1, lastDate: today }, { transaction });
    else if (row.lastDate !== today)
      await row.update({ days: row.days + 1, lastDate: today }, { transaction });
  }
}
