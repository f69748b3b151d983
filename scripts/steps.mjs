/** What the other scripts share: saying what is done, running commands, and installing what is missing. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
/** The views of a rig, as the interface has them. */
export const VIEWS = JSON.parse(readFileSync(join(ROOT, 'apps/web/src/app/views.json'), 'utf8'));
const STAMPS = join(ROOT, '.cache');

export const say = (words) => console.log(`\n▸ ${words}`);

/** Ends the script with words for the person at the keyboard. */
export const giveUp = (words) => {
  console.error(`\n✗ ${words}`);
  process.exit(1);
};

/** Runs a command with its output shown; the exit code comes back. */
export const run = (command, args, options = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', (error) => {
      console.error(error.message);
      resolve(127);
    });
    child.on('exit', (code) => resolve(code ?? 1));
  });

export const mustRun = async (command, args, options) => {
  const code = await run(command, args, options);
  if (code !== 0) giveUp(`"${command} ${args.join(' ')}" ended with ${code}; its own words are above.`);
};

const has = (program) =>
  program.startsWith('/')
    ? existsSync(program)
    : spawnSync('which', [program], { stdio: 'ignore' }).status === 0;

/** Debian packages by the program, or the file, they bring; installs the missing ones, or says the one command to run. */
export const ensurePrograms = async (wanted) => {
  const missing = Object.entries(wanted).filter(([program]) => !has(program));
  if (missing.length === 0) return;
  const packages = [...new Set(missing.map(([, name]) => name))];
  const command = `apt-get update && apt-get install -y ${packages.join(' ')}`;
  if (!has('apt-get')) {
    giveUp(
      `Missing: ${missing.map(([program]) => program).join(', ')}. Install ${packages.join(', ')} with this system's package manager, then run this again.`,
    );
  }
  if (process.getuid?.() !== 0)
    giveUp(`Missing: ${packages.join(', ')}. Run this once, then try again:\n\n    sudo sh -c '${command}'`);
  say(`Installing ${packages.join(', ')} with apt (about a minute)`);
  await mustRun('sh', ['-c', `${command} -qq`], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
};

const filesBelow = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (['node_modules', 'dist'].includes(entry.name) || entry.name.endsWith('.tsbuildinfo')) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });

const fingerprint = (paths) => {
  const hash = createHash('sha256');
  for (const path of paths) {
    const files = statSync(path).isDirectory() ? filesBelow(path).sort() : [path];
    for (const file of files) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
};

/** Does `work` unless it was done for exactly these inputs and what it made is still there. */
const once = async (name, inputs, made, work) => {
  const stamp = join(STAMPS, name);
  const print = fingerprint(inputs.map((path) => join(ROOT, path)));
  const isDone = made.every((path) => existsSync(join(ROOT, path)));
  if (isDone && existsSync(stamp) && readFileSync(stamp, 'utf8') === print) return;
  await work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(stamp, print);
};

/** Where Node's own headers stand beside it, the database is compiled against them and nothing is fetched for it. */
const nodeHeaders = () => {
  const prefix = join(dirname(process.execPath), '..');
  return existsSync(join(prefix, 'include/node/node_version.h')) ? { npm_config_nodedir: prefix } : {};
};

/** Packages as they are locked; what is compiled here is left to `ensureDatabase`. */
export const ensurePackages = () =>
  once(
    'installed',
    ['package.json', 'package-lock.json'],
    ['node_modules/sqlite3/package.json'],
    async () => {
      await ensurePrograms({ python3: 'python3', make: 'make', 'g++': 'g++' });
      say('Installing packages with npm (about a minute)');
      await mustRun('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']);
    },
  );

/** Its compiler is not asked for the fastest program: that takes four times as long (121 s against 33 s of the largest file). */
const QUICKLY_COMPILED = { CFLAGS: '-O1', CXXFLAGS: '-O1' };

/** The database, compiled here: nothing else waits for it, so other work may go on beside. */
export const ensureDatabase = () =>
  once(
    'database',
    ['package-lock.json'],
    ['node_modules/sqlite3/build/Release/node_sqlite3.node'],
    async () => {
      const jobs = String(availableParallelism());
      say('Compiling the database, 1 to 2 minutes the first time; other work goes on beside it');
      const env = { ...QUICKLY_COMPILED, ...nodeHeaders(), ...process.env, JOBS: jobs };
      await mustRun('npm', ['rebuild', 'sqlite3'], { env });
    },
  );

export const ensureBuilt = () =>
  once(
    'built',
    ['package-lock.json', 'tsconfig.base.json', 'packages', 'apps'],
    [
      'packages/core/dist/index.js',
      'packages/cli/dist/main.js',
      'apps/server/dist/main.js',
      'apps/web/dist/index.html',
    ],
    async () => {
      say('Building the engine, the command line and the server');
      await mustRun('npx', ['tsc', '-b', 'packages/core', 'packages/cli', 'apps/server']);
      say('Building the interface (about half a minute)');
      await mustRun('npx', ['vite', 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'apps/web') });
    },
  );

/** All that has to be there before anything runs. */
export const ensureReady = async () => {
  await ensurePackages();
  await Promise.all([ensureDatabase(), ensureBuilt()]);
};
