// @vitest-environment happy-dom
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { lotPieces } from '@/core/model/lots'
import type { Schedule } from '@/core/model/calendar'
import type { Piece } from '@/core/model/piece'
import * as build from '@/core/plan/build'
import { minutesAt } from '@/core/plan/pace'
import type { Step } from '@/core/plan/step'
import { pieceDrying } from '@/core/usecases/drying/pieceDrying'
import { hasBeenFired } from '@/core/plan/timeline'
import { minutesWords } from '@/core/usecases/words/timeWords'
import { wholeOf, type Place } from '@/core/vocabulary/place'
import { startAgain } from '@/workers/clients'
import type { QueryState } from './workerQueries'
import { useAmounts, useLadder, useLayers, usePalette } from './colours'
import {
  noteWeight,
  sayStage,
  planDemo,
  startPlanning,
  useAllDrying,
  useDrying,
  useNow,
  usePlannedStudio,
  useReplay,
  useRescues,
  type Planning,
} from './days'
import {
  firedWhole,
  restingView,
  useStillPicture,
  useFindings,
  useFlatSkin,
  useOtherFindings,
  useSkin,
  useThumbnail,
  useTriedPicture,
} from './derived'
import { useWhatHappened } from './fired'
import { answering, type Answers } from './fixtures/browser'
import { useAreas } from './drawings'
import { learnPace, useHands } from './paces'
import { putPhoto, usePhoto } from './photos'
import { useScreenSize } from './screenSize'
import { useSheets } from './sheets'
import { beginWith, undo, useStudio } from './studioStore'
import { useGoesWrong, useTurnedOut } from './whatIf'

/* What the interface asks of workers: which worker, about what, what becomes of its answer, and what is said when it fails. */

const demo = demoStudio()
const piece = demo.pieces['reed-jugs']
const jar = Object.keys(demo.media)[0]
const state = () => useStudio.getState()

class Picture {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}
const pixels = { pixels: new Uint8ClampedArray([1, 2, 3, 4]), width: 1, height: 1 }
const fine = <T>(value: T) => ({ ok: true, value })
const moment = { afterStep: 2, kind: 'bench', light: 'daylight' } as const
const skin = { number: 7 } as never
const drawing = { id: 'd1', motif: piece.form, areas: [] } as never
const begun = piece.steps.slice(0, 3)

beforeEach(() => {
  vi.stubGlobal('ImageData', Picture)
  beginWith(demo)
  useStudio.setState({ notice: null, question: null, previewed: null })
})

