/**
 * Mutation testing of one file's decisions, after it was changed: `npm run mutation -- packages/core/src/gain/strand.ts`.
 * What is said is tested by eye and by words.test.ts; what is decided is tested here.
 */
export default {
  testRunner: 'jest',
  jest: { configFile: 'jest.config.cjs', enableFindRelatedTests: true },
  coverageAnalysis: 'perTest',
  mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
  ignoreStatic: true,
  timeoutMS: 20_000,
  dryRunTimeoutMinutes: 20,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  tempDirName: '.cache/stryker',
  ignorePatterns: ['docs/screenshots', 'data', 'test-results', '.cache', 'dist'],
};
