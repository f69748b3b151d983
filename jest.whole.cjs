/** The same tests as jest.config.cjs, as `npm test` runs them: the core's in a few shares, which takes half as long. */
const { readdirSync, readFileSync } = require('node:fs');
const { join } = require('node:path');
const config = require('./jest.config.cjs');

const SHARES = 4;
/** Those that take longest are dealt out first, so that the shares take about as long as one another. */
const LONG = [
  ...['propose/exhaustive', 'staging/plan', 'render/render', 'propose/quieter', 'checks/any-pair'],
  ...['propose/proposal', 'checks/checks', 'advice/advice', 'circuit/nets', 'rig/read-rig'],
  ...['staging/exhaustive', 'render/turns', 'offers/memory', 'circuit/ngspice'],
  ...['measure/align', 'measure/measure', 'measure/pieces', 'measure/kernel/kernel', 'offers/test-call'],
  ...['offers/line-causes', 'checks/bleed', 'rig/upgrade/upgrade'],
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

module.exports = {
  ...config,
  projects: [
    ...Array.from({ length: SHARES }, (_, share) => ({
      ...core,
      displayName: `core ${share + 1}`,
      roots: [__dirname],
      testMatch: ['<rootDir>/jest.part.cjs'],
      globals: { SHARE: together.filter((_file, at) => at % SHARES === share) },
    })),
    { ...core, displayName: 'core alone', testMatch: files.filter(isAlone) },
    ...config.projects.filter((project) => project !== core),
  ],
};