afterEach(() => {
  cleanup()
  startAgain()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

let made = 0

/** A studio, its piece, and the same piece as it might be: new to each test, so that nothing is remembered of it. */
function afresh() {
  const studio = structuredClone(demo)
  const own = { ...studio.pieces['reed-jugs'] }
  // Pictures are known again by what is written of them.
  own.form = { ...own.form, sizes: { ...own.form.sizes, heightMm: own.form.sizes.heightMm + 0.01 * ++made } }
  return {
    studio,
    own,
    other: { ...own, id: 'other' },
    wheel: { piece: own, kind: 'wheel', options: {}, size: {} } as never,
  }
}

type About = ReturnType<typeof afresh>

interface Case {
  readonly what: string
  readonly worker: string
  readonly method: string
  readonly useIt: (about: About) => {
    readonly value: unknown
    readonly busy?: boolean
    readonly problem?: string | null
  }
  /** What the worker answers, and what is made of it if it is something else. */
  readonly answer: unknown
  readonly value?: unknown
  /** What of its arguments must be. */
  readonly asked: (args: readonly never[]) => unknown
  readonly wanted: unknown
  readonly problem: string
}

const shown = <T>(asked: QueryState<T>) => asked

const CASES: readonly Case[] = [
  {
    what: 'a ladder',
    worker: 'colours',
    method: 'ladder',
    useIt: ({ studio }) => shown(useLadder(jar, studio, 'clear-gloss')),
    answer: [1],
    asked: ([id, , beside]) => [id, beside],
    wanted: [jar, 'clear-gloss'],
    problem: 'The ladder could not be worked out',
  },
  {
    what: 'layers',
    worker: 'colours',
    method: 'layers',
    useIt: ({ studio }) =>
      shown(useLayers(studio, { bodyId: 'chalk-white', cone: '05', clearId: null, ids: ['a', 'b'] } as never)),
    answer: { rows: [] },
    asked: ([, about]) => about,
    wanted: { bodyId: 'chalk-white', cone: '05', clearId: null, ids: ['a', 'b'] },
    problem: 'The layers could not be worked out',
  },
  {
    what: 'the colours of a piece',
    worker: 'skin',
    method: 'palette',
    useIt: ({ own, studio }) => shown(usePalette(own, studio)),
    answer: fine(['blue']),
    value: ['blue'],
    asked: ([about]) => [(about as { piece: Piece }).piece.id, (about as { afterStep: number }).afterStep],
    wanted: [piece.id, piece.steps.length - 1],
    problem: 'The colours could not be worked out',
  },
  {
    what: 'amounts',
    worker: 'skin',
    method: 'amounts',
    useIt: ({ own, studio }) => shown(useAmounts(own, studio, true)),
    answer: [3],
    asked: ([own, left]) => [(own as Piece).id, left],
    wanted: [piece.id, true],
    problem: 'What the piece takes could not be worked out',
  },
  {
    what: 'findings',
    worker: 'skin',
    method: 'judge',
    useIt: ({ own, studio }) => {
      const { findings, ...asked } = useFindings(own, studio)
      return { ...asked, value: findings }
    },
    answer: fine({ findings: ['one'] }),
    value: ['one'],
    asked: ([own]) => (own as Piece).id,
    wanted: piece.id,
    problem: 'The plan could not be judged',
  },
  {
    what: 'findings on a piece that is only thought of',
    worker: 'skin',
    method: 'judge',
    useIt: ({ other, own, studio }) => ({ value: useOtherFindings(other, own, studio) }),
    answer: fine({ findings: ['two'] }),
    value: ['two'],
    asked: ([own]) => (own as Piece).id,
    wanted: 'other',
    problem: '',
  },
  {
    what: 'a skin',
    worker: 'skin',
    method: 'view',
    useIt: ({ own, studio }) => {
      const { skin: value, ...asked } = useSkin(own, studio, moment, 'other')
      return { ...asked, value }
    },
    answer: fine({ number: 4 }),
    value: { number: 4 },
    asked: ([about, channel]) => [(about as { afterStep: number }).afterStep, channel],
    wanted: [2, 'other'],
    problem: 'The picture could not be worked out',
  },
  {
    what: 'an unrolled skin',
    worker: 'skin',
    method: 'flat',
    useIt: () => shown(useFlatSkin(skin)),
    answer: pixels,
    value: new Picture(pixels.pixels, 1, 1),
    asked: ([number]) => number,
    wanted: 7,
    problem: 'The unrolled surface could not be painted',
  },
  {
    what: 'a small picture',
    worker: 'thumbnail',
    method: 'picture',
    useIt: ({ own, studio }) => shown(useThumbnail(own, studio, 96)),
    answer: fine(pixels),
    value: new Picture(pixels.pixels, 1, 1),
    asked: ([about, view, width, height, large]) => [
      (about as { kind: string }).kind,
      (view as { tilt: number }).tilt,
      width,
      height,
      large,
    ],
    wanted: ['firedWhole', 0.3, 96, 96, false],
    problem: 'The small picture could not be made',
  },
  {
    what: 'a picture of what is tried',
    worker: 'thumbnail',
    method: 'picture',
    useIt: ({ own, studio }) => shown(useTriedPicture(own, studio, 64)),
    answer: fine(pixels),
    value: new Picture(pixels.pixels, 1, 1),
    asked: ([, , width]) => width,
    wanted: 64,
    problem: 'The picture of it could not be made',
  },
  {
    what: 'the hands of a plan',
    worker: 'days',
    method: 'hands',
    useIt: ({ own, studio }) => shown(useHands(own, studio)),
    answer: [{ work: 1 }],
    asked: ([own, studio]) => [(own as Piece).id, Object.keys(studio).sort()],
    wanted: [piece.id, ['bodies', 'media']],
    problem: 'The minutes could not be worked out',
  },
  {
    what: 'areas of a drawing',
    worker: 'lineArt',
    method: 'areas',
    useIt: ({ own }) => shown(useAreas(own, drawing)),
    answer: { areas: 3 },
    asked: ([about, drawing]) => [Object.keys(about as object), (drawing as { id: string }).id],
    wanted: [['form'], 'd1'],
    problem: 'The areas could not be found',
  },
  {
    what: 'a piece as it turns out',
    worker: 'thumbnail',
    method: 'picture',
    useIt: ({ own, studio }) => shown(useTurnedOut(own, begun, 'bench', studio, 90, true)),
    answer: fine(pixels),
    value: new Picture(pixels.pixels, 1, 1),
    asked: ([about, view, wide, high]) => [
      (about as { piece: Piece }).piece.steps.length,
      (about as { kind: string }).kind,
      (about as { afterStep: number }).afterStep,
      (about as typeof demo).ways,
      (view as { flipped: boolean }).flipped,
      wide,
      high,
    ],
    wanted: [3, 'bench', 2, demo.ways, false, 90, 90],
    problem: 'The picture could not be drawn',
  },
  {
    what: 'a still picture',
    worker: 'thumbnail',
    method: 'picture',
    useIt: ({ own, studio }) =>
      shown(useStillPicture({ ...firedWhole(own, studio), kind: 'bench' }, skin, { turn: 0.4, tilt: 0.2 }, 300)),
    answer: fine(pixels),
    value: new Picture(pixels.pixels, 1, 1),
    asked: ([about, ...how]) => [(about as { kind: string }).kind, ...how],
    wanted: ['bench', { turn: 0.4, tilt: 0.2 }, 300, 300, false],
    problem: 'The still picture could not be drawn',
  },
  {
    what: 'a sheet',
    worker: 'card',
    method: 'sheets',
    useIt: ({ wheel, studio }) => shown(useSheets(wheel, studio)),
    answer: { sheets: [] },
    asked: ([about, studio]) => [
      (about as { kind: string }).kind,
      Object.keys((studio as typeof demo).pieces),
      (studio as typeof demo).order,
      (studio as typeof demo).tiles,
    ],
    wanted: ['wheel', [piece.id], [piece.id], {}],
    problem: 'The sheet could not be made',
  },
  {
    what: 'what goes wrong',
    worker: 'card',
    method: 'goesWrong',
    useIt: ({ own, studio }) => shown(useGoesWrong(own, studio)),
    answer: ['it'],
    asked: ([own, studio]) => [(own as Piece).id, (studio as typeof demo).order],
    wanted: [piece.id, [piece.id]],
    problem: 'It could not be gone through',
  },
  {
    what: 'ways on',
    worker: 'days',
    method: 'rescues',
    useIt: ({ own, studio }) => shown(useRescues(own, studio, true)),
    answer: ['rewet'],
    asked: ([own, , now]) => [(own as Piece).id, (now as number) % 300_000],
    wanted: [piece.id, 0],
    problem: 'Ways on could not be looked for',
  },
]

describe('a question', () => {
  it.each(CASES.map((one) => [one.what, one] as const))(
    'about %s goes to its worker and comes back',
    async (_, one) => {
      const calls: (readonly never[])[] = []
      answering({
        [one.worker]: {
          work: () => undefined,
          [one.method]: (...args: never[]) => {
            calls.push(args)
            return one.answer
          },
        },
      })
      const about = afresh()
      const { result, rerender } = renderHook(one.useIt, { initialProps: about })
      expect(result.current.value).toBeNull()
      await waitFor(() => expect(result.current.value).toEqual(one.value ?? one.answer))
      expect(one.asked(calls[0])).toEqual(one.wanted)
      // The same is not asked twice.
      rerender(about)
      rerender(about)
      expect(calls).toHaveLength(1)
    },
  )

  it.each(
    ['the colours of a piece', 'amounts', 'findings', 'ways on', 'a sheet']
      .flatMap((what) => CASES.filter((one) => one.what === what))
      .flatMap((one) => Object.keys(demo.ways).map((way) => [one.what, way, one] as const)),
  )('about %s is asked anew when “%s” is worked otherwise', async (_, way, one) => {
    let calls = 0
    answering({ [one.worker]: { work: () => undefined, [one.method]: () => (calls++, one.answer) } })
    const about = afresh()
    const { rerender } = renderHook(one.useIt, { initialProps: about })
    await waitFor(() => expect(calls).toBe(1))
    rerender({ ...about, studio: { ...about.studio, ways: { ...about.studio.ways, [way]: 'otherwise' as never } } })
    await waitFor(() => expect(calls).toBe(2))
  })

  it.each(CASES.filter(({ problem }) => problem).map((one) => [one.what, one] as const))(
    'about %s that fails is told with what could not be done',
    async (_, one) => {
      answering({
        [one.worker]: {
          work: () => undefined,
          [one.method]: () => {
            throw new Error('it is full')
          },
        },
      })
      const { result } = renderHook(one.useIt, { initialProps: afresh() })
      await waitFor(() => expect(result.current.problem ?? null).not.toBeNull())
      expect(result.current.problem).toBe(`${one.problem} (it is full); try again.`)
    },
  )
})

describe('drying', () => {
  const dryingOf = (seen: string[]) => ({
    days: {
      drying: (own: Piece, body: { id: string }, room: { id: string }, nowMs: number) => {
        seen.push(`${own.id} ${body.id} ${room.id} ${nowMs % 300_000}`)
        return fine(own.making.madeAt ? { of: own.id } : null)
      },
    },
  })

  it('is asked of a made piece in its own room, to five minutes, and of one that is not made not at all', async () => {
    const { studio } = afresh()
    const seen: string[] = []
    answering(dryingOf(seen) as never)
    const made = Object.values(studio.pieces).find(({ making }) => making.madeAt) as Piece
    const { result } = renderHook(() => useDrying(made, studio))
    await waitFor(() => expect(result.current.drying).toEqual({ of: made.id }))
    expect(seen).toEqual([`${made.id} ${made.bodyId} ${made.making.roomId} 0`])
    const unmade = { ...made, making: { ...made.making, madeAt: null } }
    const other = renderHook(() => useDrying(unmade, studio))
    expect(other.result.current).toMatchObject({ drying: null, busy: false })
    expect(seen).toHaveLength(1)
  })

  it('of all lots that are made and not fired is there by lot', async () => {
    const { studio } = afresh()
    const seen: string[] = []
    answering(dryingOf(seen) as never)
    const { result } = renderHook(() => useAllDrying(studio))
    await waitFor(() => expect(result.current.busy).toBe(false))
    const wanted = Object.values(studio.pieces)
      .flatMap(lotPieces)
      .filter(({ piece: own }) => own.making.madeAt && !own.steps.some((step) => step.act === 'fire' && step.done))
    expect(Object.keys(result.current.drying).sort()).toEqual(wanted.map(({ id }) => id).sort())
    expect(seen).toHaveLength(wanted.length)
    expect(result.current.problem).toBeNull()
  })

  it('of a worker that refuses says why', async () => {
    const { studio } = afresh()
    answering({ days: { drying: () => ({ ok: false, issue: { code: 'storage-failed', detail: 'odd' } }) } })
    const made = Object.values(studio.pieces).find(({ making }) => making.madeAt) as Piece
    const { result } = renderHook(() => useDrying(made, studio))
    await waitFor(() => expect(result.current.problem).toMatch(/odd/))
    expect(result.current.problem).not.toContain('try again.)')
  })

  it('the minute goes on', () => {
    vi.useFakeTimers({ now: Date.parse('2026-03-02T10:00:40Z') })
    const { result } = renderHook(() => useNow())
    expect(new Date(result.current).toISOString()).toBe('2026-03-02T10:00:00.000Z')
    act(() => void vi.advanceTimersByTime(31_000))
    expect(new Date(result.current).toISOString()).toBe('2026-03-02T10:01:00.000Z')
    vi.setSystemTime(Date.parse('2026-03-02T10:02:10Z'))
    act(() => void vi.advanceTimersByTime(30_000))
    expect(new Date(result.current).toISOString()).toBe('2026-03-02T10:02:00.000Z')
  })

  it('days gone through come back, and are none before', async () => {
    const { studio } = afresh()
    const replay = { visits: ['v'], courses: ['c'] }
    const args: unknown[] = []
    answering({ days: { replay: (_: never, from: never, to: never) => (args.push([from, to]), replay) } })
    const { result } = renderHook(() => useReplay(studio, 5, 9))
    expect(result.current).toMatchObject({ visits: [], courses: [] })
    await waitFor(() => expect(result.current).toEqual({ ...replay, busy: false }))
    expect(args).toEqual([[5, 9]])
  })
})

describe('what is asked of nothing', () => {
  it('is not asked', async () => {
    const asked: string[] = []
    answering({ card: { goesWrong: () => asked.push('it') } })
    const { result } = renderHook(() => useGoesWrong(null, afresh().studio))
    await act(() => new Promise((done) => setTimeout(done, 20)))
    expect([asked, result.current.value, result.current.busy]).toEqual([[], null, false])
  })
})

describe('planning the days', () => {
  const schedule = (madeAt: string): Schedule => ({ ...demo.schedule, madeAt })
  const early = schedule('2026-03-02T10:00:00Z')
  const late = schedule('2026-03-02T10:05:00Z')
  type Take = (share: number, found: Schedule | null) => void

  /** A planner that reports when it is told to. */
  function planner(more: Answers[string] = {}) {
    const asked: { studio: typeof demo; rounds: number }[] = []
    let take: Take = () => undefined
    const ended = answering({
      days: {
        plan: (studio: typeof demo, _now: never, rounds: number, report: Take) => {
          asked.push({ studio, rounds })
          take = report
          return new Promise(() => undefined)
        },
        ...more,
      } as never,
    })
    return { asked, ended, report: async (share: number, found: Schedule | null) => take(share, found) }
  }

  const begun = (options: Partial<Parameters<typeof startPlanning>[0]> = {}) => {
    const progress: (Planning | null)[] = []
    const done: (readonly string[])[] = []
    const stop = startPlanning({
      onProgress: (p) => progress.push(p),
      onDone: (changes) => done.push(changes),
      ...options,
    })
    return { progress, done, stop }
  }

  it('shows the first plan at once and keeps the last as one edit', async () => {
    const { asked, ended, report } = planner()
    const { progress, done } = begun()
    expect(progress).toMatchObject([{ share: 0, found: false }])
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0].rounds).toBe(60)
    await report(0.4, early)
    await waitFor(() => expect(state().previewed).toEqual(early))
    expect(progress.at(-1)).toMatchObject({ share: 0.4, found: true })
    expect(state().studio.schedule.madeAt).toBeNull()
    const { result } = renderHook(() => usePlannedStudio())
    expect(result.current.schedule).toEqual(early)
    await report(0.7, null)
    await waitFor(() => expect(progress.at(-1)).toMatchObject({ share: 0.7, found: true }))
    await report(1, late)
    await waitFor(() => expect(done).toEqual([[]]))
    expect(state().studio.schedule).toEqual(late)
    expect(state().previewed).toBeNull()
    expect(progress.at(-1)).toBeNull()
    expect(ended).toEqual(['days'])
    undo()
    expect(state().studio.schedule.madeAt).toBeNull()
  })

  it('cancelled before there is any ends; cancelled after keeps what there is once the rest is placed', async () => {
    const first = planner()
    const without = begun()
    await waitFor(() => expect(first.asked).toHaveLength(1))
    without.progress[0]?.cancel()
    expect(without.progress.at(-1)).toBeNull()
    expect([without.done, first.ended]).toEqual([[], ['days']])
    let enough = 0
    const second = planner({ enough: () => void enough++ })
    const { progress, done } = begun()
    await waitFor(() => expect(second.asked).toHaveLength(1))
    await second.report(0.3, early)
    await waitFor(() => expect(progress.at(-1)?.found).toBe(true))
    progress.at(-1)?.cancel()
    await waitFor(() => expect(enough).toBe(1))
    expect(done).toEqual([])
    progress.at(-1)?.cancel()
    expect(done).toEqual([[]])
    expect(state().studio.schedule).toEqual(early)
  })

  it('is done with other pins, which it keeps', async () => {
    const pins = [{ pieceId: 'reed-jugs' }] as never
    const { asked, report } = planner()
    begun({ pins, rounds: 3 })
    await waitFor(() => expect(asked).toHaveLength(1))
    expect([asked[0].rounds, asked[0].studio.schedule.pins]).toEqual([3, pins])
    await report(0.5, early)
    await waitFor(() => expect(state().previewed?.pins).toEqual(pins))
  })

  it('that fails is told, and what was found is kept', async () => {
    answering({
      days: {
        plan: async (_: never, __: never, ___: never, report: Take) => {
          await report(0.5, early)
          throw new Error('it is full')
        },
      } as never,
    })
    const { done } = begun()
    await waitFor(() => expect(state().notice?.text).toBe('The days could not be planned (it is full); try again.'))
    expect(done).toHaveLength(1)
    expect(state().studio.schedule).toEqual(early)
  })

  it('of the demo is begun once: not when it is planned, edited or no demo', async () => {
    const { asked } = planner()
    beginWith({ ...demo, schedule: early })
    planDemo()
    beginWith({ ...demo, name: 'Other' })
    planDemo()
    await new Promise((later) => setTimeout(later, 30))
    expect(asked).toEqual([])
    beginWith(demo)
    planDemo()
    await waitFor(() => expect(asked.map(({ rounds }) => rounds)).toEqual([8]))
  })
})

