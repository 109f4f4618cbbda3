import path from 'node:path'
import { defineConfig } from 'vitest/config'
export default defineConfig({ resolve: { alias: { '@': path.resolve('/work/main', 'src') } }, test: { include: ['src/core/judge/*.test.ts'], testTimeout: 30_000 } })
