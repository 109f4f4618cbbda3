import path from 'node:path'
import { configDefaults, defineConfig } from 'vitest/config'

/* Tests that mutants are run against: those of the mutated parts, without what only looks on from afar or takes long for each. */
export default defineConfig({
  resolve: { alias: { '@': path.resolve(import.meta.dirname, 'src') } },
  test: {
    // A sample of one part is tried against that part’s own tests: others notice more, and take ten times as long.
    include: process.env.MUTATE_TESTS?.split(',') ?? [
      'src/core/{judge,model,plan,formats,schedule,firing,base}/**/*.test.ts',
      'src/core/skin/stackOps.test.ts',
      'src/store/*.test.ts',
    ],
    exclude: [...configDefaults.exclude, 'src/core/{schedule,plan}/**/*.slow.test.ts'],
    testTimeout: 30_000,
    setupFiles: ['vitest.setup.ts'],
  },
})