describe('what was seen of a piece', () => {
  const made = Object.values(demo.pieces).find(({ making }) => making.madeAt) as Piece
  const factor = { ln: 0.23456789, sigma: 0.1234567 }

  it('is noted and moves its room, as one edit, and says by how much', async () => {
    answering({ days: { calibrate: () => ({ factor, readings: 3 }) } })
    await sayStage([{ piece: made }], 'leatherHard')
    const room = state().studio.rooms[made.making.roomId as string]
    expect(room.factor).toEqual({ ln: 0.2346, sigma: 0.1235 })
    const was = Math.exp(demo.rooms[room.id].factor.ln).toFixed(2)
    expect(state().notice?.text).toMatch(
      new RegExp(`^${room.name} dries 1.26 × as fast as expected \\(was ${was} ×\\), ±12 %, from 3 readings. `),
    )
    const moved = Object.values(demo.pieces).filter(
      ({ id, making, steps }) =>
        id !== made.id && making.madeAt && (making.roomId ?? room.id) === room.id && !hasBeenFired(steps),
    ).length
    expect(state().notice?.text).toContain(` ${moved} other piece`)
    expect(state().undoes).toBe('say how dry it is')
    undo()
    expect(state().studio).toEqual(demo)
  })

  it('moves what stands in its own room, and nothing in another', async () => {
    const others = Object.values(demo.pieces).filter(
      ({ id, making, steps }) => id !== made.id && making.madeAt && !hasBeenFired(steps),
    )
    expect(others.length).toBeGreaterThan(1)
    const own = demo.rooms[made.making.roomId as string]
    const [gone] = others
    beginWith({
      ...demo,
      rooms: { ...demo.rooms, attic: { ...own, id: 'attic', name: 'Attic' } },
      pieces: { ...demo.pieces, [gone.id]: { ...gone, making: { ...gone.making, roomId: 'attic' } } },
    })
    answering({ days: { calibrate: () => ({ factor, readings: 3 }) } })
    await sayStage([{ piece: made }], 'leatherHard')
    const there = others.filter(({ id, making }) => id !== gone.id && (making.roomId ?? own.id) === own.id).length
    expect(state().notice?.text).toContain(` ${there} other piece`)
  })

  it('a weight is called one, a single reading too', async () => {
    answering({ days: { calibrate: () => ({ factor, readings: 1 }) } })
    await noteWeight({ piece: made }, 400)
    expect(state().undoes).toBe('enter a weight')
    expect(state().notice?.text).toContain('from 1 reading.')
  })

  it('of some pots is noted of them, and not of the set', async () => {
    answering({ days: { calibrate: () => ({ factor, readings: 1 }) } })
    const set = Object.values(demo.pieces).find(({ count, making }) => count > 2 && making.madeAt) as Piece
    await sayStage([{ piece: set, pots: [2] }], 'leatherHard')
    const { making, apart } = state().studio.pieces[set.id]
    expect(making).toEqual(set.making)
    expect(apart.find(({ pots }) => pots.includes(2))?.pots).toEqual([2])
  })

  it('is noted all the same when the room cannot be fitted', async () => {
    answering({
      days: {
        calibrate: () => {
          throw new Error('it is full')
        },
      },
    })
    await sayStage([{ piece: made }], 'leatherHard')
    expect(state().notice?.text).toBe('The room’s drying factor could not be fitted (it is full); try again.')
    expect(state().undoes).toBe('say how dry it is')
  })

  it('against the clock is asked about once, and noted with the making that is chosen', async () => {
    const room = demo.rooms[made.making.roomId]
    const dried = pieceDrying(
      { ...made, making: { ...made.making, log: [] } },
      demo.bodies[made.bodyId],
      room,
      Date.now(),
    )
    answering({ days: { drying: () => dried, calibrate: () => ({ factor, readings: 0 }) } })
    await sayStage([{ piece: made }], 'wet')
    const { question } = state()
    expect(question?.title).toMatch(/^By the clock it would be /)
    expect(question?.choices.map(({ label }) => label.split(':')[0])).toEqual(['It is wet now', 'It was made later'])
    expect(state().studio).toEqual(demo)
    question!.choices[1].act()
    await waitFor(() => expect(state().undoes).toBe('say how dry it is'))
    const { madeAt, log } = state().studio.pieces[made.id].making
    expect(Date.parse(madeAt!)).toBeGreaterThan(Date.parse(made.making.madeAt!))
    expect(log.some((entry) => entry.kind === 'stage' && entry.stage === 'wet')).toBe(true)
    // The room is not blamed for it.
    expect(state().studio.rooms).toEqual(demo.rooms)
  })

  it('of a piece that is gone is refused, and nothing is asked', async () => {
    const seen: string[] = []
    answering({ days: { calibrate: () => seen.push('asked') } })
    await sayStage([{ piece: { ...made, id: 'gone' } }], 'leatherHard')
    expect(state().notice).toMatchObject({ kind: 'problem' })
    expect([seen, state().undoes]).toEqual([[], null])
  })
})

