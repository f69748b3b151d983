/**
 * Mutation testing of the engine's decisions, a folder at a time: `npm run mutation`, `npm run mutation -- gain`, or one file:
 * `npm run mutation -- flow lower/desk.ts`. Each mutant meets only the tests that are there to notice it.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, ROOT, run, say } from './steps.mjs';

/** Whose tests mutants of a folder meet. */
const TESTS = {
  flow: ['flow/', 'gain/', 'catalogue/', 'checks/'],
  gain: ['gain/', 'checks/'],
  checks: ['checks/'],
  offers: ['offers/', 'checks/'],
  advice: ['advice/', 'offers/'],
};
/** A threshold moved or turned round, a sign turned round. */
const DECISIVE = new Set(['EqualityOperator', 'ArithmeticOperator', 'UnaryOperator']);

await ensurePackages();
const [only, file] = process.argv.slice(2);
const rows = {};
const alive = [];
for (const folder of only ? [only] : Object.keys(TESTS)) {
  const source = `packages/core/src/${folder}`;
  say(`Mutating ${file ? `${source}/${file}` : source}`);
  const mutate = file
    ? `${source}/${file}`
    : `${source}/**/*.ts,!**/*.test.ts,!**/*.testing.ts,!**/testing.ts,!**/index.ts`;
  await run('npx', ['stryker', 'run', '--mutate', mutate], {
    env: { ...process.env, MUTATION_TESTS: TESTS[folder].join(',') },
  });
  const { files } = JSON.parse(readFileSync(join(ROOT, 'test-results/mutation.json'), 'utf8'));
  const row = { mutants: 0, noticed: 0, score: '', decisive: 0, 'decisive alive': 0 };
  for (const [name, { mutants }] of Object.entries(files))
    for (const { status, mutatorName, location, replacement } of mutants) {
      if (status === 'Ignored' || status.endsWith('Error')) continue;
      const noticed = status === 'Killed' || status === 'Timeout';
      const decisive = DECISIVE.has(mutatorName);
      row.mutants += 1;
      row.noticed += Number(noticed);
      row.decisive += Number(decisive);
      row['decisive alive'] += Number(decisive && !noticed);
      if (!noticed)
        alive.push(`${name}:${location.start.line}:${location.start.column} ${mutatorName}: ${replacement}`);
    }
  rows[folder] = { ...row, score: `${((100 * row.noticed) / row.mutants).toFixed(1)} %` };
}
writeFileSync(join(ROOT, 'test-results/mutants-alive.txt'), `${alive.join('\n')}\n`);
console.table(rows);
say('Those no test noticed: test-results/mutants-alive.txt');
