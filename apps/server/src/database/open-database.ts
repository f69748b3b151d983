import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import { diskError } from '../errors/disk-errors';
import { APPLICATION_ID, checkDatabaseFile, FORMAT } from './check-file';
import { MIGRATIONS } from './migrations';
import { initModels } from './models';

export const databaseFile = (dataFolder: string): string => join(dataFolder, 'diaphon.sqlite');

/** Every connection waits for another program's lock, and syncs at checkpoints (safe with a write-ahead log). */
class TunedDatabase extends sqlite3.Database {
  constructor(file: string, mode: number, done: (error: Error | null) => void) {
    super(file, mode, done);
    // A failure is told to whoever asks next; without a listener it would end the process.
    this.on('error', () => undefined);
    this.configure('busyTimeout', 5000);
    this.exec('PRAGMA synchronous = NORMAL', () => undefined);
  }
}

/**
 * Opens the database, brings its tables up to date and sets it to survive a killed server:
 * write-ahead log, foreign keys, every change in a transaction that takes the write lock first.
 * @throws Error naming the folder or file, the cause and the cure, when it cannot be made or opened
 */
export const openDatabase = async (dataFolder: string): Promise<Sequelize> => {
  try {
    mkdirSync(dataFolder, { recursive: true });
  } catch (error) {
    throw new Error(
      `The data folder ${dataFolder} cannot be made (${(error as NodeJS.ErrnoException).code}). Set DIAPHON_DATA to a folder that can be written to.`,
    );
  }
  await checkDatabaseFile(databaseFile(dataFolder));
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: TunedDatabase },
    storage: databaseFile(dataFolder),
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
  });
  try {
    await sequelize.query('PRAGMA journal_mode = WAL');
  } catch (error) {
    const failed = diskError(error, databaseFile(dataFolder));
    throw failed ? new Error(`${failed.message} ${failed.body.hint}`) : error;
  }
  initModels(sequelize);
  await new Umzug({
    migrations: MIGRATIONS,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  }).up();
  await sequelize.query(`PRAGMA application_id = ${APPLICATION_ID}`);
  await sequelize.query(`PRAGMA user_version = ${FORMAT}`);
  return sequelize;
};