describe('runs of work', () => {
  const work = { pace: 'brush', fixed: 1, more: 2 } as const

  it('are learned from and told, one more each time', () => {
    learnPace(work, 4, 20)
    expect(state().studio.paces.brush?.runs).toEqual([{ fixed: 1, more: 2, pots: 4, minutes: 20 }])
    expect(state().notice?.text).toMatch(/^Brushing coats: one like this is now reckoned at .+, from 1 run\.$/)
    learnPace(work, 4, 22)
    expect(state().notice?.text).toContain('from 2 runs.')
    const pace = { own: null, runs: [20, 22].map((minutes) => ({ fixed: 1, more: 2, pots: 4, minutes })) }
    expect(state().notice?.text).toContain(`reckoned at ${minutesWords(minutesAt(work, { brush: pace }))}, `)
    undo()
    expect(state().studio.paces.brush?.runs).toHaveLength(1)
  })

  it('that cannot be are refused', () => {
    learnPace(work, 0, 20)
    expect(state().studio.paces.brush).toBeUndefined()
    expect(state().notice?.kind).toBe('problem')
  })
})

it('all that is known of a pot waits for the judge, or does without him', async () => {
  const { own, studio } = afresh()
  answering({ skin: { work: () => undefined, judge: () => fine({ findings: [] }) } })
  const { result } = renderHook(() => useWhatHappened(own, 1, studio))
  expect(result.current).toBeNull()
  await waitFor(() => expect(result.current).not.toBeNull())
})

