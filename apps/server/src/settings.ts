import { join, resolve } from 'node:path';

/** How the server was told to run. */
export interface Settings {
  host: string;
  port: number;
  dataFolder: string;
  /** Folder of the built interface; served when it is there. */
  webFolder: string;
  seedDemo: boolean;
  /** Asked of everyone when the server can be reached from other machines. */
  passphrase: string | undefined;
  /** Requests a minute from one address; a person dragging a slider saves far less often. */
  requestsAMinute: number;
}

/** A passphrase shorter than this, or of fewer different characters, can be guessed. */
const LEAST_LETTERS = 10;
const LEAST_DIFFERENT = 5;

/** Blanks around it count for nothing. */
const isGuessable = (passphrase = ''): boolean => {
  const letters = passphrase.trim();
  return letters.length < LEAST_LETTERS || new Set(letters).size < LEAST_DIFFERENT;
};

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

export const isLoopback = (host: string): boolean => LOOPBACK.has(host);

/**
 * Reads the environment: DIAPHON_HOST, DIAPHON_PORT, DIAPHON_DATA, DIAPHON_DEMO, DIAPHON_PASSPHRASE,
 * DIAPHON_REQUESTS_A_MINUTE.
 * @throws Error saying what to set when the server would be open to others without a passphrase
 */
export const readSettings = (env: NodeJS.ProcessEnv): Settings => {
  const host = env['DIAPHON_HOST'] || '127.0.0.1';
  const port = Number(env['DIAPHON_PORT'] || 4380);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) {
    throw new Error(`DIAPHON_PORT is "${env['DIAPHON_PORT']}"; set it to a number from 0 to 65535.`);
  }
  const passphrase = env['DIAPHON_PASSPHRASE'] || undefined;
  if (!isLoopback(host) && isGuessable(passphrase)) {
    throw new Error(
      `DIAPHON_HOST is "${host}", so other machines can reach Diaphon. Set DIAPHON_PASSPHRASE to ten characters or more, five of them different, or leave DIAPHON_HOST unset.`,
    );
  }
  return {
    host,
    port,
    dataFolder: resolve(env['DIAPHON_DATA'] || 'data'),
    webFolder: resolve(join(__dirname, '../../web/dist')),
    seedDemo: env['DIAPHON_DEMO'] === '1',
    passphrase,
    requestsAMinute: Number(env['DIAPHON_REQUESTS_A_MINUTE']) || 1200,
  };
};
