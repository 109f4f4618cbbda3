import type { Body } from '../../vocabulary/material'
import * as build from '../../plan/build'
import { type Step, type StepContent } from '../../plan/step'
import { bandOf, wholeOf, type Place, INSIDE, OUTSIDE } from '../../vocabulary/place'
import type { TurnedSizes } from '../../form/presets'
import type { Medium } from '../../vocabulary/material'
import { coneIndex, rangesMeet, type Cone } from '../../firing/cones'
import type { Motif, MotifKind } from '../../vocabulary/motif'

export const SEQUENCES = [
  'sgraffito',
  'slipAndCarve',
  'waxRounds',
  'colourOnBisque',
  'slipTrail',
  'inlaidLines',
  'stainedTexture',
  'glazeInlay',
  'stencil',
  'opaqueColours',
  'empty',
] as const

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
  /** A slab is decorated on its face. */
  readonly flat: boolean
}

interface SequenceDefinition {
  readonly name: string
  readonly words: string
  readonly steps: (context: SequenceContext) => StepContent[]
}

const fits = (medium: Medium, body: Body) => rangesMeet(medium.range, body.range)

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
  return pool.reduce((best, m) =>
    lightness(m.optics.K) + lightness(m.optics.S) < lightness(best.optics.K) + lightness(best.optics.S) ? m : best,
  )
}

/** A band of the outside from a share of its height up, or the whole face of a slab. */
const onWall = ({ outsideMm, flat }: SequenceContext, from = 0, to = 1.5): Place =>
  flat
    ? wholeOf('floor')
    : from === 0 && to > 1
      ? OUTSIDE
      : bandOf(Math.round(outsideMm * from), to > 1 ? 2000 : Math.round(outsideMm * to))

/** A motif on the wall at shares of its height, or round the middle of a slab’s face. */
function onForm(
  { outsideMm, sizes, flat }: SequenceContext,
  kind: MotifKind,
  repeats: number,
  from: number,
  tall: number,
  lineMm: number,
  more: Partial<Motif> = {},
): Motif {
  const radius = sizes.rimMm / 2
  if (flat)
    return build.motif(kind, Math.max(3, Math.min(repeats, 8)), radius * 0.52, radius * 0.6, lineMm, {
      side: 'floor',
      ...more,
    })
  return build.motif(kind, repeats, outsideMm * from, outsideMm * tall, lineMm, more)
}

const cone = ({ body }: SequenceContext, glaze: Medium): Cone =>
  coneIndex(glaze.range.to) <= coneIndex(body.range.to) ? glaze.range.to : body.range.to

/** From bisque on: dust off, inside poured, outside dipped, foot bare, fired. */
const finish = (context: SequenceContext, outer = clearFor(context)): StepContent[] => [
  build.wipeDust(),
  ...glazing(context, outer),
  build.cleanFoot(),
  build.fire('glaze', cone(context, outer)),
]

function glazing(context: SequenceContext, outer: Medium): StepContent[] {
  if (context.flat) return [build.glaze(outer.id, wholeOf('floor'), 'brush')]
  return [build.glaze(clearFor(context).id, INSIDE, 'pour'), build.glaze(outer.id, OUTSIDE, 'dip')]
}

const throughBisque = ({ body }: SequenceContext): StepContent[] => [
  build.bring('boneDry', 'open'),
  build.fire('bisque', body.bisqueCone),
]

function colour(context: SequenceContext, over: number): Medium {
  const chosen = context.media.find((m) => m.id === context.colourId && m.kind !== 'slip')
  return chosen ?? mostContrasting(context, 'underglaze', over)
}

const bodyPaleness = ({ body }: SequenceContext) => lightness(body.reflectance)

/** The first glaze with a colour of its own that this body’s firing takes, or the clear. */
const colouredGlaze = (context: SequenceContext): Medium => {
  const clear = clearFor(context)
  return (
    context.media.find(
      (m) => m.kind === 'glaze' && m.id !== clear.id && m.range.to === clear.range.to && Math.max(...m.optics.K) > 0.2,
    ) ?? clear
  )
}

const opaqueWhite = (context: SequenceContext): Medium =>
  context.media.find((m) => m.kind === 'glaze' && lightness(m.optics.S) > 0.3) ?? clearFor(context)

