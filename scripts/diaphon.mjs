/** Runs the command line from a fresh clone. Everything it says while preparing goes to standard error. */
import { join } from 'node:path';
import { existsSync } from 'node:fs';
import { ensurePackages, mustRun, ROOT, run } from './steps.mjs';

const main = join(ROOT, 'packages/cli/dist/main.js');
if (!existsSync(main)) {
  console.log = console.error;
  await ensurePackages();
  await mustRun('npx', ['tsc', '-b', 'packages/cli'], { stdio: ['ignore', 2, 2] });
}
process.exit(await run('node', [main, ...process.argv.slice(2)], { cwd: process.cwd() }));
