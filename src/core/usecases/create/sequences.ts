import { coneIndex, type Cone } from '../../firing/cones'
import { profileAt, type TurnedForm } from '../../form/turnedForm'
import * as build from '../../plan/build'
import { isA, type Step, type StepContent } from '../../plan/step'
import { MOTIFS } from '../../skin/motifs/library'
import { stretchesOf } from '../../skin/place'
import { motifAspect } from '../../skin/motifs/motifAspect'
import { type Medium } from '../../vocabulary/material'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import { bandOf, INSIDE, OUTSIDE, wholeOf, type Place } from '../../vocabulary/place'
import {
  fits,
  paleness,
  mostContrasting,
  clearFor,
  colour,
  bodyPaleness,
  contrastingGlaze,
  opaqueWhite,
  ofKind,
  stainFor,
  lightThenDark,
  type SequenceContext,
} from './choices'

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

interface SequenceDefinition {
  readonly name: string
  readonly words: string
  /** The kind of jar that its main colour is; null where it has none that is chosen. */
  readonly colour: Medium['kind'] | null
  /** Media that it cannot do without: their kind must have a jar that this clay’s firing takes. */
  readonly needs?: Medium['kind']
  readonly steps: (context: SequenceContext) => StepContent[]
}

/** Length of the decorated surface, mm: up the wall, down the inside, or across the face. */
function surfaceMm({ form, side }: Pick<SequenceContext, 'form' | 'side'>): number {
  const { outside, inside, floor } = form.zones
  if (side === 'outside') return outside.to - outside.from
  return side === 'inside' ? inside.to - inside.from : floor.to - floor.from
}

/** A band of the decorated wall between two shares of it, or all of it; a face has no bands. */
function onWall(context: SequenceContext, from = 0, to = 1.5): Place {
  const { side, form } = context
  if (side === 'face') return form.flat ? wholeOf('floor') : wholeOf('floor', 'inside')
  const long = surfaceMm(context)
  if (from === 0 && to > 1) return side === 'outside' ? OUTSIDE : wholeOf('inside', 'floor')
  // The inside is measured down from the rim, the outside up from the foot.
  const [low, high] = side === 'outside' ? [from, Math.min(1, to)] : [1 - Math.min(1, to), 1 - from]
  return bandOf(Math.round(long * low), Math.round(long * high), side)
}

/** Radius at the middle of a motif, mm. */
function middleRadius(form: TurnedForm, { side, upMm, heightMm }: Motif): number {
  if (side === 'floor' || side === 'base') return upMm
  const { from } = form.zones[side]
  return profileAt(form, from + upMm + heightMm / 2).r
}

/** How many times a motif fits round at most, and how often it stands then. */
function fitting(context: SequenceContext, motif: Motif): Motif {
  const { form } = context
  if (motif.repeats === 1 || MOTIFS[motif.kind].closes) return motif
  const roundMm = form.plan.length * middleRadius(form, motif)
  const room = Math.floor(roundMm / (motif.heightMm * motifAspect(motif)))
  return { ...motif, repeats: Math.max(1, Math.min(motif.repeats, room)) }
}

/** A motif on the decorated wall at shares of its height, or round the middle of a face; as many times as there is room. */
function onForm(
  context: SequenceContext,
  kind: MotifKind,
  repeats: number,
  from: number,
  tall: number,
  lineMm: number,
  more: Partial<Motif> = {},
): Motif {
  const { side } = context
  const long = surfaceMm(context)
  // What would stand round a wall stands round the face, half way out, and the smaller the face the smaller the motif.
  if (side === 'face')
    return fitting(
      context,
      build.motif(kind, Math.max(3, Math.min(repeats, 8)), long * 0.56, long * 0.6, lineMm, { side: 'floor', ...more }),
    )
  const up = side === 'outside' ? from : Math.max(0.05, 1 - from - tall)
  return fitting(context, build.motif(kind, repeats, long * up, long * tall, lineMm, { side, ...more }))
}

/** The marks for a motif: as many sectors as it has repeats. */
const markedFor = (context: SequenceContext, motif: Motif): StepContent[] =>
  motif.repeats > 1 ? [build.divide(motif.repeats, surfaceMm(context) * 0.5)] : []

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
  if (context.form.flat) return [build.glaze(outer.id, wholeOf('floor'), 'brush')]
  if (context.side !== 'outside')
    return [build.glaze(clearFor(context).id, INSIDE, 'pour'), build.glaze(clearFor(context).id, OUTSIDE, 'dip')]
  return [build.glaze(clearFor(context).id, INSIDE, 'pour'), build.glaze(outer.id, OUTSIDE, 'dip')]
}

const throughBisque = ({ body }: SequenceContext): StepContent[] => [
  build.bring('boneDry', 'open'),
  build.fire('bisque', body.bisqueCone),
]

