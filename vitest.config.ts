import path from 'node:path'
import { configDefaults, defineConfig } from 'vitest/config'

// Days are written as the machine writes them; tests read them as a British one does.
process.env.LC_ALL = 'en_GB.UTF-8'

/** Whole pieces, studios, photographs and tabs, and second ways of reckoning: what takes seconds and not milliseconds. */
const SLOW = 'src/**/*.slow.test.ts'

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    // The tables of media, forms and optics are read once a process and not once a file: two thirds of the time went there.
    pool: 'forks',
    isolate: false,
    maxWorkers: '100%',
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'bench/**/*.test.ts'],
          exclude: [...configDefaults.exclude, SLOW],
        },
      },
      { extends: true, test: { name: 'slow', include: [SLOW] } },
    ],
    testTimeout: 30_000,
    setupFiles: ['vitest.setup.ts'],
  },
})
