import { ciede2000 } from '../../colour/ciede2000'
import { bodyInternal, labUnder, stackReflectance } from '../../colour/layeredColour'
import { LIGHTS } from '../../colour/light'
import { rangesMeet } from '../../firing/cones'
import { type TurnedForm } from '../../form/turnedForm'
import { isClear, type Body, type Medium } from '../../vocabulary/material'

/* What a starting plan chooses from the cupboard. */

/** Where a piece is decorated. */
export const DECORATED_SIDES = ['outside', 'inside', 'face'] as const

export type DecoratedSide = (typeof DECORATED_SIDES)[number]

/** What a starting sequence may choose from. */
export interface SequenceContext {
  readonly body: Body
  readonly media: readonly Medium[]
  readonly form: TurnedForm
  /** The first choice of colour, when the artist made one. */
  readonly colourId: string | null
  /** What is decorated: the outside of a vessel, the face of a plate or a slab, the inside of a bowl. */
  readonly side: DecoratedSide
  /** It has a handle or a spout that must not be painted dry. */
  readonly thinPart: boolean
}

export const fits = (medium: Medium, body: Body) => rangesMeet(medium.range, body.range)

const lightness = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length

/** Reflectance of a full film, averaged: a quick measure of how pale a medium is. */
export const paleness = ({ optics: { K, S } }: Medium) =>
  lightness(K.map((k, i) => (S[i] > 0 ? 1 / (1 + k / S[i] + Math.sqrt((k / S[i]) ** 2 + (2 * k) / S[i])) : 0)))

export function mostContrasting(context: SequenceContext, kind: Medium['kind'], over: number): Medium {
  const candidates = context.media.filter((m) => m.kind === kind && fits(m, context.body))
  const pool = candidates.length ? candidates : context.media.filter((m) => m.kind === kind)
  return pool.reduce((best, m) => (Math.abs(paleness(m) - over) > Math.abs(paleness(best) - over) ? m : best))
}

/** A dark stain for the texture: of those that this clay’s firing takes the one that shows most on it, in two coats. */
export function stainFor(context: SequenceContext): Medium {
  const { body, media } = context
  const stains = media.filter((m) => m.kind === 'wash')
  const fitting = stains.filter((m) => fits(m, body))
  const pool = fitting.length ? fitting : stains
  if (!pool.length) return mostContrasting(context, 'underglaze', 1)
  const under = bodyInternal(body.reflectance)
  const lab = (coats: number, { optics }: Medium) =>
    labUnder(stackReflectance(under, coats ? [{ optics, coats, strength: 1 }] : [], 'matte'), LIGHTS.daylight)
  const shows = (m: Medium) => ciede2000(lab(0, m), lab(2, m))
  return pool.reduce((best, m) => (shows(m) > shows(best) ? m : best))
}

export function clearFor(context: SequenceContext): Medium {
  const glazes = context.media.filter((m) => m.kind === 'glaze' && fits(m, context.body))
  const pool = glazes.length ? glazes : context.media.filter((m) => m.kind === 'glaze')
  return pool.reduce((best, m) =>
    lightness(m.optics.K) + lightness(m.optics.S) < lightness(best.optics.K) + lightness(best.optics.S) ? m : best,
  )
}

/** The artist’s own colour where it is of a kind, else the one of that kind that contrasts most. */
export function colour(context: SequenceContext, over: number, kind: Medium['kind'] = 'underglaze'): Medium {
  const chosen = context.media.find((m) => m.id === context.colourId && m.kind === kind)
  return chosen ?? mostContrasting(context, kind, over)
}

export const bodyPaleness = ({ body }: SequenceContext) => lightness(body.reflectance)

const fittingGlazes = (c: SequenceContext): Medium[] => c.media.filter((m) => m.kind === 'glaze' && fits(m, c.body))

/** The glaze that stands out most from another, of those that this clay’s firing takes. */
export function contrastingGlaze(c: SequenceContext, ground: Medium): Medium {
  const others = fittingGlazes(c).filter((m) => m.id !== ground.id && m.range.to === ground.range.to && !isClear(m))
  const depth = (m: Medium) => lightness(m.optics.K)
  return others.length ? others.reduce((best, m) => (depth(m) > depth(best) ? m : best)) : clearFor(c)
}

export const opaqueWhite = (c: SequenceContext): Medium =>
  fittingGlazes(c)
    .filter((m) => lightness(m.optics.S) > 0.3)
    .sort((a, b) => paleness(b) - paleness(a))[0] ?? clearFor(c)

export const ofKind = ({ media }: SequenceContext, kind: Medium['kind'], n = 0): string => {
  const all = media.filter((m) => m.kind === kind)
  return (all[n % Math.max(1, all.length)] ?? media[0]).id
}

/**
 * Two colours for one over the other, the light one first: the artist’s own or what contrasts most with the clay, and what stands out
 * best from both that colour and the clay, so that clay, first and second can be told apart.
 */
export function lightThenDark(context: SequenceContext): [Medium, Medium] {
  const clay = bodyPaleness(context)
  const first = colour(context, clay)
  const others = context.media.filter((m) => m.kind === 'underglaze' && m.id !== first.id && fits(m, context.body))
  const apart = (m: Medium) => Math.min(Math.abs(paleness(m) - paleness(first)), Math.abs(paleness(m) - clay))
  const second = others.length ? others.reduce((best, m) => (apart(m) > apart(best) ? m : best)) : first
  return paleness(first) >= paleness(second) ? [first, second] : [second, first]
}
