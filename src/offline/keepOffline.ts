/**
 * Keeps Vernice for use without the server, and tells when a newer version waits: `told` gets what takes it. All tabs then start
 * anew, after `beforeReload`.
 */
export function keepOffline(told: (take: () => void) => void, beforeReload: () => void): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
  const { serviceWorker } = navigator
  const hadController = Boolean(serviceWorker.controller)
  let reloading = false
  serviceWorker.addEventListener('controllerchange', () => {
    // The first worker takes over a page that is of its version already; a later one brings other scripts.
    if (!hadController || reloading) return
    reloading = true
    beforeReload()
    location.reload()
  })
  void serviceWorker
    .register('/serwist/sw.js', { scope: '/', updateViaCache: 'none' })
    .then((registration) => {
      const waiting = () => {
        const worker = registration.waiting
        if (worker && serviceWorker.controller) told(() => worker.postMessage({ type: 'SKIP_WAITING' }))
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
