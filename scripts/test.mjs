/** Everything that must hold: lint, types, unit and API tests, the real interface in a real browser. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureDatabase, ensurePackages, ensurePrograms, ROOT, run, say } from './steps.mjs';

const results = join(ROOT, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

await ensurePrograms({ chromium: 'chromium', ngspice: 'ngspice', cbc: 'coinor-cbc', ffmpeg: 'ffmpeg' });
await ensurePackages();
// Only what runs the server waits for it.
const database = ensureDatabase();
await ensureBuilt();

let passed = 0;
let failed = 0;
const tally = (name, isGood) => {
  if (isGood) passed += 1;
  else {
    failed += 1;
    console.error(`✗ ${name} failed; its own words are above.`);
  }
};
const readReport = (file) => {
  try {
    return JSON.parse(readFileSync(join(results, file), 'utf8'));
  } catch {
    return undefined;
  }
};

// Each keeps one core busy: side by side they take as long as the slower of them.
say('Lint, format and types');
const [lint, types] = await Promise.all(['lint', 'types'].map((name) => run('npm', ['run', '-s', name])));
tally('lint', lint === 0);
tally('types', types === 0);

await database;
say('Unit, engine, command-line and API tests (about eight minutes)');
// A test that fails half way leaves its server open: that must not keep all that follows waiting.
const jestCode = await run('npx', [
  'jest',
  '--config=jest.whole.cjs',
  // One for each core: by itself it leaves one to whoever sits before the machine, of two.
  '--maxWorkers=100%',
  '--forceExit',
  '--json',
  `--outputFile=${join(results, 'jest.json')}`,
]);
const jest = readReport('jest.json');
passed += jest?.numPassedTests ?? 0;
failed += jest ? jest.numFailedTests + jest.numRuntimeErrorTestSuites : 1;
if (jestCode !== 0 && jest && jest.numFailedTests + jest.numRuntimeErrorTestSuites === 0) failed += 1;

say('The interface in Chromium (about seven minutes)');
const browserCode = await run('npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
  env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, 'playwright.json') },
});
const browser = readReport('playwright.json')?.stats;
passed += browser ? browser.expected + browser.flaky : 0;
failed += browser ? browser.unexpected + browser.skipped : 1;
if (browserCode !== 0 && browser && browser.unexpected + browser.skipped === 0) failed += 1;

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
