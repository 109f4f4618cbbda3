import type { MediumKind } from '../model/material'
import type { Film, Stack } from './stack'
import { withFilm } from './stack'

/** What the simulator must know of each medium, by its number. */
export interface MediumTraits {
  readonly kind: MediumKind
  /** Thickness of one nominal coat, µm. */
  readonly filmUm: number
}

/** One act of a step on the skin. Levels run 0–15; 8 is nominal for coats, 15 the full depth or strength elsewhere. */
export type SkinAct =
  | { readonly act: 'coat'; readonly medium: number; /** nominal coats in one go */ readonly gain: number }
  | { readonly act: 'bead'; readonly medium: number }
  | { readonly act: 'carve'; readonly depthUm: number; readonly cutsBody: boolean }
  | { readonly act: 'burr'; readonly heightUm: number }
  | { readonly act: 'wax'; readonly tacky: boolean }
  | { readonly act: 'lift'; readonly share: number }
  | { readonly act: 'flake'; readonly medium: number }
  | { readonly act: 'blister'; readonly limitEighths: number }
  | { readonly act: 'crawl' }
  | { readonly act: 'smear'; readonly share: number }
  | { readonly act: 'strip' }
  | { readonly act: 'fire'; readonly cone: number; readonly melts: boolean }

type Rule<A extends SkinAct['act']> = (stack: Stack, level: number, act: Extract<SkinAct, { act: A }>, media: readonly MediumTraits[]) => Stack

const unfixedTop = (stack: Stack): Film | undefined => (stack.films.length > stack.fixed ? stack.films[stack.films.length - 1] : undefined)

const withTop = (stack: Stack, eighths: number): Stack => {
  const films = stack.films.slice(0, -1)
  if (eighths > 0) films.push({ medium: stack.films[stack.films.length - 1].medium, eighths })
  return { ...stack, films }
}

/** Depth into the body is kept in steps of 20 µm. */
const CUT_STEP_UM = 20

const RULES: { readonly [A in SkinAct['act']]: Rule<A> } = {
  coat: (stack, level, { medium, gain }) => {
    if (stack.wax === 'dry') return stack
    const share = stack.wax === 'tacky' ? 0.45 : 1
    return withFilm(stack, medium, Math.round(level * gain * share))
  },

  bead: (stack, level, { medium }) => (stack.wax === 'dry' ? withFilm(stack, medium, Math.round(level / 2)) : stack),

  carve: (stack, level, { depthUm, cutsBody }, media) => {
    let left = (depthUm * level) / 15
    const films = stack.films.slice()
    while (films.length && left > 0) {
      const top = films[films.length - 1]
      const perEighth = media[top.medium].filmUm / 8
      const thick = top.eighths * perEighth
      if (left >= thick - perEighth / 2) {
        films.pop()
        left -= thick
      } else {
        films[films.length - 1] = { medium: top.medium, eighths: top.eighths - Math.round(left / perEighth) }
        left = 0
      }
    }
    const cut = cutsBody && left > 0 ? CUT_STEP_UM * Math.round((stack.cutUm + left) / CUT_STEP_UM) : stack.cutUm
    return { ...stack, films, fixed: Math.min(stack.fixed, films.length), cutUm: cut, burrUm: 0, wax: 'none' }
  },

  burr: (stack, level, { heightUm }) => ({ ...stack, burrUm: Math.max(stack.burrUm, 10 * Math.round((heightUm * level) / 150)) }),

  wax: (stack, _level, { tacky }) => ({ ...stack, wax: tacky ? 'tacky' : 'dry' }),

  lift: (stack, level, { share }) => {
    const top = unfixedTop(stack)
    return top ? withTop(stack, Math.round(top.eighths * (1 - (share * level) / 15))) : stack
  },

  flake: (stack, _level, { medium }) => {
    const i = stack.films.findIndex((film) => film.medium === medium)
    return i < 0 ? stack : { ...stack, films: stack.films.slice(0, i), fixed: Math.min(stack.fixed, i) }
  },

  blister: (stack, _level, { limitEighths }, media) => {
    const i = stack.films.findIndex((film) => film.eighths > limitEighths && media[film.medium].kind !== 'glaze')
    return i < 0 ? stack : { ...stack, films: stack.films.slice(0, i), fixed: Math.min(stack.fixed, i) }
  },

  crawl: (stack, _level, _act, media) => {
    const films = stack.films.filter((film, i) => i < stack.fixed || media[film.medium].kind !== 'glaze')
    return films.length === stack.films.length ? stack : { ...stack, films }
  },

  smear: (stack, level, { share }, media) => {
    const top = unfixedTop(stack)
    return top && media[top.medium].kind === 'underglaze' ? withTop(stack, Math.round(top.eighths * (1 - (share * level) / 15))) : stack
  },

  strip: (stack) => ({ ...stack, films: stack.films.slice(0, stack.fixed), burrUm: 0, wax: 'none' }),

  fire: (stack, level, { cone, melts }, media) => {
    const merged: Film[] = []
    for (const film of stack.films) {
      const eighths = melts && media[film.medium].kind === 'glaze' ? molten(film.eighths, level, stack) : film.eighths
      const last = merged[merged.length - 1]
      if (last && last.medium === film.medium) merged[merged.length - 1] = { medium: film.medium, eighths: last.eighths + eighths }
      else if (eighths > 0) merged.push({ medium: film.medium, eighths })
    }
    return { ...stack, films: merged, fixed: merged.length, wax: 'none', cone: Math.max(stack.cone, cone) }
  },
}

/** Molten glaze thins on edges and burrs and pools in cuts, in steps of half a coat once it is a coat thick. */
function molten(eighths: number, level: number, stack: Stack): number {
  const flow = (level / 8) * (1 + Math.min(0.5, stack.cutUm / 900)) * (stack.burrUm > 0 ? 0.75 : 1)
  const film = Math.max(1, eighths * flow)
  return film < 8 ? Math.round(film) : 4 * Math.round(film / 4)
}

/** The stack after an act at a level. Level 0 never changes anything. */
export function applyAct(stack: Stack, level: number, act: SkinAct, media: readonly MediumTraits[]): Stack {
  if (level === 0) return stack
  return (RULES[act.act] as Rule<SkinAct['act']>)(stack, level, act as never, media)
}
