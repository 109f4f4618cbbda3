import type { Body } from './material'
import type { Step, StepContent } from './step'
import type { TurnedSizes } from '../form/presets'
import type { Medium } from './material'
import { coneIndex } from '../firing/cones'

export const SEQUENCES = ['sgraffito', 'slipAndCarve', 'waxBands', 'colourOnBisque', 'empty'] as const

export type SequenceId = (typeof SEQUENCES)[number]

/** What a starting sequence may choose from. */
export interface SequenceContext {
  readonly body: Body
  readonly media: readonly Medium[]
  readonly sizes: TurnedSizes
  /** The first choice of colour, when the artist made one. */
  readonly colourId: string | null
  /** Length of the outside wall along the profile, mm. */
  readonly outsideMm: number
}

interface SequenceDefinition {
  readonly name: string
  readonly words: string
  readonly steps: (context: SequenceContext) => StepContent[]
}

const fits = (medium: Medium, body: Body) =>
  coneIndex(medium.range.to) >= coneIndex(body.range.from) && coneIndex(medium.range.from) <= coneIndex(body.range.to)

const lightness = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length

/** Reflectance of a full film, averaged: a quick measure of how pale a medium is. */
const paleness = ({ optics: { K, S } }: Medium) =>
  lightness(K.map((k, i) => (S[i] > 0 ? 1 / (1 + k / S[i] + Math.sqrt((k / S[i]) ** 2 + (2 * k) / S[i])) : 0)))

function mostContrasting(context: SequenceContext, kind: Medium['kind'], over: number): Medium {
  const candidates = context.media.filter((m) => m.kind === kind && fits(m, context.body))
  const pool = candidates.length ? candidates : context.media.filter((m) => m.kind === kind)
  return pool.reduce((best, m) => (Math.abs(paleness(m) - over) > Math.abs(paleness(best) - over) ? m : best))
}

function clearFor(context: SequenceContext): Medium {
  const glazes = context.media.filter((m) => m.kind === 'glaze' && fits(m, context.body))
  const pool = glazes.length ? glazes : context.media.filter((m) => m.kind === 'glaze')
  return pool.reduce((best, m) => (lightness(m.optics.K) + lightness(m.optics.S) < lightness(best.optics.K) + lightness(best.optics.S) ? m : best))
}

const outside = (fromMm?: number, toMm?: number) => ({ parts: ['outside' as const], band: fromMm === undefined ? null : { fromMm, toMm: toMm ?? 2000 } })
const insideAndRim = { parts: ['inside' as const, 'floor' as const, 'rim' as const], band: null }

const coneForGlaze = ({ body, media }: SequenceContext, clear: Medium) => {
  void media
  return coneIndex(clear.range.to) <= coneIndex(body.range.to) ? clear.range.to : body.range.to
}

/** From bisque to the finished piece: dust off, inside poured, outside dipped, foot bare, fired. */
function finish(context: SequenceContext): StepContent[] {
  const clear = clearFor(context)
  return [
    { act: 'fire', firing: 'bisque', cone: context.body.bisqueCone },
    { act: 'wipeDust' },
    { act: 'glaze', mediumId: clear.id, place: insideAndRim, how: 'pour', coats: 1, waits: true },
    { act: 'glaze', mediumId: clear.id, place: outside(), how: 'dip', coats: 1, waits: true },
    { act: 'cleanFoot', upMm: 6 },
    { act: 'fire', firing: 'glaze', cone: coneForGlaze(context, clear) },
  ]
}

function colour(context: SequenceContext, over: number): Medium {
  const chosen = context.media.find((m) => m.id === context.colourId)
  return chosen ?? mostContrasting(context, 'underglaze', over)
}

const bodyPaleness = ({ body }: SequenceContext) => lightness(body.reflectance)

