import next from 'eslint-config-next/core-web-vitals'
import nextTypescript from 'eslint-config-next/typescript'

const config = [
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
      '.stryker-tmp/**',
      'reports/**',
      'playwright-report/**',
      'public/**',
    ],
  },
  ...next,
  ...nextTypescript,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // What Prettier cannot break: long texts and comments.
    ignores: ['src/core/skin/loops/loopsBytes.ts'],
    rules: { 'max-len': ['error', { code: 140 }] },
  },
  {
    // The core: plain data in, plain data out.
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', 'src/core/base/zod.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'indexedDB', 'localStorage', 'fetch'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'use seededRandom' },
        { object: 'Date', property: 'now', message: 'pass the time in' },
      ],
      'no-restricted-imports': [
        'error',
        {
          paths: [{ name: 'zod', message: 'import it from core/base/zod, which keeps to the page’s policy' }],
          patterns: [
            'react',
            'react-*',
            'next',
            'next/*',
            'idb',
            'three',
            '@/ui/*',
            '@/store/*',
            '@/app/*',
            '@/workers/*',
            '@/scene/*',
          ],
        },
      ],
    },
  },
  {
    // How large a function may be, and how many ways may lead through it. What was larger before is listed in eslint-suppressions.json:
    // lint says so when a row of it can go, and no row is added.
    files: ['src/**/*.{ts,tsx}'],
    ignores: [
      '**/*.test.{ts,tsx}',
      '**/fixtures/**',
      // Data that is written as a function, since each call makes its own.
      'src/core/demo/**',
    ],
    rules: {
      complexity: ['error', 15],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // A component is as long as what it shows.
    files: ['src/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: { 'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }] },
  },
]

export default config
