/** The core's tests that decide what MUTATED does; `scripts/mutation.mjs` says which. */
const { projects } = require('./jest.config.cjs');

const { displayName: _name, rootDir: _root, ...core } = projects[0];
const tests = (process.env['MUTATION_TESTS'] ?? '**/*.test.ts').split(',');
module.exports = {
  ...core,
  testMatch: tests,
  testPathIgnorePatterns: ['ngspice', 'any-pair', 'schema\\.test'],
};
