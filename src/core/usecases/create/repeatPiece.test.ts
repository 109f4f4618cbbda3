import { describe, expect, it } from 'vitest'
import { buildForm } from '../../form/buildForm'
import { aroundMm } from '../../form/turnedForm'
import { FORM_PRESETS } from '../../form/presets'
import { demoStudio } from '../../demo/demoStudio'
import { judge } from '../../judge/judge'
import { pieceSchema, type Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import { skinGrid } from '../../skin/grid'
import { motifMiddle, motifWidth } from '../../skin/motifs/motifCopies'
import type { Motif } from '../../vocabulary/motif'
import { coatsTold, repeatPiece, type Again } from './repeatPiece'
import { recountCoats } from './settlePlan'

const studio = demoStudio()
let count = 0
const newId = () => `n${++count}`
const jugs = studio.pieces['reed-jugs']

function again(piece: Piece, changes: Partial<Again> = {}) {
  const { name, bodyId, form, use } = piece
  const repeated = repeatPiece(
    piece,
    { name, count: piece.count, use, bodyId, form, motifs: 'scaled', ...changes },
    newId,
  )
  if (!repeated.ok) throw new Error(JSON.stringify(repeated.issue))
  return repeated.value
}
const motifsOf = (piece: Piece): Motif[] =>
  piece.steps.flatMap((step) => ('motif' in step && step.motif ? [step.motif] : []))
const larger = (piece: Piece, by: number) => ({
  ...piece.form,
  sizes: Object.fromEntries(
    Object.entries(piece.form.sizes).map(([key, mm]) => [key, key === 'wallMm' ? mm : mm * by]),
  ) as Piece['form']['sizes'],
})

describe('a piece made again', () => {
  it('on the same form is the same plan, with nothing done, dried or fired', () => {
    const { piece, told } = again({
      ...jugs,
      fired: [],
      making: { ...jugs.making, madeAt: '2026-03-01T10:00:00.000Z' },
    })
    expect(told).toEqual([])
    expect(piece.steps.map(({ id: _id, done: _done, ...rest }) => rest)).toEqual(
      jugs.steps.map(({ id: _id, done: _done, ...rest }) => rest),
    )
    expect(piece.steps.some(({ done }) => done)).toBe(false)
    expect(new Set([...piece.steps, ...jugs.steps].map(({ id }) => id)).size).toBe(2 * jugs.steps.length)
    expect(piece.making).toMatchObject({ madeAt: null, log: [], roomId: jugs.making.roomId })
    expect(piece.id).not.toBe(jugs.id)
  })

  it('twice as large with motifs that grow: as many repeats, twice as tall', () => {
    const { piece } = again(jugs, { form: larger(jugs, 2) })
    motifsOf(piece).forEach((motif, i) => {
      const before = motifsOf(jugs)[i]
      expect(motif.repeats).toBe(before.repeats)
      expect(motif.heightMm / before.heightMm).toBeCloseTo(2, 0)
      expect(motif.upMm / Math.max(1, before.upMm)).toBeCloseTo(2, 0)
    })
  })

  it('twice as large with motifs kept: twice as many repeats, told, and the marks on the wall follow', () => {
    const { piece, told } = again(jugs, { form: larger(jugs, 2), motifs: 'kept' })
    const [before, after] = [motifsOf(jugs)[0], motifsOf(piece)[0]]
    expect(after.heightMm).toBe(before.heightMm)
    expect(Math.abs(after.repeats - 2 * before.repeats)).toBeLessThanOrEqual(2)
    expect(told.join(' ')).toContain(`${after.repeats} repeats instead of ${before.repeats}`)
    const marked = (of: Piece) => of.steps.find((step) => step.act === 'divide')
    const [was, is] = [marked(jugs), marked(piece)]
    if (was?.act !== 'divide' || is?.act !== 'divide') throw new Error('no marks')
    expect(is.sectors / after.repeats).toBe(was.sectors / before.repeats)
    expect(is.upMm).toBeCloseTo(2 * was.upMm, -1)
  })

  it('its bands move with the wall, and what went to the rim still does', () => {
    const { piece } = again(studio.pieces['wax-beakers'], { form: larger(studio.pieces['wax-beakers'], 1.5) })
    const bands = (of: Piece) =>
      of.steps.flatMap((step) => ('place' in step && step.place.band ? [step.place.band] : []))
    const [before, after] = [bands(studio.pieces['wax-beakers']), bands(piece)]
    expect(after.length).toBe(before.length)
    before.forEach((band, i) => {
      expect(after[i].fromMm).toBeCloseTo(1.5 * band.fromMm, -1)
      if (band.toMm >= 400) expect(after[i].toMm).toBe(band.toMm)
    })
  })

  it.each(FORM_PRESETS)(
    'every demo plan can be taken to a %s: it can be read, judged, and its patterns go round',
    (preset) => {
      for (const piece of Object.values(studio.pieces)) {
        const form = presetForm(preset)
        const { piece: made } = again(piece, { form, motifs: 'scaled' })
        expect(pieceSchema.safeParse(made).success, piece.name).toBe(true)
        const built = buildForm(form)
        if (!built.ok) throw new Error()
        const grid = skinGrid(built.value, 64, 64)
        for (const motif of motifsOf(made)) {
          if (motif.repeats < 2 || motif.on || motif.side === 'floor' || motif.side === 'base') continue
          const round = aroundMm(built.value, motifMiddle(grid, motif).radiusMm)
          const formerForm = buildForm(piece.form)
          if (!formerForm.ok) throw new Error()
          const former = motifsOf(piece)[motifsOf(made).indexOf(motif)]
          const formerGrid = skinGrid(formerForm.value, 64, 64)
          const share = (on: Motif, g: typeof grid, whole: number) => (motifWidth(g, on) * on.repeats) / whole
          const before = share(former, formerGrid, aroundMm(formerForm.value, motifMiddle(formerGrid, former).radiusMm))
          // No fuller round the form than it was, give or take one repeat.
          expect(share(motif, grid, round), `${piece.name}, ${motif.kind}`).toBeLessThan(
            Math.max(1.6, before * (1 + 1 / motif.repeats) + 0.35),
          )
        }
      }
    },
  )

  it('what lies on a part moves and grows with it, or keeps its size where motifs do', () => {
    const teapot = studio.pieces['creek-teapot']
    const onParts = (of: Piece) => motifsOf(of).filter(({ on }) => on !== undefined)
    const parts = teapot.form.parts.map((part) => ({ ...part, heightMm: 2 * part.heightMm }))
    const [before] = onParts(teapot)
    for (const motifs of ['scaled', 'kept'] as const) {
      const { piece } = again(teapot, { form: { ...teapot.form, parts }, motifs })
      expect(onParts(piece)[0]).toMatchObject({
        on: before.on,
        repeats: before.repeats,
        upMm: 2 * before.upMm,
        heightMm: (motifs === 'scaled' ? 2 : 1) * before.heightMm,
      })
    }
  })

  it('a form that cannot stand is refused', () => {
    const wrong = { ...jugs.form, sizes: { ...jugs.form.sizes, wallMm: 80 } }
    const refused = repeatPiece(
      jugs,
      { name: 'x', count: 1, use: 'food', bodyId: jugs.bodyId, form: wrong, motifs: 'kept' },
      newId,
    )
    expect(refused.ok).toBe(false)
  })
})

describe('coats counted again', () => {
  it('on a dark clay what covered no longer does: more coats, told; on its own clay nothing changes', () => {
    const pale = studio.pieces['scallop-dish']
    const { piece: same } = again(pale)
    expect(recountCoats(same, pale, studio)).toEqual(same)
    const dark = Object.values(studio.bodies).find(({ id }) => id === 'peat-dark')!
    const { piece } = again(pale, { bodyId: dark.id })
    const counted = recountCoats(piece, pale, studio)
    const findings = judge(counted, studio)
    const fewer = findings.ok ? findings.value.filter(({ ruleId }) => ruleId === 'too-few-coats') : []
    const before = judge(piece, studio)
    const said = before.ok ? before.value.filter(({ ruleId }) => ruleId === 'too-few-coats') : []
    expect(fewer.length).toBeLessThanOrEqual(said.length)
    if (said.length) expect(coatsTold(piece, counted).length).toBeGreaterThan(0)
  })

  it('a coat that was meant thin stays thin', () => {
    const steps = jugs.steps.map((step) => (step.act === 'coat' ? { ...step, coats: 1 } : step)) as Piece['steps']
    const thin = { ...jugs, steps }
    const { piece } = again(thin)
    expect(recountCoats(piece, thin, studio)).toEqual(piece)
  })
})
