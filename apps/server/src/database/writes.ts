import { statSync } from 'node:fs';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize, type Transaction } from 'sequelize';
import { ApiError } from '../errors/api-error';
import { fileOf } from './file-of';

const inodeOf = (file: string): number | undefined => statSync(file, { throwIfNoEntry: false })?.ino;

/**
 * One write at a time, each a transaction. SQLite allows one writer anyway; waiting here rather than in the
 * database keeps its worker threads free for the one that is writing.
 */
@Injectable()
export class Writes {
  private last: Promise<unknown> = Promise.resolve();
  /** The file that was opened, and which one on its disk it is. */
  private opened: { file: string; inode: number } | undefined;

  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  /** Runs `work` in a transaction after all earlier ones; what it throws undoes the transaction and is passed on. */
  run<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const turn = this.last.then(async () => {
      await this.mustBeThere();
      return this.sequelize.transaction(work);
    });
    this.last = turn.catch(() => undefined);
    return turn;
  }

  /** An opened file that was taken away takes what is written all the same, and nobody ever sees it again. @throws ApiError 507 */
  private async mustBeThere(): Promise<void> {
    if (!this.opened) {
      const file = await fileOf(this.sequelize);
      this.opened = { file, inode: inodeOf(file) ?? 0 };
    }
    const { file, inode } = this.opened;
    if (inodeOf(file) === inode) return;
    throw new ApiError(507, {
      code: 'disk-error',
      message: 'The database file is not there any more; nothing was changed.',
      where: file,
      hint: 'Bring the data folder back where it was and start Diaphon again. Your edits stay in this browser until then.',
    });
  }

  /** When all that was asked so far is done. */
  async idle(): Promise<void> {
    await this.last;
  }
}
