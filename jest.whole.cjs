/** The same tests as jest.config.cjs, as `npm test` runs them: the core's in a few shares, which takes half as long. */
const { readdirSync, readFileSync } = require('node:fs');
const { join } = require('node:path');
const config = require('./jest.config.cjs');

const SHARES = 4;
/** Those that take longest are dealt out first, so that the shares take about as long as one another. */
const LONG = [
  ...['render/render', 'circuit/ngspice', 'propose/proposal', 'staging/plan', 'propose/exhaustive'],
  ...['checks/bleed', 'measure/measure', 'advice/advice', 'render/turns', 'checks/cards', 'checks/desks'],
  ...['propose/quieter', 'checks/checks', 'measure/align', 'rig/read-rig', 'models/models', 'checks/clocks'],
  ...['checks/any-pair', 'render/taken-out', 'circuit/nets', 'offers/memory', 'checks/buffers'],
  ...['checks/leads-home', 'checks/feedback-near', 'measure/pieces', 'checks/hearing', 'checks/too-loud'],
  ...['checks/joined-outputs', 'checks/rounds', 'measure/kernel/kernel', 'offers/test-call'],
  ...['runsheet/runsheet', 'measure/flac', 'staging/exhaustive', 'rig/upgrade/upgrade'],
].map((name) => `${name}.test.ts`);
const core = config.projects.find(({ displayName }) => displayName === 'core');
const folder = join(__dirname, 'packages/core/src');
const others = readdirSync(folder, { recursive: true })
  .filter((name) => name.endsWith('.test.ts') && !LONG.includes(name))
  .sort();
const files = [...LONG, ...others].map((name) => join(folder, name));

/** What puts another module in the place of one must not do so for others. */
const isAlone = (file) => readFileSync(file, 'utf8').includes('jest.mock(');
const together = files.filter((file) => !isAlone(file));

/** Dealt out to and fro: whoever gets the longest of one round gets the shortest of the next. */
const shareOf = (at) => {
  const place = at % (2 * SHARES);
  return Math.min(place, 2 * SHARES - 1 - place);
};

module.exports = {
  ...config,
  projects: [
    ...Array.from({ length: SHARES }, (_, share) => ({
      ...core,
      displayName: `core ${share + 1}`,
      roots: [__dirname],
      testMatch: ['<rootDir>/jest.part.cjs'],
      globals: { SHARE: together.filter((_file, at) => shareOf(at) === share) },
    })),
    { ...core, displayName: 'core alone', testMatch: files.filter(isAlone) },
    ...config.projects.filter((project) => project !== core),
  ],
};
