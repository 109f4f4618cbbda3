import { DRYING_STAGES, stageIndex, type DryingStage } from '../clay/stages'
import { conesOutside } from '../firing/cones'
import type { TurnedForm } from '../form/turnedForm'
import type { MediumKind } from '../model/material'
import type { Motif } from '../model/motif'
import type { Piece } from '../model/piece'
import * as build from '../model/stepBuilders'
import { bandOf, wholeOf, type Act, type Place, type StepContent } from '../model/step'
import type { Studio } from '../model/studio'
import { timeline } from '../model/timeline'
import { rangesMeet } from './mediaSearch'

/** Acts in families, in the order in which a hand reaches for them, with the words on their buttons. */
export const ADDABLE: readonly {
  readonly family: string
  readonly acts: readonly { readonly act: Act; readonly word: string; readonly words: string }[]
}[] = [
  { family: 'Dry', acts: [{ act: 'bring', word: 'Dry', words: 'let it come to a stage, open or covered' }] },
  {
    family: 'Colour',
    acts: [
      { act: 'coat', word: 'Coat', words: 'slip, underglaze, wash or opaque colour over an area' },
      { act: 'draw', word: 'Draw or trail', words: 'a motif with a brush, a bottle or a slip trailer' },
      { act: 'touchUp', word: 'Touch up', words: 'a dab of colour over a slip of the tool' },
    ],
  },
  { family: 'Mark out', acts: [{ act: 'divide', word: 'Mark out', words: 'equal sectors on the wheel' }] },
  {
    family: 'Cut',
    acts: [
      { act: 'carve', word: 'Carve', words: 'sgraffito: through the colour to what lies beneath' },
      { act: 'incise', word: 'Incise', words: 'lines into the clay, to be filled' },
      { act: 'impress', word: 'Press texture', words: 'cloth, cord, comb, bark, dimples' },
      { act: 'burnish', word: 'Burnish', words: 'rub the leather-hard clay to a sheen' },
    ],
  },
  {
    family: 'Inlay',
    acts: [
      { act: 'fill', word: 'Fill', words: 'colour or slip into cut lines and texture' },
      { act: 'wipe', word: 'Wipe back', words: 'a sponge clears the high places' },
      { act: 'scrape', word: 'Scrape flush', words: 'a metal edge takes everything above the clay' },
    ],
  },
  {
    family: 'Resist',
    acts: [
      { act: 'wax', word: 'Wax', words: 'an area or a drawn shape repels what comes' },
      { act: 'swab', word: 'Swab beads', words: 'lift what stands on the wax' },
      { act: 'mask', word: 'Tape or stencil', words: 'covers a band, a sector or a cut shape' },
      { act: 'peel', word: 'Peel', words: 'all tape off' },
    ],
  },
  { family: 'Glaze', acts: [{ act: 'glaze', word: 'Glaze', words: 'dip, pour or brush' }] },
  {
    family: 'Clean',
    acts: [
      { act: 'wipeDust', word: 'Dust', words: 'wipe off dust and grease' },
      { act: 'cleanFoot', word: 'Foot', words: 'bare line above the foot' },
      { act: 'pick', word: 'Pick out', words: 'stray glaze out of filled lines' },
    ],
  },
  { family: 'Fire', acts: [{ act: 'fire', word: 'Fire', words: 'bisque, decoration or glaze firing' }] },
]

