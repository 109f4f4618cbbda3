import { createHash } from 'node:crypto'
import { createSerwistRoute } from '@serwist/turbopack'
import { SHELLS } from '@/offline/shells'

export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/offline/sw.ts',
  useNativeEsbuild: true,
  esbuildOptions: { format: 'iife', sourcemap: false },
  globPatterns: ['.next/static/**/*.{js,css,woff2,wasm,json,svg,png,webp}', 'public/**/*'],
  maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
  manifestTransforms: [
    async (entries) => {
      // A page is as new as the newest of what it loads.
      const revision = createHash('sha256')
        .update(
          entries
            .map((e) => `${e.url} ${e.revision}`)
            .sort()
            .join('\n'),
        )
        .digest('hex')
        .slice(0, 16)
      const pages = [...SHELLS, '/manifest.webmanifest'].map((url) => ({ url, revision, size: 0 }))
      return { manifest: [...entries, ...pages], warnings: [] }
    },
  ],
})