/** Ways to begin a plan. */
export const SEQUENCE: Readonly<Record<SequenceId, SequenceDefinition>> = {
  sgraffito: {
    name: 'Colour over all, carve through, clear',
    words: 'three coats on leather-hard clay, a pattern cut through to the body, clear over it',
    steps: (c) => [
      { act: 'bring', to: 'leatherHard', cover: 'draped' },
      { act: 'coat', mediumId: colour(c, bodyPaleness(c)).id, place: outside(c.outsideMm * 0.08), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
      { act: 'divide', sectors: 12, upMm: Math.round(c.outsideMm * 0.5) },
      { act: 'carve', tool: 'narrowLoop', motif: { kind: 'reeds', repeats: 12, side: 'outside', upMm: Math.round(c.outsideMm * 0.14), heightMm: Math.round(c.outsideMm * 0.6), lineMm: 1.6, variation: 0.5, seed: 7 }, depthMm: 0.4, protection: 'none' },
      { act: 'bring', to: 'boneDry', cover: 'open' },
      ...finish(c),
    ],
  },
  slipAndCarve: {
    name: 'Pale slip ground, dark over it, carve to the slip',
    words: 'two slips or a slip and a colour, the pattern shows the lower one',
    steps: (c) => {
      const ground = mostContrasting(c, 'slip', bodyPaleness(c))
      const over = colour(c, paleness(ground))
      return [
        { act: 'bring', to: 'leatherHard', cover: 'draped' },
        { act: 'coat', mediumId: ground.id, place: outside(), coats: 2, direction: 'crossed', intent: 'cover', waits: true },
        { act: 'coat', mediumId: over.id, place: outside(c.outsideMm * 0.12), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
        { act: 'divide', sectors: 10, upMm: Math.round(c.outsideMm * 0.5) },
        { act: 'carve', tool: 'stylus', motif: { kind: 'leaves', repeats: 10, side: 'outside', upMm: Math.round(c.outsideMm * 0.22), heightMm: Math.round(c.outsideMm * 0.5), lineMm: 1.4, variation: 0.4, seed: 3 }, depthMm: 0.15, protection: 'none' },
        { act: 'bring', to: 'boneDry', cover: 'open' },
        ...finish(c),
      ]
    },
  },
  waxBands: {
    name: 'Wax bands, colour over, clear',
    words: 'wax keeps the clay bare while the colour goes over; it burns away in the bisque',
    steps: (c) => [
      { act: 'bring', to: 'leatherHard', cover: 'draped' },
      { act: 'wax', mediumId: (c.media.find((m) => m.kind === 'wax') as Medium).id, place: outside(Math.round(c.outsideMm * 0.42), Math.round(c.outsideMm * 0.5)), waits: true },
      { act: 'wax', mediumId: (c.media.find((m) => m.kind === 'wax') as Medium).id, place: outside(Math.round(c.outsideMm * 0.66), Math.round(c.outsideMm * 0.7)), waits: true },
      { act: 'coat', mediumId: colour(c, bodyPaleness(c)).id, place: outside(c.outsideMm * 0.1), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
      { act: 'bring', to: 'boneDry', cover: 'open' },
      ...finish(c),
    ],
  },
  colourOnBisque: {
    name: 'Colour on bisque, fixed, clear',
    words: 'painted after the bisque, a decoration firing holds it for the dip',
    steps: (c) => {
      const [bisque, ...rest] = finish(c)
      return [
        { act: 'bring', to: 'boneDry', cover: 'open' },
        bisque,
        { act: 'wipeDust' },
        { act: 'coat', mediumId: colour(c, bodyPaleness(c)).id, place: outside(c.outsideMm * 0.1), coats: 3, direction: 'crossed', intent: 'cover', waits: true },
        { act: 'fire', firing: 'decoration', cone: c.body.bisqueCone },
        ...rest,
      ]
    },
  },
  empty: { name: 'Empty plan', words: 'add each step yourself', steps: () => [] },
}

/** The steps of a starting sequence with ids from `newId`. */
export const startingSteps = (id: SequenceId, context: SequenceContext, newId: () => string): Step[] =>
  SEQUENCE[id].steps(context).map((content) => ({ ...content, id: newId(), done: false }) as Step)
