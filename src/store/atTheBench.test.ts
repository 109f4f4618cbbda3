// @vitest-environment happy-dom
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import type { Piece } from '@/core/model/piece'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import type { CoatTimer } from '@/core/usecases/bench/coatTimers'
import { startAgain } from '@/workers/clients'
import { useActPicture, useCoatTimers, useRinging, useSecond, useWakeLock, wakeSound } from './bench'
import { diskRoomNow, askToPersist } from './diskRoom'
import { answering } from './fixtures/browser'

/* What the bench needs of a browser: the picture of an act, sound, the second, a screen that stays awake; and room on its disk. */

const demo = demoStudio()
const NOW = Date.UTC(2026, 2, 4, 16)

afterEach(() => {
  cleanup()
  startAgain()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

describe('the picture of an act', () => {
  const jugs = demo.pieces['reed-jugs']
  const coating = jugs.steps.findIndex((step) => step.act === 'coat')
  const item = { pieceId: jugs.id, pots: [2], stepId: jugs.steps[coating].id } as unknown as BenchItem

  /** Steps that are asked to be drawn. */
  async function drawn(piece: Piece, coats: number, of: BenchItem = item) {
    startAgain()
    const asked: { piece: Piece; afterStep: number }[] = []
    const pixels = { pixels: new Uint8ClampedArray([1, 2, 3, 4]), width: 1, height: 1 }
    vi.stubGlobal('ImageData', class {})
    answering({
      thumbnail: {
        picture: ((about: { piece: Piece; afterStep: number }) => {
          asked.push(about)
          return { ok: true, value: pixels }
        }) as never,
      },
    })
    const { result } = renderHook(() => useActPicture(piece, demo, of, coats, 64))
    await waitFor(() => expect(result.current.busy).toBe(false))
    const [one] = asked
    return one && { steps: one.piece.steps, at: one.afterStep }
  }

  it('has all before it, and as many coats of it as lie there', async () => {
    const none = await drawn({ ...jugs, name: 'none' }, 0)
    expect(none.steps.map(({ id }) => id)).toEqual(jugs.steps.slice(0, coating).map(({ id }) => id))
    expect(none.at).toBe(coating - 1)
    const two = await drawn({ ...jugs, name: 'two' }, 2)
    expect(two.steps.at(-1)).toMatchObject({ id: item.stepId, coats: 2 })
    expect(two.at).toBe(coating)
  })

  it('is of the lot its pot stands in, as that was done', async () => {
    const changes = { coats: 1 }
    const apart = [
      {
        id: 'lot',
        pots: [2],
        otherwise: [{ stepId: jugs.steps[coating].id, changes, mishap: null }],
      },
    ] as unknown as Piece['apart']
    const other = jugs.steps.findIndex((step, i) => i > coating && 'motif' in step)
    const later = { ...item, stepId: jugs.steps[other].id }
    const laid = (steps: readonly Piece['steps'][number][]) => steps[coating] as { coats?: number }
    expect(laid((await drawn({ ...jugs, apart }, 1, later)).steps).coats).toBe(1)
    expect(laid((await drawn({ ...jugs, apart }, 1, { ...later, pots: [1] })).steps).coats).not.toBe(1)
  })

  it('of an act that is gone is none', async () => {
    expect(await drawn(jugs, 1, { ...item, stepId: 'gone' })).toBeUndefined()
  })
})

describe('a timer', () => {
  const timer = (id: string, likelyMs: number, over = false) => ({ id, likelyMs, over }) as CoatTimer
  let tones: number[]

  beforeEach(() => {
    vi.useFakeTimers({ now: NOW })
    tones = []
    const node = () => ({ connect: (to: unknown) => to })
    vi.stubGlobal(
      'AudioContext',
      class {
        currentTime = 0
        destination = node()
        resume = async () => undefined
        createGain = () => ({
          ...node(),
          gain: { setValueAtTime: vi.fn(), linearRampToValueAtTime: vi.fn(), exponentialRampToValueAtTime: vi.fn() },
        })
        createOscillator = () => {
          const frequency = { value: 0 }
          return { ...node(), type: '', frequency, start: () => void tones.push(frequency.value), stop: vi.fn() }
        }
      },
    )
    wakeSound()
  })

  const rings = (timers: readonly CoatTimer[], times: readonly number[], sound = true) => {
    const { rerender } = renderHook(({ now }) => useRinging(timers, now, sound), { initialProps: { now: NOW } })
    // What was due when one came is silent at once too.
    expect(tones).toEqual([])
    return times.map((minutes) => {
      tones = []
      rerender({ now: NOW + minutes * 60_000 })
      return tones.length > 0
    })
  }

  it('rings once, when its time has come', () => {
    expect(rings([timer('a', NOW + 5 * 60_000)], [4, 5, 6])).toEqual([false, true, false])
  })

  it('rings again for another, or when its time is another', () => {
    const two = [timer('a', NOW + 5 * 60_000), timer('b', NOW + 7 * 60_000), timer('a', NOW + 9 * 60_000)]
    expect(rings(two, [5, 6, 7, 8, 9])).toEqual([true, false, true, false, true])
  })

  it('is silent once it is over, when it was due before one came, and without sound', () => {
    expect(rings([timer('a', NOW + 60_000, true)], [1, 2])).toEqual([false, false])
    expect(rings([timer('a', NOW - 60_000)], [1, 2])).toEqual([false, false])
    expect(rings([timer('a', NOW)], [1])).toEqual([false])
    expect(rings([timer('a', NOW + 60_000)], [1, 2], false)).toEqual([false, false])
  })

  it('counts whole seconds', () => {
    const { result } = renderHook(() => useSecond())
    expect(result.current).toBe(NOW)
    act(() => void vi.advanceTimersByTime(900))
    expect(result.current).toBe(NOW)
    act(() => void vi.advanceTimersByTime(200))
    expect(result.current).toBe(NOW + 1000)
  })

  it('counts no more when nobody looks', () => {
    const { unmount } = renderHook(() => useSecond())
    expect(vi.getTimerCount()).toBe(1)
    unmount()
    expect(vi.getTimerCount()).toBe(0)
  })

  it('is there for each coat that dries, and of no piece that is gone', () => {
    const { result } = renderHook(() => useCoatTimers(['gone', ...demo.order], demo, NOW))
    expect(result.current.every(({ pieceId }) => demo.order.includes(pieceId))).toBe(true)
  })
})

describe('the screen', () => {
  const lock = () => {
    const held = Object.assign(new EventTarget(), { release: vi.fn(async () => undefined) })
    const request = vi.fn(async () => held)
    vi.stubGlobal('navigator', { wakeLock: { request } })
    return { held, request }
  }

  it('stays awake, is asked for again when the page is seen again, and let go when one leaves', async () => {
    const { held, request } = lock()
    const { result, unmount } = renderHook(() => useWakeLock())
    await waitFor(() => expect(result.current).toBe(true))
    expect(request).toHaveBeenCalledWith('screen')
    act(() => void held.dispatchEvent(new Event('release')))
    expect(result.current).toBe(false)
    await act(async () => void document.dispatchEvent(new Event('visibilitychange')))
    await waitFor(() => expect(result.current).toBe(true))
    unmount()
    expect(held.release).toHaveBeenCalled()
    document.dispatchEvent(new Event('visibilitychange'))
    expect(request).toHaveBeenCalledTimes(2)
  })

  it('is let go at once when one has left before it came', async () => {
    const { held, request } = lock()
    let come = (_: unknown) => {}
    request.mockReturnValueOnce(new Promise((then) => (come = then)) as never)
    const { unmount } = renderHook(() => useWakeLock())
    unmount()
    expect(held.release).not.toHaveBeenCalled()
    await act(async () => come(held))
    expect(held.release).toHaveBeenCalledTimes(1)
  })

  it('is not kept awake where the browser cannot or will not', async () => {
    vi.stubGlobal('navigator', {})
    expect(renderHook(() => useWakeLock()).result.current).toBe(false)
    const { request } = lock()
    request.mockRejectedValueOnce(new Error('the battery is low'))
    const { result } = renderHook(() => useWakeLock())
    await waitFor(() => expect(request).toHaveBeenCalled())
    expect(result.current).toBe(false)
  })
})

describe('room on the disk', () => {
  const estimate = async () => ({ usage: 3, quota: 10 })

  it('is told with whether it is kept for good, where the browser says so', async () => {
    vi.stubGlobal('navigator', {})
    expect(await diskRoomNow()).toBeNull()
    vi.stubGlobal('navigator', { storage: { estimate } })
    expect(await diskRoomNow()).toEqual({ used: 3, granted: 10, persistent: false })
    vi.stubGlobal('navigator', { storage: { estimate, persisted: async () => true } })
    expect(await diskRoomNow()).toEqual({ used: 3, granted: 10, persistent: true })
    vi.stubGlobal('navigator', { storage: { estimate: async () => ({}) } })
    expect(await diskRoomNow()).toEqual({ used: 0, granted: 0, persistent: false })
  })

  it('is asked for once', async () => {
    localStorage.clear()
    const persist = vi.fn(async () => true)
    vi.stubGlobal('navigator', { storage: { persist } })
    await askToPersist()
    await askToPersist()
    expect(persist).toHaveBeenCalledTimes(1)
  })
})
