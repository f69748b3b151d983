import { Inject, Injectable } from '@nestjs/common';
import { Sequelize, type Transaction } from 'sequelize';

/**
 * One write at a time, each a transaction. SQLite allows one writer anyway; waiting here rather than in the
 * database keeps its worker threads free for the one that is writing.
 */
@Injectable()
export class Writes {
  private last: Promise<unknown> = Promise.resolve();

  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  /** Runs `work` in a transaction after all earlier ones; what it throws undoes the transaction and is passed on. */
  run<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const turn = this.last.then(() => this.sequelize.transaction(work));
    this.last = turn.catch(() => undefined);
    return turn;
  }

  /** When all that was asked so far is done. */
  async idle(): Promise<void> {
    await this.last;
  }
}
