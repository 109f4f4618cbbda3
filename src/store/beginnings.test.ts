import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { DEMO_NAME, emptyStudio } from '@/core/demo/emptyStudio'
import { demoNow, freshStudio, openDemo } from './beginnings'
import { beginWith, undo, useStudio } from './studioStore'
import { lazyLoad } from './lazyLoad'

/* What a studio begins with, and what is loaded only when it is wanted. */

const state = () => useStudio.getState()
const zone = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'

beforeEach(() => {
  beginWith(emptyStudio())
  useStudio.setState({ notice: null })
})
afterEach(() => vi.useRealTimers())

describe('a beginning', () => {
  it('is empty, on the clock of this machine', () => {
    const fresh = freshStudio()
    expect(Object.keys(fresh.pieces)).toEqual([])
    expect(Object.keys(fresh.media).length).toBeGreaterThan(10)
    expect(fresh.calendar.timeZone).toBe(zone)
  })

  it('is the demo in the middle of its week, to the minute', async () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 5, 10, 12, 34, 56), toFake: ['Date'] })
    const demo = await demoNow()
    expect(demo?.calendar.timeZone).toBe(zone)
    const visits = Object.values(demo?.pieces ?? {}).flatMap(({ run }) => run.map(({ at }) => Date.parse(at)))
    expect(visits.length).toBeGreaterThan(5)
    // What has been done was done in the days before now.
    expect(Math.max(...visits)).toBeLessThanOrEqual(Date.UTC(2026, 5, 10, 12, 34))
    expect(Math.max(...visits)).toBeGreaterThan(Date.UTC(2026, 5, 3))
  })

  it('with the demo in the place of a studio is one edit to undo', async () => {
    await openDemo()
    expect(state().studio.name).toBe(DEMO_NAME)
    expect(state().studio.order.length).toBeGreaterThan(5)
    undo()
    expect(state().studio.order).toEqual([])
  })
})

describe('what is loaded when it is wanted', () => {
  it('is given when it came', async () => {
    expect(await lazyLoad(async () => 7)).toBe(7)
    expect(state().notice).toBeNull()
  })

  it('is told when it does not come, and nothing else happens', async () => {
    const gone = () => Promise.reject(new Error('Loading chunk 7 failed'))
    expect(await lazyLoad(gone)).toBeNull()
    expect(state().notice).toMatchObject({
      kind: 'problem',
      text: 'That part of Vernice could not be loaded: look whether its server still runs, and try again.',
    })
  })
})
