/**
 * Mutation testing of the engine's decisions; `scripts/mutation.mjs` runs it.
 * Thresholds and signs that no test notices are the mistakes that cost a studio its evening.
 */
export default {
  plugins: ['./scripts/mutation/runner.mjs'],
  testRunner: 'warm',
  coverageAnalysis: 'perTest',
  mutator: {
    // What is said is tested by eye and by words.test.ts; what is decided is tested here.
    excludedMutations: ['StringLiteral', 'ObjectLiteral'],
  },
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  jsonReporter: { fileName: '/tmp/mj-offers.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  thresholds: { high: 90, low: 80, break: null },
  dryRunTimeoutMinutes: 20,
  tempDirName: '.cache/stryker-offers',
  ignorePatterns: ['apps', 'e2e', 'docs', 'data', 'test-results', '.cache', 'packages/cli'],
};