it('a photograph has an address while it is shown, and none is left behind', async () => {
  const given: string[] = []
  const taken: string[] = []
  vi.stubGlobal(
    'URL',
    Object.assign(URL, {
      createObjectURL: () => (given.push(`blob:${given.length}`), given.at(-1)),
      revokeObjectURL: (url: string) => void taken.push(url),
    }),
  )
  await putPhoto('shown', { whole: new Blob(['whole']), small: new Blob(['small']) })
  const { result, rerender, unmount } = renderHook(({ id, seen }) => usePhoto(id, 'small', seen), {
    initialProps: { id: 'shown', seen: false },
  })
  expect(result.current).toEqual({ url: null, missing: false })
  rerender({ id: 'shown', seen: true })
  await waitFor(() => expect(result.current.url).toBe('blob:0'))
  rerender({ id: 'gone', seen: true })
  await waitFor(() => expect(result.current).toEqual({ url: null, missing: true }))
  unmount()
  expect(taken).toEqual(given)
})

it('a piece rests with the side in view that a step works on, or that it is decorated on', () => {
  const step = (place: Place): Step => ({ ...build.coat('marsh-black', place, 1), id: 's', done: false }) as Step
  expect(restingView(piece)).toEqual({ turn: 0.3, tilt: 0.3, flipped: false })
  expect(restingView(demo.pieces['estuary-plate'])).toEqual({ turn: 0.3, tilt: 0.85, flipped: false })
  expect(restingView(piece, step(wholeOf('inside', 'floor')))).toEqual({ turn: 0.3, tilt: 0.85, flipped: false })
  expect(restingView(piece, step(wholeOf('base')))).toEqual({ turn: 0.3, tilt: 0.9, flipped: true })
})

it('the days that are being planned take the place of those that are', () => {
  const { result } = renderHook(() => usePlannedStudio())
  expect(result.current).toBe(state().studio)
  const schedule = { ...demo.schedule, visits: [] }
  act(() => useStudio.setState({ previewed: schedule }))
  expect(result.current).toEqual({ ...demo, schedule })
  act(() => useStudio.setState({ previewed: null }))
  expect(result.current).toBe(state().studio)
})

it('how large a millimetre is on this screen is kept in this browser', () => {
  expect(useScreenSize.getState().pxMm).toBeNull()
  useScreenSize.getState().measure(4.2)
  expect(useScreenSize.getState().pxMm).toBe(4.2)
  expect(localStorage.getItem('vernice.screen')).toContain('4.2')
  useScreenSize.getState().measure(null)
})
