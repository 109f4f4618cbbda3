import { presetForm } from '../model/presetForm'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { buildForm } from '../form/buildForm'
import { pieceSchema } from '../model/piece'
import { mediaOfStep, stepSchema } from '../plan/step'
import { bandOf, wholeOf } from '../vocabulary/place'
import { lineWeights } from './view/lineWeights'
import { practicePiece } from './create/practicePiece'
import { timeline } from '../plan/timeline'
import { latheMesh } from '../picture/lathe'
import { formPicture } from '../picture/formPicture'
import { judge } from '../judge/judge'
import { wordingFor } from './words/wording'
import { settlePlan } from './create/settlePlan'
import { ADDABLE } from './create/addable'
import { newStepContent } from './create/newStep'
import { PieceViewer, type ViewRequest } from './view/pieceView'
import { decoratedSide } from './view/decoratedSide'
import { benchWords, coatWaits, stepWords } from './words/stepWords'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']
const beakers = studio.pieces['wax-beakers']
const request = (over: Partial<ViewRequest> = {}): ViewRequest => ({
  piece: jugs,
  bodies: studio.bodies,
  media: studio.media,
  ways: studio.ways,
  afterStep: jugs.steps.length - 1,
  kind: 'firedWhole',
  light: 'daylight',
  ...over,
})
const view = (viewer: PieceViewer, over: Partial<ViewRequest> = {}) => {
  const result = viewer.view(request(over))
  if (!result.ok) throw new Error(JSON.stringify(result.issue))
  return result.value
}
const meanColour = (colour: Uint8Array) =>
  [0, 1, 2].map((c) => {
    let sum = 0
    for (let i = c; i < colour.length; i += 4) sum += colour[i]
    return (4 * sum) / colour.length
  })

