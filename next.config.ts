import path from 'node:path'
import type { NextConfig } from 'next'

const config: NextConfig = {
  turbopack: { root: path.resolve(import.meta.dirname) },
  devIndicators: false,
  poweredByHeader: false,
  // What a view is made of is worked out again only where it changed.
  reactCompiler: true,
}

export default config