/** A sensible new step of an act after step `afterStep` of a piece: what a potter would most likely mean there. */
export function newStepContent(
  act: Act,
  piece: Piece,
  studio: Studio,
  form: TurnedForm,
  afterStep: number,
): StepContent {
  const before = piece.steps.slice(0, afterStep + 1)
  const { stage } = timeline(piece.steps)[afterStep + 1]
  const body = studio.bodies[piece.bodyId]
  const media = Object.values(studio.media)
  const wallMm = Math.round(form.zones.outside.to - form.zones.outside.from)
  const face: Place = form.flat ? wholeOf('floor') : build.OUTSIDE
  const suiting = (kind: MediumKind) =>
    (
      media.find((m) => m.kind === kind && rangesMeet(m.range, body.range)) ??
      media.find((m) => m.kind === kind) ??
      media[0]
    )?.id ?? ''
  const divided = before.findLast((step) => step.act === 'divide')
  const repeats = divided?.act === 'divide' ? divided.sectors : 12
  const seed = 1 + piece.steps.length
  const motif = (kind: Motif['kind'], lineMm: number): Motif =>
    form.flat
      ? build.motif(kind, Math.min(repeats, 8), form.zones.base.to * 0.52, form.zones.base.to * 0.6, lineMm, {
          side: 'floor',
          seed,
        })
      : build.motif(kind, repeats, wallMm * 0.25, wallMm * 0.4, lineMm, { seed })
  switch (act) {
    case 'bring': {
      const next = DRYING_STAGES.find((s) => stageIndex(s) > stageIndex(stage)) ?? 'boneDry'
      const to: DryingStage = stage === 'wet' ? 'leatherHard' : next
      return build.bring(to, to === 'boneDry' ? 'open' : 'draped')
    }
    case 'burnish':
      return build.burnish(face)
    case 'coat':
      return build.coat(suiting(stage === 'glazedRaw' ? 'opaque' : 'underglaze'), face, stage === 'glazedRaw' ? 1 : 3)
    case 'draw': {
      const slip = stageIndex(stage) <= stageIndex('hardLeatherHard')
      return build.draw(
        suiting(slip ? 'slip' : stage === 'glazedRaw' ? 'opaque' : 'underglaze'),
        motif('spiral', slip ? 2.4 : 1.8),
        slip ? 'trailer' : 'brush',
        slip ? {} : { coats: 2 },
      )
    }
    case 'touchUp': {
      const last = before.findLast((step) => step.act === 'coat')
      return build.touchUp(last?.act === 'coat' ? last.mediumId : suiting('underglaze'), Math.round(wallMm / 2), 0, 6)
    }
    case 'divide':
      return build.divide(12, wallMm / 2)
    case 'carve':
      return build.carve('narrowLoop', motif('leaves', 1.6), 0.35)
    case 'incise':
      return build.incise('narrowLoop', motif('knot', 1.8))
    case 'impress':
      return build.impress('cloth', face)
    case 'fill':
      return build.fill(suiting(stageIndex(stage) <= stageIndex('leatherHard') ? 'slip' : 'underglaze'), face)
    case 'wipe':
      return build.wipe(face)
    case 'scrape':
      return build.scrape(face)
    case 'wax':
      return build.wax(
        form.flat ? wholeOf('base') : bandOf(Math.round(wallMm * 0.45), Math.round(wallMm * 0.55)),
        null,
        true,
        suiting('wax'),
      )
    case 'swab':
      return build.swab(face)
    case 'mask':
      return build.mask(
        form.flat ? wholeOf('floor') : bandOf(Math.round(wallMm * 0.45), Math.round(wallMm * 0.55)),
        form.flat ? motif('zigzag', 5) : null,
      )
    case 'peel':
      return build.peel()
    case 'glaze': {
      if (form.flat) return build.glaze(suiting('glaze'), face, 'brush')
      const insideDone = before.some((step) => step.act === 'glaze' && step.place.parts.includes('inside'))
      return insideDone
        ? build.glaze(suiting('glaze'), build.OUTSIDE, 'dip')
        : build.glaze(suiting('glaze'), build.INSIDE, 'pour')
    }
    case 'pick':
      return build.pick(face)
    case 'cleanFoot':
      return build.cleanFoot()
    case 'wipeDust':
      return build.wipeDust()
    case 'fire': {
      const bisqued = stageIndex(stage) >= stageIndex('bisque')
      const glaze = piece.steps.findLast((step) => step.act === 'glaze')
      const range = glaze?.act === 'glaze' ? studio.media[glaze.mediumId]?.range : undefined
      const cone = range && conesOutside(range.to, body.range) <= 0 ? range.to : body.range.from
      return bisqued ? build.fire('glaze', cone) : build.fire('bisque', body.bisqueCone)
    }
  }
}
