import { closeSync, openSync, readSync, statSync } from 'node:fs';
import sqlite3 from 'sqlite3';

/** Marks a database file as Diaphon's: "DIAP" as a number. */
export const APPLICATION_ID = 0x44_49_41_50;
/** Raise it when an older Diaphon could no longer keep what this one writes. */
export const FORMAT = 1;

const HEADER = 'SQLite format 3\0';

/** What SQLite says of a file whose content is wrong; of anything else the content may be as it was. */
const DAMAGE: ReadonlySet<string> = new Set(['SQLITE_CORRUPT', 'SQLITE_NOTADB']);

/** Asks a database for one number or word, without anything that could throw outside a promise. */
const pragma = (database: sqlite3.Database, name: string): Promise<string> =>
  new Promise((resolve, reject) => {
    database.get(`PRAGMA ${name}`, (error: Error | null, row: Record<string, unknown> | undefined) =>
      error ? reject(error) : resolve(String(Object.values(row ?? {})[0])),
    );
  });

const open = (file: string): Promise<sqlite3.Database> =>
  new Promise((resolve, reject) => {
    const database = new sqlite3.Database(file, sqlite3.OPEN_READWRITE, (error) =>
      error ? reject(error) : resolve(database),
    );
    database.on('error', () => undefined);
  });

const headerOf = (file: string): string => {
  const bytes = Buffer.alloc(HEADER.length);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, bytes, 0, bytes.length, 0);
  } finally {
    closeSync(handle);
  }
  return bytes.toString('latin1');
};

/**
 * Looks at a database file before it is opened for good: nothing is changed in one that is not Diaphon's, is newer, or damaged.
 * @throws Error naming the file, what is wrong with it and what to do; none where there is no file yet
 */
export const checkDatabaseFile = async (file: string): Promise<void> => {
  const elsewhere = 'or set DIAPHON_DATA to another folder';
  const refused = (why: string) =>
    new Error(
      `${file} cannot be read (${why}); nothing says that it is damaged. Let the account that runs Diaphon read and write it and its folder, ${elsewhere}.`,
    );
  let header: string;
  try {
    if (statSync(file).size === 0) return;
    header = headerOf(file);
  } catch (error) {
    const { code = String(error) } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') return;
    throw refused(code);
  }
  if (header !== HEADER)
    throw new Error(`${file} is not a database. Move it away, ${elsewhere}; Diaphon then begins a new one.`);
  const backup = `Bring back a copy of it from a backup, ${elsewhere}`;
  const damaged = (why: string) => new Error(`${file} is damaged (${why}). ${backup}.`);
  let database: sqlite3.Database;
  try {
    database = await open(file);
  } catch (error) {
    const { code = '', message } = error as NodeJS.ErrnoException;
    throw DAMAGE.has(code) ? damaged(message) : refused(message);
  }
  try {
    const application = Number(await pragma(database, 'application_id'));
    const isOld = application === 0 && (await hasRigs(database));
    if (application !== APPLICATION_ID && !isOld) {
      throw new Error(`${file} is the database of another program. Move it away, ${elsewhere}.`);
    }
    const format = Number(await pragma(database, 'user_version'));
    if (format > FORMAT) {
      throw new Error(`${file} was written by a newer Diaphon. Update this one, ${elsewhere}.`);
    }
    const health = await pragma(database, 'quick_check');
    if (health !== 'ok') throw damaged(health.split('\n')[0]!);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === undefined) throw error;
    throw DAMAGE.has(code) ? damaged(message) : refused(message);
  } finally {
    await new Promise<void>((resolve) => database.close(() => resolve()));
  }
};

/** A database of a Diaphon that did not mark it yet. */
const hasRigs = (database: sqlite3.Database): Promise<boolean> =>
  new Promise((resolve, reject) => {
    const asked = "SELECT name FROM sqlite_master WHERE type = 'table' AND name IN ('rigs', 'migrations')";
    database.all(asked, (error: Error | null, rows: unknown[]) =>
      error ? reject(error) : resolve(rows.length === 2),
    );
  });
