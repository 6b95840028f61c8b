import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** What each part of the house may use of the others. Arrows point one way: app → studio → core, store, imaging, paperwork. */
const LAYERS = {
  core: [],
  ui: ['core'],
  imaging: ['core'],
  paperwork: ['core', 'checker/facts'],
  checker: ['core'],
  store: ['core'],
  simulators: ['core', 'studio/ports'],
  workers: ['core', 'imaging'],
  studio: ['core', 'store', 'imaging', 'paperwork'],
  app: ['core', 'store', 'imaging', 'paperwork', 'studio', 'simulators', 'ui', 'workers', 'checker'],
};
/** Values, as against types, that a place may not take: pages fetch through studio or store and compute nothing. */
const OUTSIDE_CORE = [
  'react',
  'react-dom',
  'next',
  'next/*',
  'node:*',
  'fs',
  'path',
  'crypto',
  'drizzle-orm',
  'drizzle-orm/*',
  '@libsql/*',
  'sharp',
  'styled-components',
  'react-aria-components',
];

/** Two choices on end are read; a third is a function with a name. */
const CHOICES = {
  selector: 'ConditionalExpression > ConditionalExpression > ConditionalExpression',
  message: 'Three choices in one expression: make them a function, a switch or a table.',
};

const layerRule = (layer, allowed) => ({
  files: [`src/${layer}/**/*.{ts,tsx}`],
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^@/(?!(${[layer, ...allowed].join('|')})(/|$))`,
            message: `${layer} may use only: ${allowed.join(', ') || 'nothing of the house'}.`,
          },
          // Relative paths stay inside a part.
          {
            regex: `^(\\.\\./)+(${Object.keys(LAYERS)
              .filter((l) => l !== layer)
              .join('|')})(/|$)`,
            message: 'Another part of the house is named by @/.',
          },
          ...(layer === 'core'
            ? [
                {
                  group: OUTSIDE_CORE,
                  message: 'core runs anywhere: no React, Next, database, files or network.',
                },
              ]
            : []),
          { group: ['#demo/*', '**/demo/**'], message: 'The product does not know the demo.' },
          ...(layer === 'store'
            ? []
            : [
                {
                  group: [
                    'drizzle-orm',
                    'drizzle-orm/*',
                    '@libsql/*',
                    '@/store/schema',
                    '@/store/schema/*',
                  ],
                  message:
                    'SQL and the schema stay in src/store: ask it by findRows, rowById and the queries there.',
                },
              ]),
        ],
      },
    ],
    ...(layer === 'core' && {
      'no-restricted-globals': [
        'error',
        'fetch',
        'process',
        'window',
        'document',
        'localStorage',
        'setTimeout',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass randomness in.' },
        { object: 'Date', property: 'now', message: 'Pass the clock in.' },
      ],
      'no-restricted-syntax': [
        'error',
        CHOICES,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'Pass the clock in.',
        },
      ],
    }),
  },
});

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'data/**',
      '.demo/**',
      'next-env.d.ts',
      'coverage/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': ['error', { allow: ['error', 'warn'] }],
      'prefer-const': 'error',
      'no-restricted-syntax': ['error', CHOICES],
      // A type predicate over columns needs it; everything else is caught by review of the few places there are.
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  // Where components and hooks are: looking for them anywhere else takes most of the time of a check.
  {
    files: ['src/**/*.tsx', 'src/**/use*.ts', 'src/ui/seen.ts', 'src/app/**/typedLengths.ts'],
    ...reactHooks.configs.flat['recommended-latest'],
  },
  { files: ['scripts/**', 'demo/**', '*.mjs', 'tests/**'], rules: { 'no-console': 'off' } },
  // Jest takes its runtime by `require`.
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  ...Object.entries(LAYERS).map(([layer, allowed]) => layerRule(layer, allowed)),
);
