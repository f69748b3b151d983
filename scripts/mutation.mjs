/**
 * Mutation testing of the engine's decisions, a folder at a time: `npm run mutation`, `npm run mutation -- gain`, or one file:
 * `npm run mutation -- flow lower/desk.ts`. Each mutant meets only the tests that are there to notice it; all of them take hours.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, ROOT, run, say } from './steps.mjs';

const TESTS = {
  flow: ['**/flow/*.test.ts', '**/catalogue/desks.test.ts', '**/gain/*.test.ts'],
  gain: ['**/gain/*.test.ts', '**/checks/checks.test.ts'],
  checks: ['**/checks/*.test.ts', '**/checks/fixes/*.test.ts'],
  offers: ['**/offers/*.test.ts', '**/checks/checks.test.ts'],
  advice: ['**/advice/*.test.ts'],
};

await ensurePackages();
const [only, file] = process.argv.slice(2);
const folders = only ? [only] : Object.keys(TESTS);
const scores = [];
for (const folder of folders) {
  const source = `packages/core/src/${folder}`;
  say(`Mutating ${file ? `${source}/${file}` : source}`);
  const mutate = file
    ? `${source}/${file}`
    : `${source}/**/*.ts,!**/*.test.ts,!**/*.testing.ts,!**/testing.ts,!**/index.ts`;
  await run('npx', ['stryker', 'run', '--mutate', mutate], {
    env: { ...process.env, MUTATION_TESTS: TESTS[folder].join(',') },
  });
  const { files } = JSON.parse(readFileSync(join(ROOT, 'test-results/mutation.json'), 'utf8'));
  const all = Object.values(files).flatMap(({ mutants }) => mutants.map(({ status }) => status));
  const dead = all.filter((status) => status === 'Killed' || status === 'Timeout').length;
  const counted = all.filter((status) => status !== 'Ignored' && !/Error$/.test(status)).length;
  scores.push({ folder, killed: dead, of: counted, score: `${((100 * dead) / counted).toFixed(1)} %` });
}
console.table(scores);
