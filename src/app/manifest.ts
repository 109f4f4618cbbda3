import type { MetadataRoute } from 'next'

export const dynamic = 'force-static'

/** What a tablet needs to put Vernice on its home screen. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Vernice',
    short_name: 'Vernice',
    description: 'Plans layered decoration on clay',
    start_url: '/',
    scope: '/',
    display: 'standalone',
    background_color: '#ededec',
    theme_color: '#ededec',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icons/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  }
}
