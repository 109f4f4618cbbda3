import { type MediumKind, MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { BARE_TAPE, NO_TAPE, withFilm, type Film, type Stack } from './stack'

/** What the simulator must know of each medium, by its number. */
export interface MediumTraits {
  readonly kind: MediumKind
  /** Thickness of one nominal coat, µm. */
  readonly filmUm: number
}

/**
 * Where a coat settles: evenly; into the low places, as watery colour and washes do; on the high ones, as from a sponge; or it
 * skips the hollows, since thirsty bisque has taken it at their edges.
 */
export type Settling = 'even' | 'low' | 'high' | 'skips'

/**
 * One act of a step on the skin. Levels run 0–15; 8 is nominal for coats, 15 the full depth or strength elsewhere. Coats laid one
 * after another are one act whose levels are added up.
 */
export type StackOp =
  | {
      readonly act: 'coat'
      readonly medium: number
      /** nominal coats in one go */ readonly gain: number
      readonly settles: Settling
      /** coats whose levels are added up; 1 if not said */ readonly coats?: number
    }
  | { readonly act: 'bead'; readonly medium: number }
  | {
      readonly act: 'fill'
      readonly medium: number
      /** share of the recess left filled when it has dried */ readonly fills: number
    }
  | {
      readonly act: 'wipe'
      /** share of the top film taken off high and low places */ readonly high: number
      readonly low: number
    }
  | { readonly act: 'scrape' }
  | { readonly act: 'carve'; readonly depthUm: number; readonly cutsBody: boolean }
  /** Clay and colour come off wherever no wax and no tape lies. */
  | { readonly act: 'etch'; readonly depthUm: number }
  | { readonly act: 'press'; readonly depthUm: number }
  | { readonly act: 'burr'; readonly heightUm: number }
  /** Gas raises the clay itself. */
  | { readonly act: 'bloat'; readonly heightUm: number }
  | { readonly act: 'burnish' }
  /** A mark in pencil, which the next firing burns away. */
  | { readonly act: 'pencil' }
  | { readonly act: 'dust' }
  | { readonly act: 'dustOff' }
  | { readonly act: 'wax'; readonly tacky: boolean }
  | { readonly act: 'swab' }
  | { readonly act: 'tape' }
  | { readonly act: 'peel' }
  | { readonly act: 'pick' }
  | { readonly act: 'lift'; readonly share: number }
  | { readonly act: 'flake'; readonly medium: number }
  /** Molten glaze holds on to the shelf: broken off it, the glaze is gone and clay with it. */
  | { readonly act: 'stick'; readonly depthUm: number }
  | { readonly act: 'blister'; readonly limitEighths: number }
  | { readonly act: 'crawl' }
  | { readonly act: 'smear'; readonly share: number }
  | { readonly act: 'strip' }
  /** A molten glaze takes up one beside it: of a level half is the place among its mixtures. */
  | { readonly act: 'mingle'; readonly medium: number; readonly mixtures: readonly number[] }
  | { readonly act: 'fire'; readonly cone: number; readonly melts: boolean }

type ActRule<A extends StackOp['act']> = (
  stack: Stack,
  level: number,
  act: Extract<StackOp, { act: A }>,
  media: readonly MediumTraits[],
) => Stack

/** Depths are kept in steps of 40 µm: eight steps in an ordinary carved line. */
const DEPTH_STEP_UM = 40

/** From this depth a spot keeps what is wiped over it, µm; shallower, it shares in the wiping. */
export const KEEPS_UM = 120

const stepped = (um: number) => DEPTH_STEP_UM * Math.round(um / DEPTH_STEP_UM)

/** A damp sponge and a rib take pencil with them. */
const rubbedOut = (stack: Stack): Stack => (stack.pencil ? { ...stack, pencil: false } : stack)

/** How many films, counted from the bottom, nothing wet takes off: a firing has fixed them, or wax lies over them. */
const safeFilms = (stack: Stack): number => Math.max(stack.fixed, stack.wax === 'none' ? 0 : stack.waxAt)

const unfixedTop = (stack: Stack): Film | undefined =>
  stack.films.length > safeFilms(stack) ? stack.films[stack.films.length - 1] : undefined

/** The stack with its top film at another thickness; a film of nothing is gone. */
const withTop = (stack: Stack, eighths: number): Stack => {
  const films = stack.films.slice(0, -1)
  if (eighths > 0) films.push({ medium: stack.films[stack.films.length - 1].medium, eighths })
  return { ...stack, films, waxAt: Math.min(stack.waxAt, films.length) }
}

const withoutFrom = (stack: Stack, i: number): Stack => ({
  ...stack,
  films: stack.films.slice(0, i),
  fixed: Math.min(stack.fixed, i),
  waxAt: Math.min(stack.waxAt, i),
})

const thicknessUm = (films: readonly Film[], media: readonly MediumTraits[]) =>
  films.reduce((sum, film) => sum + (film.eighths / 8) * media[film.medium].filmUm, 0)

/** What a sponge or a brush leaves of a film: eighths of a coat up to half a coat, then halves. */
const remaining = (before: number, share: number) => {
  const eighths = before * (1 - share)
  return Math.min(before, eighths < 4 ? Math.round(eighths) : 4 * Math.round(eighths / 4))
}

/** A sponge takes its share of all that is not fixed, from the top down: what lies deeper goes once what covers it is gone. */
function wiped(stack: Stack, share: number): Stack {
  const safe = safeFilms(stack)
  let left = share * stack.films.slice(safe).reduce((sum, film) => sum + film.eighths, 0)
  let next = stack
  while (next.films.length > safe && left > 0) {
    const { eighths } = next.films[next.films.length - 1]
    next = withTop(next, remaining(eighths, Math.min(1, left / eighths)))
    if (next.films.length > safe && left < eighths) break
    left -= eighths
  }
  return next
}

/** How much of a coat stays at a depth. Common practice, no source: washes gather in texture, a sponge does not reach it. */
function settled(settles: Settling, recessUm: number): number {
  if (settles === 'low') return 1 + Math.min(1.6, recessUm / 160)
  if (settles === 'skips') return recessUm > 100 ? Math.max(0.1, 1 - recessUm / 420) : 1
  if (settles === 'high') return recessUm > 60 ? Math.max(0.06, 1 - recessUm / 130) : 1
  return 1
}

/** Takes films off from the top down to a depth; what is left of the cut goes into the body. */
function takenOff(
  stack: Stack,
  depthUm: number,
  media: readonly MediumTraits[],
): { films: Film[]; leftUm: number; takenUm: number } {
  let left = depthUm
  let taken = 0
  const films = stack.films.slice()
  while (films.length && left > 0) {
    const top = films[films.length - 1]
    const perEighth = media[top.medium].filmUm / 8
    const thick = top.eighths * perEighth
    if (left >= thick - perEighth / 2) {
      films.pop()
      left -= thick
      taken += thick
    } else {
      const kept = Math.max(1, 4 * Math.floor((top.eighths - left / perEighth + 1) / 4))
      films[films.length - 1] = { medium: top.medium, eighths: Math.min(kept, top.eighths) }
      taken += left
      left = 0
    }
  }
  return { films, leftUm: Math.max(0, left), takenUm: taken }
}

/** A spot from which so much has been taken, of what lies there and then, if wanted, of the body. */
function cut(stack: Stack, depthUm: number, cutsBody: boolean, media: readonly MediumTraits[]): Stack {
  if (stack.tape !== NO_TAPE) return stack
  const { films, leftUm, takenUm } = takenOff(stack, depthUm, media)
  const intoBody = cutsBody ? leftUm : 0
  return {
    ...stack,
    films,
    fixed: Math.min(stack.fixed, films.length),
    cutDepthUm: intoBody > 0 ? stepped(stack.cutDepthUm + intoBody) : stack.cutDepthUm,
    recessUm: stepped(stack.recessUm + takenUm + intoBody),
    burrUm: 0,
    wax: 'none',
    waxAt: 0,
    burnished: false,
    pencil: false,
  }
}

const RULES: { readonly [A in StackOp['act']]: ActRule<A> } = {
  coat: (stack, level, { medium, gain, settles }) => {
    if (stack.tape !== NO_TAPE) return stack.tape === medium ? stack : { ...stack, tape: medium }
    if (stack.wax === 'dry') return stack
    const share = stack.wax === 'tacky' ? 0.45 : 1
    const eighths = Math.round(level * gain * share * settled(settles, stack.recessUm))
    // Thick deposits are told apart by whole coats only.
    return withFilm(stack, medium, eighths > 40 ? 8 * Math.round(eighths / 8) : eighths)
  },

  bead: (stack, level, { medium }) =>
    stack.wax === 'dry' && stack.tape === NO_TAPE
      ? withFilm(stack, medium, 2 * Math.max(1, Math.round(level / 4)))
      : stack,

  fill: (stack, level, { medium, fills }, media) => {
    if (stack.recessUm <= 0 || stack.wax === 'dry' || stack.tape !== NO_TAPE) return stack
    const filledUm = stack.recessUm * fills * (level / 15)
    const eighths = 4 * Math.max(1, Math.round((filledUm / media[medium].filmUm) * 2))
    return { ...withFilm(stack, medium, eighths), recessUm: Math.max(0, stepped(stack.recessUm - filledUm)) }
  },

  wipe: (stack, level, { high, low }, media) => {
    const top = unfixedTop(stack)
    if (stack.tape !== NO_TAPE) return stack
    if (!top) return rubbedOut(stack)
    // A filled groove stands nearly level, yet holds its colour: what it was cut by still counts.
    const depth = Math.max(stack.recessUm, Math.min(stack.cutDepthUm, thicknessUm([top], media)))
    const share = high + (low - high) * Math.min(1, depth / KEEPS_UM)
    return wiped(rubbedOut(stack), (share * level) / 15)
  },

  scrape: (stack, _level, _act, media) => {
    const above = thicknessUm(stack.films.slice(stack.fixed), media) - stack.cutDepthUm
    if (above <= 0) return { ...rubbedOut(stack), burrUm: 0, recessUm: 0, dust: 0 }
    const { films } = takenOff(stack, above, media)
    return { ...rubbedOut(stack), films, waxAt: Math.min(stack.waxAt, films.length), burrUm: 0, recessUm: 0 }
  },

  carve: (stack, level, { depthUm, cutsBody }, media) => cut(stack, (depthUm * level) / 15, cutsBody, media),

  etch: (stack, level, { depthUm }, media) =>
    stack.wax === 'none' ? cut(stack, (depthUm * level) / 15, true, media) : stack,

  press: (stack, level, { depthUm }) => ({
    ...stack,
    cutDepthUm: stepped(stack.cutDepthUm + (depthUm * level) / 15),
    recessUm: stepped(stack.recessUm + (depthUm * level) / 15),
    burnished: false,
  }),

  burr: (stack, level, { heightUm }) => ({
    ...stack,
    burrUm: Math.max(stack.burrUm, 20 * Math.round((heightUm * level) / 300)),
  }),

  bloat: (stack, level, { heightUm }) => ({
    ...stack,
    cutDepthUm: stepped(stack.cutDepthUm - (heightUm * level) / 15),
  }),

  burnish: (stack) => (stack.films.length || stack.cone >= 0 ? stack : { ...stack, burnished: true, burrUm: 0 }),

  pencil: (stack) => (stack.pencil || stack.tape !== NO_TAPE ? stack : { ...stack, pencil: true }),

  dust: (stack, level) => ({ ...stack, dust: Math.max(stack.dust, Math.round(level / 5)) }),

  dustOff: (stack) => (stack.dust ? { ...stack, dust: 0 } : stack),

  wax: (stack, _level, { tacky }) =>
    stack.tape !== NO_TAPE ? stack : { ...stack, wax: tacky ? 'tacky' : 'dry', waxAt: stack.films.length },

  // What has stuck to tacky wax does not come off like beads.
  swab: (stack) =>
    stack.wax !== 'dry' || stack.films.length === stack.waxAt
      ? stack
      : { ...stack, films: stack.films.slice(0, stack.waxAt) },

  tape: (stack) => (stack.tape === NO_TAPE ? { ...stack, tape: BARE_TAPE } : stack),

  peel: (stack) => (stack.tape === NO_TAPE ? stack : { ...stack, tape: NO_TAPE }),

  pick: (stack, _level, _act, media) => {
    if (Math.max(stack.recessUm, stack.cutDepthUm) <= 40) return stack
    let kept = stack.films.length
    while (kept > stack.fixed && MEDIUM_KIND[media[stack.films[kept - 1].medium].kind].flows) kept--
    return kept === stack.films.length ? stack : withoutFrom(stack, kept)
  },

  lift: (stack, level, { share }) => {
    const top = stack.tape === NO_TAPE ? unfixedTop(stack) : undefined
    return top ? withTop(stack, remaining(top.eighths, (share * level) / 15)) : stack
  },

  flake: (stack, _level, { medium }) => {
    const i = stack.films.findIndex((film) => film.medium === medium)
    return i < 0 ? stack : withoutFrom(stack, i)
  },

  stick: (stack, level, { depthUm }, media) => {
    const i = stack.films.findIndex((film, at) => at >= stack.fixed && MEDIUM_KIND[media[film.medium].kind].flows)
    return i < 0 ? stack : { ...withoutFrom(stack, i), cutDepthUm: stepped(stack.cutDepthUm + (depthUm * level) / 15) }
  },

  blister: (stack, _level, { limitEighths }, media) => {
    const i = stack.films.findIndex(
      (film) => film.eighths > limitEighths && MEDIUM_KIND[media[film.medium].kind].blisters,
    )
    return i < 0 ? stack : withoutFrom(stack, i)
  },

  crawl: (stack, _level, _act, media) => {
    const films = stack.films.filter((film, i) => i < stack.fixed || !MEDIUM_KIND[media[film.medium].kind].flows)
    return films.length === stack.films.length ? stack : { ...stack, films, waxAt: Math.min(stack.waxAt, films.length) }
  },

  smear: (stack, level, { share }, media) => {
    const top = unfixedTop(stack)
    return top && MEDIUM_KIND[media[top.medium].kind].smears
      ? withTop(stack, Math.round(top.eighths * (1 - (share * level) / 15)))
      : stack
  },

  strip: (stack) => ({
    ...stack,
    films: stack.films.slice(0, stack.fixed),
    burrUm: 0,
    dust: 0,
    wax: 'none',
    waxAt: 0,
    tape: NO_TAPE,
    pencil: false,
  }),

  mingle: (stack, level, { medium, mixtures }) => {
    const last = stack.films.length - 1
    const top = stack.films[last]
    const mixture = mixtures[Math.min(mixtures.length - 1, level >> 1)]
    if (!top || last < stack.fixed || top.medium !== medium || mixture === medium) return stack
    return { ...stack, films: [...stack.films.slice(0, last), { medium: mixture, eighths: top.eighths }] }
  },

  fire: (stack, level, { cone, melts }, media) => {
    const merged: Film[] = []
    for (const film of stack.films) {
      const eighths =
        melts && MEDIUM_KIND[media[film.medium].kind].flows ? molten(film.eighths, level, stack) : film.eighths
      const last = merged[merged.length - 1]
      if (last && last.medium === film.medium)
        merged[merged.length - 1] = { medium: film.medium, eighths: last.eighths + eighths }
      else if (eighths > 0) merged.push({ medium: film.medium, eighths })
    }
    return {
      ...stack,
      films: merged,
      fixed: merged.length,
      dust: 0,
      wax: 'none',
      waxAt: 0,
      tape: NO_TAPE,
      pencil: false,
      cone: Math.max(stack.cone, cone),
    }
  },
}

/** Molten glaze thins on edges and burrs and pools in recesses, in steps of half a coat once it is a coat thick. */
function molten(eighths: number, level: number, stack: Stack): number {
  const flow = (level / 8) * (1 + Math.min(0.4, stack.recessUm / 1400)) * (stack.burrUm > 0 ? 0.75 : 1)
  const film = Math.max(1, eighths * flow)
  return film < 8 ? Math.round(film) : 4 * Math.round(film / 4)
}

/** All acts, for tables and tests. */
export const STACK_OPS = Object.keys(RULES) as readonly StackOp['act'][]

/** The stack after an act at a level. Level 0 never changes anything. */
export function applyOp(stack: Stack, level: number, act: StackOp, media: readonly MediumTraits[]): Stack {
  if (level === 0) return stack
  return (RULES[act.act] as ActRule<StackOp['act']>)(stack, level, act as never, media)
}
