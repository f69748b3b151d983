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

/** What comes as ES modules only. */
const modules = (names) => ({
  transform: { ...transform, 'node_modules/.+\\.m?js$': ['@swc/jest', { module: { type: 'commonjs' } }] },
  transformIgnorePatterns: [`node_modules/(?!(${names})/)`],
});

const FLAC = '@wasm-audio-decoders|codec-parser|@eshaz|simple-yenc';

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
    { ...project('core', 'packages/core'), ...modules(FLAC) },
    { ...project('cli', 'packages/cli'), ...modules(FLAC) },
    project('server', 'apps/server'),
    { ...project('web', 'apps/web'), ...modules('d3-[a-z-]+|internmap') },
  ],
};
