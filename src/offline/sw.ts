/// <reference lib="webworker" />
import { Serwist, type PrecacheEntry, type SerwistPlugin } from 'serwist'
import { shellFor } from './shells'

declare const self: ServiceWorkerGlobalScope & { __SW_MANIFEST: (PrecacheEntry | string)[] | undefined }

/**
 * Turbopack hands a worker its configuration in the fragment of its address. A cached answer has an address of its own,
 * without it; a new one has none, so the asked-for address counts. It is whole before it is answered with: a stream that a page
 * leaves half-read would hold this worker for good, and a newer one could not take over.
 */
const keepFragment: SerwistPlugin = {
  // Of the event's request: the one that a plugin is given has been made anew from the key in the cache, and has no destination.
  cachedResponseWillBeUsed: async ({ event, cachedResponse }) =>
    cachedResponse && event instanceof FetchEvent && ['worker', 'sharedworker'].includes(event.request.destination)
      ? new Response(await cachedResponse.blob(), { status: cachedResponse.status, headers: cachedResponse.headers })
      : cachedResponse,
}

const serwist: Serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  // The icon's link carries a mark after the question mark; the address of a page may carry the view.
  precacheOptions: {
    ignoreURLParametersMatching: [/^icon/],
    cleanupOutdatedCaches: true,
    concurrency: 6,
    plugins: [keepFragment],
  },
  skipWaiting: false, // a new version waits until the artist takes it; Serwist listens for {type: 'SKIP_WAITING'}
  clientsClaim: true,
  navigationPreload: false,
  disableDevLogs: true,
  runtimeCaching: [
    {
      // What Next asks for when a link is followed or seen. Without the server it is answered by a page that is none: Next
      // then loads the document, which is kept.
      matcher: ({ request, sameOrigin }) => sameOrigin && request.headers.has('rsc'),
      handler: async ({ request }): Promise<Response> =>
        fetch(request).catch(() => new Response('', { headers: { 'content-type': 'text/html' } })),
    },
    {
      matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate',
      handler: async ({ request, url }): Promise<Response> => {
        // Page, policy and scripts are of one build and were kept together: the nonce in the kept policy fits the kept page.
        const shell = shellFor(url.pathname)
        const kept = shell ? await serwist.matchPrecache(shell) : undefined
        if (kept) return kept
        try {
          return await fetch(request)
        } catch {
          return (await serwist.matchPrecache('/lost')) ?? Response.error()
        }
      },
    },
  ],
})
serwist.addEventListeners()
