import type { Blower } from '../clay/drying/airSide'
import type { Cover, DryingStage } from '../clay/stages'
import type { Cone } from '../firing/cones'
import { PLAIN_MOTIF, type Motif, type MotifKind } from '../vocabulary/motif'
import type { TakenArea } from '../vocabulary/pieceDrawing'
import { type Step, type StepContent, type StepOf } from './step'
import { BARE_FOOT_MM, type Place } from '../vocabulary/place'
import { PLAIN_COAT } from './acts/coat'
import type { TextureKind } from '../vocabulary/textures'
import { GLAZING, TOOL, type Liner, type Tool } from '../vocabulary/tools'

/* Steps in few words, with what is usual left out. */

type Content<A extends Step['act']> = Omit<StepOf<A>, 'id' | 'done'>
type More<A extends Step['act']> = Partial<Omit<Content<A>, 'act'>>

const WAX_ID = 'wax-resist'

/** A motif on the outside unless said otherwise. */
export const motif = (
  kind: MotifKind,
  repeats: number,
  upMm: number,
  heightMm: number,
  lineMm: number,
  more: Partial<Motif> = {},
): Motif => ({
  ...PLAIN_MOTIF,
  kind,
  repeats,
  upMm: Math.round(upMm),
  heightMm: Math.round(heightMm),
  lineMm,
  side: 'outside',
  variation: 0.4,
  seed: 7,
  ...more,
})

export const bring = (to: DryingStage, cover: Cover = 'draped', blower: Blower = 'none'): Content<'bring'> => ({
  act: 'bring',
  to,
  cover,
  blower,
})
export const mist = (place: Place): Content<'mist'> => ({ act: 'mist', place })
export const burnish = (place: Place): Content<'burnish'> => ({ act: 'burnish', place })
export const coat = (mediumId: string, place: Place, coats = 3, more: More<'coat'> = {}): Content<'coat'> => ({
  ...PLAIN_COAT,
  mix: [],
  act: 'coat',
  mediumId,
  place,
  coats,
  ...more,
})
export const draw = (mediumId: string, drawn: Motif, liner: Liner, more: More<'draw'> = {}): Content<'draw'> => ({
  act: 'draw',
  mediumId,
  motif: drawn,
  liner,
  coats: 1,
  damped: liner === 'trailer',
  waits: true,
  ...more,
})
export const touchUp = (mediumId: string, upMm: number, degrees: number, sizeMm: number): Content<'touchUp'> => ({
  act: 'touchUp',
  mediumId,
  upMm,
  degrees,
  sizeMm,
})
export const divide = (sectors: number, upMm: number): Content<'divide'> => ({
  act: 'divide',
  sectors,
  upMm: Math.round(upMm),
})
export const carve = (
  tool: Tool,
  cut: Motif,
  depthMm = TOOL[tool].depthMm,
  more: More<'carve'> = {},
): Content<'carve'> => ({ act: 'carve', tool, motif: cut, depthMm, protection: 'none', ...more })
export const incise = (tool: Tool, cut: Motif, depthMm = 0.8, more: More<'incise'> = {}): Content<'incise'> => ({
  act: 'incise',
  tool,
  motif: cut,
  depthMm,
  protection: 'none',
  ...more,
})
export const impress = (texture: TextureKind, place: Place, depthMm = 0.6, sizeMm = 5): Content<'impress'> => ({
  act: 'impress',
  texture,
  place,
  depthMm,
  sizeMm,
})
export const fill = (mediumId: string, place: Place, waits = true): Content<'fill'> => ({
  act: 'fill',
  mediumId,
  place,
  waits,
})
export const wipe = (
  place: Place,
  pressure: StepOf<'wipe'>['pressure'] = 'firm',
  sponge: StepOf<'wipe'>['sponge'] = 'wrung',
): Content<'wipe'> => ({ act: 'wipe', place, pressure, sponge })
export const scrape = (place: Place): Content<'scrape'> => ({ act: 'scrape', place })
export const wax = (place: Place, shape: Motif | null = null, waits = true, mediumId = WAX_ID): Content<'wax'> => ({
  act: 'wax',
  mediumId,
  place,
  motif: shape,
  waits,
})
export const etch = (place: Place, depthMm = 1, waits = true): Content<'etch'> => ({
  act: 'etch',
  place,
  depthMm,
  waits,
})
export const swab = (place: Place): Content<'swab'> => ({ act: 'swab', place })
export const mask = (
  place: Place,
  shape: Motif | null = null,
  material: StepOf<'mask'>['material'] = shape ? 'stencil' : 'tape',
): Content<'mask'> => ({ act: 'mask', material, place, motif: shape })
export const peel = (): Content<'peel'> => ({ act: 'peel' })
export const glaze = (
  mediumId: string,
  place: Place,
  how: StepOf<'glaze'>['how'],
  more: More<'glaze'> = {},
): Content<'glaze'> => ({
  act: 'glaze',
  mediumId,
  place,
  how,
  coats: GLAZING[how].coats,
  drips: false,
  waits: true,
  ...more,
})
export const pick = (place: Place): Content<'pick'> => ({ act: 'pick', place })
export const cleanFoot = (upMm = BARE_FOOT_MM): Content<'cleanFoot'> => ({ act: 'cleanFoot', upMm })
export const joinParts = (): Content<'joinParts'> => ({ act: 'joinParts' })
export const wipeDust = (): Content<'wipeDust'> => ({ act: 'wipeDust' })
export const fire = (firing: StepOf<'fire'>['firing'], cone: Cone, slab = false): Content<'fire'> => ({
  act: 'fire',
  firing,
  cone,
  slab,
})

/** Contents as steps, numbered after a prefix; the first `done` of them done. */
export const numbered = (prefix: string, done: number, contents: readonly StepContent[]): Step[] =>
  contents.map((content, i) => ({ ...content, id: `${prefix}-${i + 1}`, done: i < done }) as Step)

/** A jar on areas between lines: glaze by bulb, colour by a fine brush, unless said otherwise. */
export const glazeIn = (
  mediumId: string,
  lines: Motif,
  take: readonly TakenArea[],
  more: More<'glazeIn'> = {},
): Content<'glazeIn'> => ({
  act: 'glazeIn',
  mediumId,
  motif: lines,
  take: take.map(({ id, copy, at }) => ({ id, copy, at })),
  tool: 'bulb',
  coats: 1,
  waits: true,
  ...more,
})
export const colourIn = (
  mediumId: string,
  lines: Motif,
  take: readonly TakenArea[],
  more: More<'colourIn'> = {},
): Content<'colourIn'> => ({ ...glazeIn(mediumId, lines, take), tool: 'fineBrush', coats: 3, ...more, act: 'colourIn' })
