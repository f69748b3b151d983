/**
 * Mutation testing of the engine's decisions, a folder at a time: `npm run mutation`, `npm run mutation -- gain`, or one file:
 * `npm run mutation -- flow lower/desk.ts`. `--every 10` takes a tenth of the lines, spread over all files, to know about where a
 * folder stands; `--decisive` moves thresholds and turns signs alone, a quarter of all.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages, ROOT, run, say } from './steps.mjs';

/** Whose tests mutants of a folder meet. */
const TESTS = {
  flow: ['flow/', 'gain/'],
  gain: ['gain/', 'checks/'],
  checks: ['checks/'],
  offers: ['offers/', 'checks/'],
  advice: ['advice/'],
};
/** A threshold moved or turned round, a sign turned round. */
const DECISIVE = new Set(['EqualityOperator', 'ArithmeticOperator', 'UnaryOperator']);
/** Lines that are taken, or left, together. */
const BLOCK = 15;

const { values, positionals } = parseArgs({
  options: { every: { type: 'string', default: '1' }, decisive: { type: 'boolean', default: false } },
  allowPositionals: true,
});
const [only, file] = positionals;
const every = Number(values.every);
const isDecisiveOnly = values.decisive;

/** What to mutate of a folder, as Stryker takes it. */
const mutated = (folder) => {
  const source = `packages/core/src/${folder}`;
  const files = readdirSync(join(ROOT, source), { recursive: true })
    .filter((name) => name.endsWith('.ts') && !/(^|[./])(test(ing)?|index)\.ts$/.test(name))
    .filter((name) => !file || name === file)
    .sort();
  if (every <= 1) return files.map((name) => `${source}/${name}`);
  const blocks = files.flatMap((name) => {
    const lines = readFileSync(join(ROOT, source, name), 'utf8').split('\n').length;
    return Array.from({ length: Math.ceil(lines / BLOCK) }, (_, at) => {
      return `${source}/${name}:${at * BLOCK + 1}-${(at + 1) * BLOCK}`;
    });
  });
  return blocks.filter((_, at) => at % every === 0);
};

/** What became of a folder's mutants. */
const counted = (files) => {
  const row = { mutants: 0, noticed: 0, score: '', decisive: 0, 'decisive alive': 0 };
  const alive = [];
  for (const [name, { mutants }] of Object.entries(files))
    for (const { status, mutatorName, location, replacement } of mutants) {
      if (status === 'Ignored' || status.endsWith('Error')) continue;
      const isNoticed = status === 'Killed' || status === 'Timeout';
      const isDecisive = DECISIVE.has(mutatorName);
      row.mutants += 1;
      row.noticed += Number(isNoticed);
      row.decisive += Number(isDecisive);
      row['decisive alive'] += Number(isDecisive && !isNoticed);
      const { line, column } = location.start;
      if (!isNoticed) alive.push(`${name}:${line}:${column} ${mutatorName}: ${replacement}`);
    }
  return { alive, row: { ...row, score: `${((100 * row.noticed) / row.mutants).toFixed(1)} %` } };
};

await ensurePackages();
const rows = {};
const alive = [];
for (const folder of only ? [only] : Object.keys(TESTS)) {
  say(`Mutating ${folder}${file ? `/${file}` : ''}${every > 1 ? `, one line in ${every}` : ''}`);
  await run('npx', ['stryker', 'run', '--mutate', mutated(folder).join(',')], {
    env: {
      ...process.env,
      MUTATION_TESTS: TESTS[folder].join(','),
      ...(isDecisiveOnly ? { MUTATION_ONLY: [...DECISIVE].join(',') } : {}),
    },
  });
  const { files } = JSON.parse(readFileSync(join(ROOT, 'test-results/mutation.json'), 'utf8'));
  const result = counted(files);
  rows[folder] = result.row;
  alive.push(...result.alive);
}
writeFileSync(join(ROOT, 'test-results/mutants-alive.txt'), `${alive.join('\n')}\n`);
console.table(rows);
say('Those no test noticed: test-results/mutants-alive.txt');