describe('views of a piece', () => {
  const viewer = new PieceViewer(512, 256)

  it('the bench, fired now and fired at the end are three pictures', () => {
    const [bench, now, whole] = (['bench', 'firedNow', 'firedWhole'] as const).map((kind) =>
      meanColour(view(viewer, { kind, afterStep: 2 }).picture.colour.slice()),
    )
    expect(bench).not.toEqual(now)
    expect(now).not.toEqual(whole)
    expect(view(viewer, { afterStep: -1, kind: 'bench' }).gauges.visible).toEqual([{ what: 'body', share: 1 }])
  })

  it('an edit shows the same picture as a fresh start', () => {
    const edited = {
      ...jugs,
      steps: jugs.steps.map((s) => (s.act === 'coat' && s.mediumId === 'marsh-black' ? { ...s, coats: 1 } : s)),
    }
    view(viewer)
    const after = view(viewer, { piece: edited }).picture.colour.slice()
    expect(Buffer.compare(after, view(new PieceViewer(512, 256), { piece: edited }).picture.colour)).toBe(0)
    expect(Buffer.compare(after, view(viewer).picture.colour)).not.toBe(0)
  })

  it('repaints only what an edit touches', () => {
    const whole = view(new PieceViewer(512, 256)).picture.dirtyTiles
    view(viewer)
    const edited = { ...jugs, steps: jugs.steps.map((s) => (s.act === 'cleanFoot' ? { ...s, upMm: 9 } : s)) }
    expect(view(viewer, { piece: edited }).picture.dirtyTiles).toBeLessThan(whole / 3)
    expect(view(viewer, { piece: edited }).picture.dirtyTiles).toBe(0)
  })

  it('begins afresh when so much has been tried that a fresh start is better, and shows the same', () => {
    const small = new PieceViewer(512, 256, { stacks: 5, bytes: 2 ** 30 })
    const all = view(small).picture.dirtyTiles
    const edited = { ...jugs, steps: jugs.steps.map((s) => (s.act === 'cleanFoot' ? { ...s, upMm: 9 } : s)) }
    const again = view(small, { piece: edited }).picture
    expect(again.dirtyTiles).toBe(all)
    expect(Buffer.compare(again.colour, view(new PieceViewer(512, 256), { piece: edited }).picture.colour)).toBe(0)
  })

  it('has no picture and no patch before the first view, and afterwards those of the last', () => {
    const fresh = new PieceViewer(512, 256)
    expect([fresh.lastPicture, fresh.patch({ across: 0.5, down: 0.5 }, 8, 10)]).toEqual([null, null])
    const { picture } = view(fresh)
    expect(fresh.lastPicture).toBe(picture)
    expect(fresh.patch({ across: 0.5, down: 0.5 }, 8, 10)?.length).toBe(256)
  })

  it('changes with the light and the form, and says when a form cannot be built', () => {
    expect(meanColour(view(viewer, { light: 'lamp' }).picture.colour)).not.toEqual(
      meanColour(view(viewer, { light: 'daylight' }).picture.colour),
    )
    const thick = { ...jugs, form: { ...jugs.form, sizes: { ...jugs.form.sizes, wallMm: 45 } } }
    expect(viewer.view(request({ piece: thick })).ok).toBe(false)
    expect(decoratedSide(studio.pieces['scallop-dish'])).toBe('inside')
    expect(decoratedSide(jugs)).toBe('outside')
  })

  it('cuts through the wall in true order: clear on black on slip on the body', () => {
    const fresh = new PieceViewer(512, 512)
    expect(fresh.section({ across: 0.5, down: 0.2 })).toBeNull()
    view(fresh)
    const form = buildForm(jugs.form)
    if (!form.ok) throw new Error('no form')
    const down = (form.value.zones.outside.from + 172) / form.value.totalMm
    const names = Array.from({ length: 40 }, (_, i) =>
      fresh
        .section({ across: i / 40, down })
        ?.films.map((f) => f.name)
        .join(' > '),
    )
    expect(names).toContain('Clear, gloss > Marsh black > Chalk slip')
    const section = fresh.section({ across: 0.01, down })
    expect(section?.bodyName).toBe('Estuary red earthenware')
    expect(section?.films.every((f) => f.micrometres > 0)).toBe(true)
  })

  it('wax holds colour off and is gone after the fire', () => {
    const middle = (v: ReturnType<typeof view>) => v.gauges.visible.map((x) => x.what)
    expect(middle(view(viewer, { piece: beakers, afterStep: 11 }))).toContain('Rowan orange')
    const without = { ...beakers, steps: beakers.steps.filter((s) => s.act !== 'wax') }
    const share = (p: typeof beakers) =>
      view(viewer, { piece: p, afterStep: p.steps.length - 1 }).gauges.visible.find((x) => x.what === 'Rowan orange')
        ?.share ?? 0
    expect(share(beakers)).toBeGreaterThan(share(without) + 0.1)
  })

  it('draws the form without a graphics card: shape, ground and light', () => {
    const form = buildForm(jugs.form)
    if (!form.ok) throw new Error('no form')
    const { picture } = view(viewer)
    const pixels = formPicture(latheMesh(form.value, 48), picture, { turn: 0, tilt: 0.2 }, 80, 80)
    const alpha = (x: number, y: number) => pixels[4 * (y * 80 + x) + 3]
    expect([alpha(0, 0), alpha(79, 79)]).toEqual([0, 0])
    expect(alpha(40, 45)).toBe(255)
    const covered = Array.from({ length: 6400 }, (_, i) => pixels[4 * i + 3] > 127).filter(Boolean).length
    expect(covered).toBeGreaterThan(1500)
    expect(covered).toBeLessThan(3800)
  })
})

describe('a new plan', () => {
  it.each(Object.keys(studio.bodies))('on %s is settled: coats counted, nothing left but notes', (bodyId) => {
    const thin = {
      ...beakers,
      bodyId,
      steps: beakers.steps
        .map((s) => (s.act === 'coat' ? { ...s, coats: 1, mediumId: 'shell-white' } : s))
        .filter((s) => s.act !== 'wipeDust'),
    }
    const settled = settlePlan(thin, studio)
    const findings = judge(settled, studio)
    expect(settled.steps.some((s) => s.act === 'wipeDust')).toBe(true)
    expect(
      findings.ok && findings.value.filter((f) => f.severity !== 'note' && f.mends.length > 0).map((f) => f.sentence),
    ).toEqual([])
  })

  it('that is sound already stays as it is', () => {
    expect(settlePlan(jugs, studio)).toBe(jugs)
  })
})

