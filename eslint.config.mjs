import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** The core's folders in the order data flows: each may import only from those before it. */
const CORE_ORDER = [
  'units',
  'catalogue',
  'rig',
  'models',
  'formats',
  'circuit',
  'flow',
  'gain',
  'checks',
  'offers',
  'demo',
  'advice',
];

const coreOrder = CORE_ORDER.map((folder, position) => ({
  files: [`packages/core/src/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts', '**/*.testing.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...CORE_ORDER.slice(position + 1).map((later) => ({
            regex: `^(\\.\\./)+${later}(/|$)`,
            message: `core/${folder} comes before core/${later}; see docs/architecture.md.`,
          })),
          { regex: '^node:|^(react|@nestjs|express)', message: 'The core has no Node API and no framework.' },
        ],
      },
    ],
  },
}));

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'data/**', '.cache/**', 'test-results/**'] },
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
  ...coreOrder,
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['apps/server/src/**/*.ts', 'apps/web/src/**/*.{ts,tsx}', 'packages/cli/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^@diaphon/core/', message: 'Use the core through its public face.' }] },
      ],
    },
  },
);
