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
]

export default config
