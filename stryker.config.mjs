/**
 * Mutation testing of the engine's decisions; `scripts/mutation.mjs` runs it.
 * Thresholds and signs that no test notices are the mistakes that cost a studio its evening.
 */

/** What Stryker changes. What is said is tested by eye and by words.test.ts; what is decided is tested here. */
const SAID = ['StringLiteral', 'ObjectLiteral'];
const DECIDED = [
  ...['ArithmeticOperator', 'ArrayDeclaration', 'ArrowFunction', 'AssignmentOperator', 'BlockStatement'],
  ...['BooleanLiteral', 'ConditionalExpression', 'EqualityOperator', 'LogicalOperator', 'MethodExpression'],
  ...['OptionalChaining', 'Regex', 'UnaryOperator', 'UpdateOperator'],
];
const only = process.env.MUTATION_ONLY?.split(',') ?? DECIDED;

export default {
  plugins: ['./scripts/mutation/runner.mjs', './scripts/mutation/compiles.mjs'],
  testRunner: 'warm',
  // What does not compile is no mutant: `npm test` would not get as far as the tests.
  checkers: ['compiles'],
  coverageAnalysis: 'perTest',
  mutator: {
    excludedMutations: [...SAID, ...DECIDED.filter((one) => !only.includes(one))],
  },
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  thresholds: { high: 90, low: 80, break: null },
  dryRunTimeoutMinutes: 20,
  tempDirName: '.cache/stryker',
  ignorePatterns: [
    'apps',
    'e2e',
    'docs/screenshots',
    'docs/examples',
    'data',
    'test-results',
    '.cache',
    'packages/cli',
  ],
};
