import { ApiError } from './api-error';

const DISK: Record<string, { status: number; code: string; message: string; hint: string }> = {
  SQLITE_FULL: {
    status: 507,
    code: 'disk-full',
    message: 'The disk is full; nothing was changed.',
    hint: 'Free some space on the disk that holds the data folder, then save again. Your edits stay in this browser until then.',
  },
  SQLITE_READONLY: {
    status: 507,
    code: 'disk-read-only',
    message: 'The data folder cannot be written to; nothing was changed.',
    hint: 'Make the data folder writable for the account that runs Diaphon, then save again. Your edits stay in this browser until then.',
  },
  SQLITE_IOERR: {
    status: 507,
    code: 'disk-error',
    message: 'The disk reported an error; nothing was changed.',
    hint: 'Check the disk that holds the data folder. Your edits stay in this browser until then.',
  },
  SQLITE_CANTOPEN: {
    status: 507,
    code: 'disk-error',
    message: 'The database file cannot be opened; nothing was changed.',
    hint: 'Check that the data folder is still there and writable.',
  },
  SQLITE_BUSY: {
    status: 503,
    code: 'busy',
    message: 'Another program holds the database; nothing was changed.',
    hint: 'Close other programs that use the data folder, then try again.',
  },
};

/** What a failure of the database file means to the person at the keyboard; undefined when it is something else. */
export const diskError = (error: unknown, dataFile: string): ApiError | undefined => {
  const cause = (error as { original?: { code?: string } } | null)?.original?.code;
  const known = cause === undefined ? undefined : DISK[cause];
  if (!known) return undefined;
  const { status, code, message, hint } = known;
  return new ApiError(status, { code, message, where: dataFile, hint });
};