/** The clear inside, where the outside is worked on by itself. */
const insideFirst = (c: SequenceContext): StepContent[] =>
  c.form.flat || c.side !== 'outside' ? [] : [build.glaze(clearFor(c).id, INSIDE, 'pour')]

/** The main opaque colour: the artist’s own, or the first there is. */
const mainOpaque = (c: SequenceContext): string =>
  c.media.find((m) => m.id === c.colourId && m.kind === 'opaque')?.id ?? ofKind(c, 'opaque', 0)

/** What is decorated on less than this takes fine lines and a plain border, mm: a loop’s lines would run into each other. Ours. */
const SMALL_MM = 40

/** Ways to begin a plan. */
export const SEQUENCE: Readonly<Record<SequenceId, SequenceDefinition>> = {
  sgraffito: {
    name: 'Sgraffito: colour all over, then carve',
    words: 'brush colour on leather-hard clay, carve the pattern down to the clay, finish with clear glaze',
    colour: 'underglaze',
    steps: (c) => {
      const small = surfaceMm(c) < SMALL_MM
      const cut = small
        ? onForm(c, 'zigzag', 8, 0.28, 0.44, 0.8)
        : onForm(c, c.side === 'face' ? 'leaves' : 'reeds', 12, 0.14, 0.6, 1.6, { variation: 0.5 })
      return [
        build.bring('leatherHard'),
        build.coat(colour(c, bodyPaleness(c)).id, onWall(c, 0.08)),
        ...markedFor(c, cut),
        build.carve(small ? 'knife' : 'narrowLoop', cut),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  slipAndCarve: {
    name: 'Pale ground, dark over it, carve to the slip',
    words: 'a slip and a colour, the pattern shows the lower one',
    colour: 'underglaze',
    steps: (c) => {
      // Pale below and dark above on every clay: on a pale one the slip is still the whiter ground.
      const ground = mostContrasting(c, 'slip', 0)
      const cut = onForm(c, 'leaves', 10, 0.22, 0.5, 1.4, { seed: 3 })
      return [
        build.bring('leatherHard'),
        build.coat(ground.id, onWall(c), 2),
        build.coat(colour(c, paleness(ground)).id, onWall(c, 0.12)),
        ...markedFor(c, cut),
        build.carve('stylus', cut, 0.15),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  waxRounds: {
    name: 'Wax, colour, wax again',
    words: 'wax keeps each colour while the next goes over; it burns away in the bisque',
    colour: 'underglaze',
    steps: (c) => {
      const [light, dark] = lightThenDark(c)
      const petals = onForm(c, 'petals', 8, 0.52, 0.2, 1.6, { seed: 5 })
      return [
        build.bring('leatherHard'),
        ...markedFor(c, petals),
        build.wax(onWall(c), petals),
        build.coat(light.id, onWall(c, 0.1)),
        c.side === 'face'
          ? build.wax(
              onWall(c),
              onForm(c, 'dots', 12, 0, 0.3, 3, { upMm: surfaceMm(c) * 0.2, heightMm: surfaceMm(c) * 0.12 }),
            )
          : build.wax(onWall(c, 0.3, 0.44)),
        build.coat(dark.id, onWall(c, 0.1)),
        build.swab(onWall(c)),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  colourOnBisque: {
    name: 'Colour on bisque, fixed',
    words: 'paint on bisque; an extra low firing fixes the paint before the glaze is dipped',
    colour: 'underglaze',
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
    colour: 'slip',
    steps: (c) => {
      // The main colour is the line; the ground is another slip.
      const grounds = { ...c, media: c.media.filter((m) => m.id !== c.colourId) }
      const ground = mostContrasting(grounds, 'slip', bodyPaleness(c))
      const others = { ...c, media: c.media.filter((m) => m.id !== ground.id) }
      const line = colour(others, paleness(ground), 'slip')
      const spirals = onForm(c, 'spiral', 9, 0.4, 0.3, 2.4, { variation: 0.2 })
      return [
        build.bring('leatherHard'),
        build.coat(ground.id, onWall(c, 0.08), 2),
        ...markedFor(c, spirals),
        build.draw(line.id, spirals, 'trailer'),
        ...throughBisque(c),
        ...finish(c),
      ]
    },
  },
  inlaidLines: {
    name: 'Lines cut and inlaid',
    words: 'cut on leather-hard clay, filled on bisque, wiped clean',
    colour: 'underglaze',
    steps: (c) => {
      const cut = onForm(c, 'knot', 12, 0.45, 0.2, 1.8, { variation: 0 })
      return [
        build.bring('leatherHard'),
        ...markedFor(c, cut),
        build.incise('narrowLoop', cut),
        ...throughBisque(c),
        build.wipeDust(),
        build.fill(colour(c, bodyPaleness(c)).id, onWall(c)),
        build.wipe(onWall(c)),
        ...(c.form.flat ? [] : [build.fire('decoration', c.body.bisqueCone)]),
        ...finish(c),
      ]
    },
  },
  stainedTexture: {
    name: 'Texture, stained and wiped back',
    words: 'pressed in soft clay; a dark wash stays in the deep places, pale colour lies above',
    colour: 'underglaze',
    steps: (c) => {
      const dark = stainFor(c)
      const pale = colour(c, 0)
      return [
        build.impress('cloth', onWall(c, 0.15, 0.8)),
        ...throughBisque(c),
        build.wipeDust(),
        ...insideFirst(c),
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
    colour: null,
    steps: (c) => {
      const ground = opaqueWhite(c)
      const line = contrastingGlaze(c, ground)
      const cut = onForm(c, 'feather', 10, 0.3, 0.4, 1.6, { seed: 9 })
      return [
        ...throughBisque(c),
        build.wipeDust(),
        // Marked on the bisque, on its rim: a pencil would take the raw glaze off.
        ...markedFor(c, cut),
        ...insideFirst(c),
        build.glaze(ground.id, onWall(c), 'brush', { coats: 2 }),
        build.wax(onWall(c)),
        build.carve('stylus', cut, 0.5),
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
    colour: 'underglaze',
    steps: (c) => {
      const cut = onForm(c, 'zigzag', 14, 0.4, 0.16, 5)
      return [
        build.bring(c.thinPart ? 'hardLeatherHard' : 'boneDry', 'open'),
        ...markedFor(c, cut),
        build.mask(onWall(c), cut),
        build.coat(colour(c, bodyPaleness(c)).id, onWall(c, 0.25, 0.75), 3, { applicator: 'sponge' }),
        build.coat(ofKind(c, 'underglaze', 0), onWall(c, 0.1), 2, { applicator: 'spatter', intent: 'blush' }),
        build.peel(),
        ...(c.thinPart ? [build.bring('boneDry', 'open')] : []),
        build.fire('bisque', c.body.bisqueCone),
        ...finish(c),
      ]
    },
  },
  opaqueColours: {
    name: 'Opaque colours on raw white',
    words: 'painted over unfired white glaze, both melt together',
    colour: 'opaque',
    needs: 'opaque',
    steps: (c) => {
      const white = opaqueWhite(c)
      const leaves = onForm(c, 'leaves', 8, 0.25, 0.45, 2.2, { seed: 12 })
      return [
        ...throughBisque(c),
        build.wipeDust(),
        ...markedFor(c, leaves),
        ...(c.form.flat || c.side !== 'outside' ? [] : [build.glaze(white.id, INSIDE, 'pour')]),
        ...(c.side === 'outside' || c.form.flat
          ? [build.glaze(white.id, onWall(c), c.form.flat ? 'brush' : 'dip')]
          : [build.glaze(white.id, INSIDE, 'pour'), build.glaze(white.id, OUTSIDE, 'dip')]),
        build.draw(mainOpaque(c), leaves, 'brush', { coats: 2 }),
        build.draw(ofKind(c, 'opaque', 2), onForm(c, 'dots', 16, 0.78, 0.05, 2, { variation: 0.2 }), 'brush', {
          coats: 2,
        }),
        build.cleanFoot(),
        build.fire('glaze', cone(c, white)),
      ]
    },
  },
  empty: { name: 'Empty plan', words: 'add each step yourself', colour: null, steps: () => [] },
}

/** Why a way to begin cannot be taken with a clay, in a sentence; null when it can. */
export function unsuitedBecause(
  id: SequenceId,
  { body, media }: Pick<SequenceContext, 'body' | 'media'>,
): string | null {
  const { needs } = SEQUENCE[id]
  if (!needs || media.some((m) => m.kind === needs && fits(m, body))) return null
  return `No ${MEDIUM_KIND[needs].name} in the cupboard stands cone ${body.range.from}, which ${body.name} needs.`
}

/** The steps of a starting sequence with ids from `newId`. */
export const startingSteps = (id: SequenceId, context: SequenceContext, newId: () => string): Step[] =>
  SEQUENCE[id]
    .steps(context)
    // A closed figure has no inside to be glazed.
    .filter((content) => !('place' in content) || stretchesOf(context.form, content.place).length > 0)
    .flatMap((content) => (context.form.holeMm ? onWire(content) : [content]))
    .map((content) => ({ ...content, id: newId(), done: false }) as Step)

/** What hangs on a wire in the glaze firing stands on no foot. */
const onWire = (content: StepContent): StepContent[] =>
  isA(content, 'foot cleaning')
    ? []
    : [isA(content, 'firing') && content.firing === 'glaze' ? { ...content, wire: true } : content]
