/** So long a newer worker has to take over when it is told to, ms; one that waits for a request in flight may never. */
const TAKE_OVER_LIMIT_MS = 4_000

/**
 * Keeps Vernice for use without the server, and tells when a newer version waits: `told` gets what takes it. All tabs then start
 * anew, after `beforeReload`.
 */
export function keepOffline(told: (take: () => void) => void, beforeReload: () => void): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
  const { serviceWorker } = navigator
  const hadController = Boolean(serviceWorker.controller)
  let reloading = false
  const startAnew = () => {
    if (reloading) return
    reloading = true
    beforeReload()
    location.reload()
  }
  // The first worker takes over a page that is of its version already; a later one brings other scripts.
  serviceWorker.addEventListener('controllerchange', () => hadController && startAnew())
  void serviceWorker
    .register('/serwist/sw.js', { scope: '/', updateViaCache: 'none' })
    .then((registration) => {
      const take = () => {
        const worker = registration.waiting
        // Another tab may have taken it meanwhile.
        if (!worker) return startAnew()
        worker.addEventListener('statechange', () => worker.state === 'activated' && startAnew())
        worker.postMessage({ type: 'SKIP_WAITING' })
        setTimeout(() => {
          // A page that loads anew while workers change would wait for both: it is asked of the server, and kept again.
          if (!reloading && navigator.onLine) void registration.unregister()
          startAnew()
        }, TAKE_OVER_LIMIT_MS)
      }
      const waiting = () => {
        if (registration.waiting && serviceWorker.controller) told(take)
      }
      waiting()
      registration.addEventListener('updatefound', () =>
        registration.installing?.addEventListener('statechange', waiting),
      )
      document.addEventListener('visibilitychange', () => {
        if (document.visibilityState === 'visible') registration.update().catch(() => undefined)
      })
    })
    // Without it everything works but offline.
    .catch(() => undefined)
}