describe('steps in words', () => {
  const every = Object.values(studio.pieces).flatMap((p) =>
    p.steps.map((s, i) => [stepWords(s, studio).title, s, timeline(p.steps)[i].stage] as const),
  )

  it.each(every)('%s has a title, bench words and a wait where it is wet', (title, step, stage) => {
    expect(title.length).toBeGreaterThan(2)
    const bench = benchWords(step, { stage, surface: stage }, studio)
    expect(bench.detail.length).toBeGreaterThan(15)
    expect(bench.lookFor.length).toBeGreaterThan(5)
    expect(coatWaits(step, stage, studio).every((s) => s > 0)).toBe(true)
    if (step.act === 'coat') expect(bench.boxes).toBe(step.coats)
    if (step.act === 'fire') expect(bench.caution).toContain('kiln')
  })

  it('follows the studio’s units', () => {
    const inches = { ...studio, settings: { ...studio.settings, length: 'in' as const, temperature: 'F' as const } }
    expect(wordingFor(inches).place(bandOf(25.4, 50.8))).toBe('outside, 1.00 in to 2.00 in up the wall')
    expect(wordingFor(studio).place(wholeOf('inside', 'floor', 'rim'))).toBe('inside and rim')
    expect(wordingFor(studio, { form: presetForm('tile') }).place(wholeOf('floor'))).toBe('face')
    expect(wordingFor(studio, { form: presetForm('tile') }).place(wholeOf('inside', 'floor', 'rim'))).toBe('face')
    expect(stepWords(jugs.steps[6], inches).brief).toContain('°F')
  })
})

describe('a new step', () => {
  it.each(ADDABLE.flatMap((f) => f.acts).map((a) => [a.word, a.act] as const))(
    '“%s” is valid anywhere in any demo plan',
    (_, act) => {
      for (const piece of Object.values(studio.pieces)) {
        const form = buildForm(piece.form)
        if (!form.ok) throw new Error('no form')
        for (let after = -1; after < piece.steps.length; after++) {
          const content = newStepContent(act, piece, studio, form.value, after)
          expect(stepSchema.safeParse({ ...content, id: 'n', done: false }).success).toBe(true)
        }
      }
    },
  )
})

describe('a practice piece', () => {
  it.each(Object.values(studio.pieces).map((p) => [p.name, p] as const))(
    'for %s is a slab that builds, gets the same media and nothing would ruin',
    (_, piece) => {
      let n = 0
      const practice = practicePiece(piece, () => `n${++n}`)
      expect(pieceSchema.safeParse(practice).success).toBe(true)
      const media = new Set(practice.steps.flatMap(mediaOfStep))
      for (const id of piece.steps
        .filter((s) => s.act === 'coat' || s.act === 'draw' || s.act === 'fill')
        .flatMap(mediaOfStep))
        expect(media).toContain(id)
      const findings = judge(practice, studio)
      expect(findings.ok && findings.value.filter((f) => f.severity === 'ruin').map((f) => f.ruleId)).toEqual([])
    },
  )
})

describe('weights of line', () => {
  it('are listed once each, thinnest first, shrunk by what is still to come', () => {
    const form = buildForm(studio.pieces['swift-mugs'].form)
    if (!form.ok) throw new Error()
    const weights = lineWeights(studio.pieces['swift-mugs'], studio.bodies['chalk-white'], form.value)
    expect(weights.length).toBeGreaterThan(1)
    expect(weights.map((w) => w.drawnMm)).toEqual([...weights.map((w) => w.drawnMm)].sort((a, b) => a - b))
    for (const { drawnMm, firedMm } of weights) {
      expect(firedMm).toBeLessThan(drawnMm)
      expect(firedMm).toBeGreaterThan(drawnMm * 0.9)
    }
  })
})
