import { presetForm } from '../model/presetForm'
import { describe, expect, it } from 'vitest'
import { FORM_PRESETS, type FormPreset } from '../form/presets'
import { demoStudio } from '../demo/demoStudio'
import { DEMO_NOW_MS } from '../demo/demoDays'
import { studioSchema } from '../model/studio'
import { kilnsAfter, localDay, sessionsBetween } from '../schedule/sessions'
import { amountsOf } from './measure/amounts'
import { dryingColumns } from './drying/dryingColumns'
import { filmsOfPiece, lastCone } from './tiles/piecesFilms'
import { contrastsOf } from './view/palette'
import { pieceDrying, roomOf } from './drying/pieceDrying'
import { PieceViewer } from './view/pieceView'
import { handsMinutes, measurePiece } from './measure/measurePiece'
import { filmsLab } from './tiles/squares'
import { DAY, HOUR } from '../base/spans'

const studio = demoStudio()
const plainForm = (preset: FormPreset) => ({ ...presetForm(preset), unevenMm: 0, parts: [] })
const pieces = Object.values(studio.pieces)

describe('every form', () => {
  it.each(FORM_PRESETS)('%s dries by columns: rim first, foot last, shares that make one', (preset) => {
    const columns = dryingColumns(plainForm(preset), studio.bodies['chalk-white'])
    expect(columns.ok).toBe(true)
    if (!columns.ok) return
    const [rim, wall, foot] = columns.value
    expect(rim.share + wall.share + foot.share).toBeCloseTo(1, 9)
    expect(
      columns.value.every(
        (c) =>
          c.wall.thickM > 0.001 &&
          c.wall.thickM < 0.06 &&
          c.wall.faces.every((f) => f.lengthM > 0 && f.mouthShare > 0 && f.mouthShare <= 1),
      ),
    ).toBe(true)
    const piece = {
      ...pieces[0],
      form: plainForm(preset),
      bodyId: 'chalk-white',
      making: { ...pieces[0].making, madeAt: new Date(DEMO_NOW_MS - 6 * HOUR).toISOString(), log: [] },
    }
    const dried = pieceDrying(piece, studio.bodies['chalk-white'], roomOf(studio, piece), DEMO_NOW_MS)
    if (!dried.ok || !dried.value) throw new Error(preset)
    const [r, w, f] = dried.value.columns.map((c) => c.reaches.leatherHard!.likely)
    expect(r).toBeLessThanOrEqual(w * 1.02)
    expect(w).toBeLessThanOrEqual(f * 1.02)
    expect(w).toBeGreaterThan(1)
    expect(w).toBeLessThan(96)
  })
})

describe('every piece of the demo', () => {
  it.each(pieces.map((piece) => [piece.id, piece] as const))(
    '%s: each step takes some minutes, each medium some ml, each colour can be foretold',
    (_, piece) => {
      const measured = measurePiece(piece, studio, 'coarse')
      if (!measured.ok) throw new Error()
      for (const [i, step] of piece.steps.entries()) {
        const minutes = handsMinutes(step, i, measured.value, {})
        expect(minutes, step.act).toBeGreaterThanOrEqual(step.act === 'bring' || step.act === 'fire' ? 0 : 0.5)
        expect(minutes, step.act).toBeLessThan(240)
      }
      for (const amount of amountsOf(piece, studio)) {
        expect(amount.mlForOne, amount.mediumId).toBeGreaterThan(0)
        expect(amount.mlForOne, amount.mediumId).toBeLessThan(900)
        expect(amount.sums.length).toBeGreaterThan(0)
      }
      for (const films of filmsOfPiece(studio, piece.id))
        for (const v of filmsLab(studio.bodies[piece.bodyId], films, studio.media, lastCone(studio, piece.id)))
          expect(Number.isFinite(v)).toBe(true)
    },
  )

  it.each(['reed-jugs', 'swift-mugs', 'fence-tiles', 'scallop-dish'])(
    '%s has a palette whose shares make no more than one a side, largest first',
    (id) => {
      const piece = studio.pieces[id]
      const palette = new PieceViewer(256, 128).palette({
        piece,
        bodies: studio.bodies,
        media: studio.media,
        ways: studio.ways,
        afterStep: piece.steps.length - 1,
        kind: 'firedWhole',
        light: 'daylight',
      })
      if (!palette.ok) throw new Error()
      for (const side of ['outside', 'inside'] as const) {
        const own = palette.value.filter((c) => c.side === side)
        const shares = own.map((c) => c.share)
        expect(shares.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(1 + 1e-9)
        if (own.length) expect(shares.reduce((a, b) => a + b, 0)).toBeGreaterThan(0.8)
        expect([...shares].sort((a, b) => b - a)).toEqual(shares)
      }
      expect(palette.value.length).toBeGreaterThan(1)
      for (const c of contrastsOf(palette.value)) expect(c.underLight.daylight).toBeGreaterThan(2)
    },
  )
})

describe('the demo, whenever it is opened', () => {
  it.each(
    [0, 1, 2, 3, 4, 5, 6].flatMap((day) =>
      (['UTC', 'America/New_York', 'Asia/Kolkata'] as const).map((zone) => [day, zone] as const),
    ),
  )(
    'day %d of the week in %s: it is whole, its pieces were made before now, its kilns are Sundays to come',
    (day, zone) => {
      const now = DEMO_NOW_MS + day * DAY + 5 * HOUR
      const opened = demoStudio(now, zone)
      expect(studioSchema.safeParse(opened).success).toBe(true)
      for (const piece of Object.values(opened.pieces)) {
        if (piece.making.madeAt) expect(Date.parse(piece.making.madeAt)).toBeLessThan(now)
        for (const entry of piece.making.log) expect(Date.parse(entry.at)).toBeLessThanOrEqual(now)
      }
      const kilns = kilnsAfter(opened.calendar, now)
      expect(kilns).toHaveLength(opened.calendar.firings.length)
      expect(new Set(kilns.map((k) => localDay(k.startMs, zone).slice(0, 3)))).toEqual(new Set(['Sun']))
      const sessions = sessionsBetween(opened.calendar, now, now + 7 * DAY)
      expect(sessions.length).toBeGreaterThanOrEqual(4)
      for (const s of sessions) expect(s.endMs).toBeGreaterThan(now)
    },
  )
})
