import { isIP } from 'node:net';
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
  /** Other machines can reach it as it was started: by its host, or through a proxy. */
  isOutside: boolean;
  /** The first listener speaks HTTPS. */
  isHttps: boolean;
  /** Files in PEM; without them one of this machine's own is made. */
  certificate: { certFile: string; keyFile: string } | undefined;
  /** Addresses whose word about who asks is taken. */
  proxies: string[];
  /** Where the door stands that the interface opens. */
  doorPort: number;
  /** Requests a minute from one address; a person dragging a slider saves far less often. */
  requestsAMinute: number;
}

/** By which the settings are injected. */
export const SETTINGS = Symbol('settings');

/** A passphrase shorter than this, or of fewer different characters, can be guessed. */
const LEAST_LETTERS = 10;
const LEAST_DIFFERENT = 5;

/** Blanks around it count for nothing. */
export const isGuessable = (passphrase = ''): boolean => {
  const letters = passphrase.trim();
  return letters.length < LEAST_LETTERS || new Set(letters).size < LEAST_DIFFERENT;
};

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

export const isLoopback = (host: string): boolean => LOOPBACK.has(host);

const portOf = (env: NodeJS.ProcessEnv, name: string, usual: number): number => {
  const port = Number(env[name] || usual);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`${name} is "${env[name]}"; set it to a number from 0 to 65535.`);
  return port;
};

const certificateOf = (env: NodeJS.ProcessEnv): Settings['certificate'] => {
  const [certFile, keyFile] = [env['DIAPHON_CERT'], env['DIAPHON_KEY']];
  if (!certFile && !keyFile) return undefined;
  if (!certFile || !keyFile)
    throw new Error('DIAPHON_CERT and DIAPHON_KEY go together: set both to files in PEM, or neither.');
  return { certFile: resolve(certFile), keyFile: resolve(keyFile) };
};

const proxiesOf = (env: NodeJS.ProcessEnv): string[] => {
  const proxies = (env['DIAPHON_PROXY'] ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  for (const one of proxies)
    if (!isIP(one.replace(/\/\d+$/, '')))
      throw new Error(
        `DIAPHON_PROXY names "${one}"; set it to addresses such as 10.0.0.5, with commas between.`,
      );
  return proxies;
};

/**
 * Reads the environment: DIAPHON_HOST, DIAPHON_PORT, DIAPHON_DATA, DIAPHON_DEMO, DIAPHON_PASSPHRASE, DIAPHON_HTTPS, DIAPHON_CERT,
 * DIAPHON_KEY, DIAPHON_PROXY, DIAPHON_DOOR_PORT, DIAPHON_WEB, DIAPHON_REQUESTS_A_MINUTE.
 * @throws Error saying what to set when the server would be open to others without a passphrase
 */
export const readSettings = (env: NodeJS.ProcessEnv): Settings => {
  const host = env['DIAPHON_HOST'] || '127.0.0.1';
  const port = portOf(env, 'DIAPHON_PORT', 4380);
  const proxies = proxiesOf(env);
  const isOutside = !isLoopback(host) || proxies.length > 0;
  const passphrase = env['DIAPHON_PASSPHRASE'] || undefined;
  if (isOutside && isGuessable(passphrase)) {
    const cause = isLoopback(host) ? 'DIAPHON_PROXY is set' : `DIAPHON_HOST is "${host}"`;
    throw new Error(
      `${cause}, so other machines can reach Diaphon. Set DIAPHON_PASSPHRASE to ten characters or more, five of them different, or leave ${isLoopback(host) ? 'DIAPHON_PROXY' : 'DIAPHON_HOST'} unset.`,
    );
  }
  const certificate = certificateOf(env);
  return {
    host,
    port,
    dataFolder: resolve(env['DIAPHON_DATA'] || 'data'),
    webFolder: resolve(env['DIAPHON_WEB'] || join(__dirname, '../../web/dist')),
    seedDemo: env['DIAPHON_DEMO'] === '1',
    passphrase,
    isOutside,
    // A proxy speaks HTTPS to the outside itself.
    isHttps:
      env['DIAPHON_HTTPS'] !== 'off' && (certificate !== undefined || (isOutside && proxies.length === 0)),
    certificate,
    proxies,
    doorPort: portOf(env, 'DIAPHON_DOOR_PORT', port === 0 ? 0 : port + 1),
    requestsAMinute: Number(env['DIAPHON_REQUESTS_A_MINUTE']) || 1200,
  };
};