const ofKind = ({ media }: SequenceContext, kind: Medium['kind'], n = 0): string => {
  const all = media.filter((m) => m.kind === kind)
  return (all[n % Math.max(1, all.length)] ?? media[0]).id
}

/** Ways to begin a plan. */
export const SEQUENCE: Readonly<Record<SequenceId, SequenceDefinition>> = {
  sgraffito: {
    name: 'Colour over all, carve through',
    words: 'three coats on leather-hard clay, a pattern cut through to the body, clear over it',
    steps: (c) => [
      build.bring('leatherHard'),
      build.coat(colour(c, bodyPaleness(c)).id, onWall(c, 0.08)),
      build.divide(12, c.outsideMm * 0.5),
      build.carve('narrowLoop', onForm(c, c.flat ? 'leaves' : 'reeds', 12, 0.14, 0.6, 1.6, { variation: 0.5 })),
      ...throughBisque(c),
      ...finish(c),
    ],
  },
  slipAndCarve: {
    name: 'Pale ground, dark over it, carve to the slip',
    words: 'a slip and a colour, the pattern shows the lower one',
    steps: (c) => {
      const ground = mostContrasting(c, 'slip', bodyPaleness(c))
      return [
        build.bring('leatherHard'),
        build.coat(ground.id, onWall(c), 2),
        build.coat(colour(c, paleness(ground)).id, onWall(c, 0.12)),
        build.divide(10, c.outsideMm * 0.5),
        build.carve('stylus', onForm(c, 'leaves', 10, 0.22, 0.5, 1.4, { seed: 3 }), 0.15),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  waxRounds: {
    name: 'Wax, colour, wax again',
    words: 'wax keeps each colour while the next goes over; it burns away in the bisque',
    steps: (c) => {
      const first = colour(c, bodyPaleness(c))
      const second = mostContrasting(
        { ...c, media: c.media.filter((m) => m.id !== first.id) },
        'underglaze',
        paleness(first),
      )
      return [
        build.bring('leatherHard'),
        build.divide(8, c.outsideMm * 0.5),
        build.wax(onWall(c), onForm(c, 'petals', 8, 0.52, 0.2, 1.6, { seed: 5 })),
        build.coat(first.id, onWall(c, 0.1)),
        build.wax(onWall(c, 0.3, 0.44)),
        build.coat(second.id, onWall(c, 0.1)),
        build.swab(onWall(c)),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  colourOnBisque: {
    name: 'Colour on bisque, fixed',
    words: 'painted after the bisque, a decoration firing holds it for the dip',
    steps: (c) => [
      ...throughBisque(c),
      build.wipeDust(),
      build.coat(colour(c, bodyPaleness(c)).id, onWall(c, 0.1)),
      build.fire('decoration', c.body.bisqueCone),
      ...finish(c),
    ],
  },
  slipTrail: {
    name: 'Slip trailed on a slip ground',
    words: 'raised lines that stand up from a painted ground',
    steps: (c) => {
      const ground = mostContrasting(c, 'slip', bodyPaleness(c))
      const line = mostContrasting({ ...c, media: c.media.filter((m) => m.id !== ground.id) }, 'slip', paleness(ground))
      return [
        build.bring('leatherHard'),
        build.coat(ground.id, onWall(c, 0.08), 2),
        build.divide(9, c.outsideMm * 0.5),
        build.draw(line.id, onForm(c, 'spiral', 9, 0.4, 0.3, 2.4, { variation: 0.2 }), 'trailer'),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  inlaidLines: {
    name: 'Lines cut and inlaid',
    words: 'cut on leather-hard clay, filled on bisque, wiped clean',
    steps: (c) => [
      build.bring('leatherHard'),
      build.divide(12, c.outsideMm * 0.5),
      build.incise('narrowLoop', onForm(c, 'knot', 12, 0.45, 0.2, 1.8, { variation: 0 })),
      ...throughBisque(c),
      build.wipeDust(),
      build.fill(mostContrasting(c, 'underglaze', bodyPaleness(c)).id, onWall(c)),
      build.wipe(onWall(c)),
      ...(c.flat ? [] : [build.fire('decoration', c.body.bisqueCone)]),
      ...finish(c),
    ],
  },
  stainedTexture: {
    name: 'Texture, stained and wiped back',
    words: 'pressed in soft clay; a dark wash stays in the deep places, pale colour lies above',
    steps: (c) => {
      const dark = c.media.find((m) => m.kind === 'wash') ?? mostContrasting(c, 'underglaze', 1)
      const pale = mostContrasting(c, 'underglaze', 0)
      return [
        build.impress('cloth', onWall(c, 0.15, 0.8)),
        ...throughBisque(c),
        build.wipeDust(),
        ...(c.flat ? [] : [build.glaze(clearFor(c).id, INSIDE, 'pour')]),
        build.coat(dark.id, onWall(c, 0.1), 2),
        build.wipe(onWall(c)),
        build.coat(pale.id, onWall(c, 0.15, 0.8), 2, { applicator: 'sponge', intent: 'blush' }),
        build.glaze(clearFor(c).id, onWall(c), 'brush'),
        build.cleanFoot(),
        build.fire('glaze', cone(c, clearFor(c))),
      ]
    },
  },
  glazeInlay: {
    name: 'Glaze inlaid through wax',
    words: 'a glaze, wax over it, scratched through, a second glaze in the lines',
    steps: (c) => {
      const ground = opaqueWhite(c)
      const line = colouredGlaze(c)
      return [
        ...throughBisque(c),
        build.wipeDust(),
        ...(c.flat ? [] : [build.glaze(clearFor(c).id, INSIDE, 'pour')]),
        build.glaze(ground.id, onWall(c), 'brush', { coats: 2 }),
        build.wax(onWall(c)),
        build.divide(10, c.outsideMm * 0.5),
        build.carve('stylus', onForm(c, 'feather', 10, 0.3, 0.4, 1.6, { seed: 9 }), 0.5),
        build.glaze(line.id, onWall(c, 0.1), 'brush'),
        build.swab(onWall(c)),
        build.cleanFoot(),
        build.fire('glaze', cone(c, ground)),
      ]
    },
  },
  stencil: {
    name: 'Stencil and spatter',
    words: 'tape and cut paper hold the clay, colour is dabbed and flicked over',
    steps: (c) => [
      build.bring('boneDry', 'open'),
      build.divide(14, c.outsideMm * 0.5),
      build.mask(onWall(c), onForm(c, 'zigzag', 14, 0.4, 0.16, 5)),
      build.coat(colour(c, bodyPaleness(c)).id, onWall(c, 0.25, 0.75), 3, { applicator: 'sponge' }),
      build.coat(ofKind(c, 'underglaze', 0), onWall(c, 0.1), 2, { applicator: 'spatter', intent: 'blush' }),
      build.peel(),
      build.fire('bisque', c.body.bisqueCone),
      ...finish(c),
    ],
  },
  opaqueColours: {
    name: 'Opaque colours on raw white',
    words: 'painted over unfired white glaze, both melt together',
    steps: (c) => {
      const white = opaqueWhite(c)
      return [
        ...throughBisque(c),
        build.wipeDust(),
        ...(c.flat ? [] : [build.glaze(white.id, INSIDE, 'pour')]),
        build.glaze(white.id, onWall(c), c.flat ? 'brush' : 'dip'),
        build.draw(ofKind(c, 'opaque', 0), onForm(c, 'leaves', 8, 0.25, 0.45, 2.2, { seed: 12 }), 'brush', {
          coats: 2,
        }),
        build.draw(ofKind(c, 'opaque', 2), onForm(c, 'dots', 16, 0.78, 0.05, 2, { variation: 0.2 }), 'brush', {
          coats: 2,
        }),
        build.cleanFoot(),
        build.fire('glaze', cone(c, white)),
      ]
    },
  },
  empty: { name: 'Empty plan', words: 'add each step yourself', steps: () => [] },
}

/** The steps of a starting sequence with ids from `newId`. */
export const startingSteps = (id: SequenceId, context: SequenceContext, newId: () => string): Step[] =>
  SEQUENCE[id].steps(context).map((content) => ({ ...content, id: newId(), done: false }) as Step)
