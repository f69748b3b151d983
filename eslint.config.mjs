import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** The core's folders in the order data flows: each may import only from those before it. */
const CORE_ORDER = [
  'units',
  'schema',
  'catalogue',
  'rig',
  'models',
  'formats',
  'measure',
  'circuit',
  'flow',
  'gain',
  'feeds',
  'host',
  'checks',
  'offers',
  'staging',
  'propose',
  'wire',
  'pieces',
  'runsheet',
  'log',
  'render',
  'demo',
  'advice',
  'new-rig',
  'glossary',
];

/** The interface's folders, from what knows nothing of the others to what puts them together. */
const WEB_ORDER = [
  'look',
  'offline',
  'server',
  'engine',
  'store',
  'page',
  'door',
  'findings',
  'fields',
  'stock',
  'history',
  'help',
  'print',
  'advice',
  'new-rig',
  'levels',
  'table',
  'feeds',
  'computers',
  'run-sheet',
  'line-check',
  'watch',
  'log',
  'models',
  'wiring',
  'shelf',
  'app',
];

const PUBLIC_FACE = { regex: '^@diaphon/core/', message: 'Use the core through its public face.' };

/** Folders of which each may import only from those before it. */
const inOrder = (root, folders, patterns) =>
  folders.map((folder, position) => ({
    files: [`${root}/${folder}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.ts', '**/*.testing.ts', '**/testing.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...folders.slice(position + 1).map((later) => ({
              regex: `^(\\.\\./)+${later}(/|$)`,
              message: `${folder} comes before ${later}; see docs/architecture.md.`,
            })),
            ...patterns,
          ],
        },
      ],
    },
  }));

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'data/**',
      '.cache/**',
      'test-results/**',
      'packages/core/assembly/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        structuredClone: 'readonly',
        clearTimeout: 'readonly',
        performance: 'readonly',
        requestAnimationFrame: 'readonly',
        cancelAnimationFrame: 'readonly',
        module: 'writable',
        require: 'readonly',
        __dirname: 'readonly',
      },
    },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  ...inOrder('packages/core/src', CORE_ORDER, [
    { regex: '^node:|^(react|@nestjs|express)', message: 'The core has no Node API and no framework.' },
  ]),
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['apps/server/src/**/*.ts', 'apps/web/src/main.tsx', 'packages/cli/src/**/*.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: [PUBLIC_FACE] }] },
  },
  ...inOrder('apps/web/src', WEB_ORDER, [PUBLIC_FACE]),
);
