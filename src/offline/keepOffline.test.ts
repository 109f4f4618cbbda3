// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { keepOffline } from './keepOffline'

/* Taking a newer version: the page loads anew once its worker has taken over, or in the end without it. */

const worker = Object.assign(new EventTarget(), { state: 'installed', postMessage: vi.fn() })
const registration = Object.assign(new EventTarget(), { waiting: worker, installing: null, unregister: vi.fn() })
const container = Object.assign(new EventTarget(), { controller: {}, register: async () => registration })
const steps: string[] = []
let take: () => void

beforeEach(async () => {
  vi.useFakeTimers()
  vi.stubEnv('NODE_ENV', 'production')
  vi.stubGlobal('navigator', { serviceWorker: container, onLine: true })
  vi.stubGlobal('location', { reload: () => steps.push('reload') })
  worker.state = 'installed'
  registration.unregister.mockImplementation(() => steps.push('unregister'))
  steps.length = 0
  const told = new Promise<() => void>((resolve) => keepOffline(resolve, () => steps.push('drafts')))
  take = await told
})

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllEnvs()
  vi.unstubAllGlobals()
})

it('loads anew as soon as the newer worker is active, and only once', () => {
  take()
  expect(worker.postMessage).toHaveBeenCalledWith({ type: 'SKIP_WAITING' })
  expect(steps).toEqual([])
  worker.state = 'activated'
  worker.dispatchEvent(new Event('statechange'))
  expect(steps).toEqual(['drafts', 'reload'])
  // A reload that takes long keeps its worker.
  vi.advanceTimersByTime(10_000)
  expect(steps).toEqual(['drafts', 'reload'])
})

it('asks the server where the newer worker does not take over', () => {
  take()
  vi.advanceTimersByTime(3_900)
  expect(steps).toEqual([])
  vi.advanceTimersByTime(200)
  expect(steps).toEqual(['unregister', 'drafts', 'reload'])
})

it('without a network keeps what it has', () => {
  vi.stubGlobal('navigator', { serviceWorker: container, onLine: false })
  take()
  vi.advanceTimersByTime(4_100)
  expect(steps).toEqual(['drafts', 'reload'])
})
