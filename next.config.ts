import path from 'node:path'
import { withSerwist } from '@serwist/turbopack'
import type { NextConfig } from 'next'

const config: NextConfig = {
  turbopack: {
    root: path.resolve(import.meta.dirname),
    // By its modules and not as one file, so that a page which only aims does not load what draws.
    resolveAlias: { three: 'three/src/Three.js' },
  },
  devIndicators: false,
  poweredByHeader: false,
  // The tests check the types of everything before they build.
  typescript: { ignoreBuildErrors: process.env.VERNICE_CHECKED === '1' },
  reactCompiler: true,
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
        {
          key: 'Permissions-Policy',
          value: 'camera=(self), screen-wake-lock=(self), microphone=(), geolocation=(), payment=(), usb=()',
        },
      ],
    },
    // A worker has the policy of its own script.
    {
      source: '/_next/static/:path*',
      headers: [
        {
          key: 'Content-Security-Policy',
          value: "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; worker-src 'self'",
        },
      ],
    },
    { source: '/serwist/sw.js', headers: [{ key: 'Cache-Control', value: 'no-cache' }] },
  ],
}

export default withSerwist(config)
