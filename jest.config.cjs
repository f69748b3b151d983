/** Unit and API tests. The core is read from its sources, so no build is needed first. */
const transform = {
  '^.+\\.tsx?$': [
    '<rootDir>/jest.transform.cjs',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true, decorators: true },
        transform: { legacyDecorator: true, decoratorMetadata: true },
      },
      module: { type: 'commonjs' },
    },
  ],
};

const project = (displayName, folder) => ({
  displayName,
  rootDir: __dirname,
  roots: [`<rootDir>/${folder}/src`],
  testMatch: ['**/*.test.ts'],
  testEnvironment: 'node',
  transform,
  moduleNameMapper: { '^@diaphon/core$': '<rootDir>/packages/core/src/index.ts' },
});

module.exports = {
  // A machine that does other work beside is slow, not wrong.
  testTimeout: 20_000,
  projects: [
    project('core', 'packages/core'),
    project('cli', 'packages/cli'),
    project('server', 'apps/server'),
    {
      ...project('web', 'apps/web'),
      // d3 comes as ES modules only.
      transform: { ...transform, 'node_modules/.+\\.m?js$': ['@swc/jest', { module: { type: 'commonjs' } }] },
      transformIgnorePatterns: ['node_modules/(?!(d3-[a-z-]+|internmap)/)'],
    },
  ],
};
