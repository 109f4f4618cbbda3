import path from 'node:path'
import { defineConfig } from 'vitest/config'

// Days are written as the machine writes them; tests read them as a British one does.
process.env.LC_ALL = 'en_GB.UTF-8'

export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    include: ['src/**/*.test.ts', 'bench/**/*.test.ts'],
    testTimeout: 30_000,
    setupFiles: ['vitest.setup.ts'],
    // The tables of media, forms and optics are read once a process and not once a file: two thirds of the time went there.
    pool: 'forks',
    isolate: false,
    maxWorkers: '100%',
  },
})
