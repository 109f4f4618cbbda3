import { CLAY_WATER } from '../../clay/drying/clayWater'
import type { Face } from '../../clay/drying/airSide'
import { dryWall, type Spell } from '../../clay/drying/course'
import type { Enough, SolverSettings, Wall } from '../../clay/drying/wallSolver'
import type { ToldWater } from '../../clay/drying/told'
import { buildForm } from '../../form/buildForm'
import { stretchArea } from '../../form/measures'
import { PART } from '../../form/parts'
import type { TurnedForm } from '../../form/turnedForm'
import type { Body } from '../../vocabulary/material'
import type { Form } from '../../model/piece'
import { ok, type Result } from '../../base/result'

export type ColumnKind = 'rim' | 'wall' | 'foot' | 'part'

/** A stretch through a piece that dries in its own way. `share` is its part of the clay's surface. */
export interface DryingColumn {
  readonly id: string
  readonly kind: ColumnKind
  readonly name: string
  readonly wall: Wall
  readonly share: number
}

/** How thick rim and foot are beside the wall, and how far down the rim reaches, by how closed a form is. Common practice, no source. */
const SHAPES = {
  slab: { rim: 1, foot: 1, rimMm: 40 },
  plate: { rim: 0.75, foot: 1.5, rimMm: 60 },
  bowl: { rim: 0.7, foot: 1.6, rimMm: 30 },
  cup: { rim: 0.75, foot: 1.3, rimMm: 20 },
  vase: { rim: 0.8, foot: 1.6, rimMm: 30 },
} as const

const face = (to: Face['to'], lengthMm: number, upright = true, mouthShare = 1): Face => ({
  to,
  lengthM: Math.max(5, lengthMm) / 1000,
  upright,
  mouthShare,
})

/** A closed figure has a hole for its air: hardly a mouth [our choice]. */
const AIR_HOLE = 0.02

/** Area of the mouth over the area inside. */
function mouthShare(form: TurnedForm): number {
  const rim = form.profile[form.profile.length >> 1]
  const radius = form.zones.inside.to > form.zones.inside.from ? radiusAt(form, form.zones.inside.from) : rim.r
  const inside = stretchArea(form, form.zones.inside) + stretchArea(form, form.zones.floor)
  const narrowest = Math.min(
    radius,
    ...form.profile
      .filter((p, i) => form.lengths[i] >= form.zones.inside.from && form.lengths[i] < form.zones.floor.from)
      .map((p) => p.r),
  )
  return inside > 0 ? Math.min(1, (form.plan.length * narrowest * narrowest) / 2 / inside) : 1
}

const radiusAt = (form: TurnedForm, alongMm: number): number =>
  form.profile[form.lengths.findIndex((length) => length >= alongMm)]?.r ?? 0

/** Rim, wall and foot of a piece, and a column for each part that is joined to it. Lengths, mouth and shares come from its form. */
export function dryingColumns(spec: Form, body: Pick<Body, 'water'>): Result<DryingColumn[]> {
  const built = buildForm(spec)
  if (!built.ok) return built
  const form = built.value
  const clay = CLAY_WATER[body.water]
  const { wallMm, heightMm } = form
  const wide = 2 * radiusAt(form, form.zones.outside.from + (form.zones.outside.to - form.zones.outside.from) / 2)
  const mouth = form.flat ? 1 : form.closed ? AIR_HOLE : mouthShare(form)
  const kind = form.flat
    ? 'slab'
    : mouth > 0.72 || heightMm < wide * 0.22
      ? 'plate'
      : mouth > 0.3
        ? 'bowl'
        : mouth > 0.05
          ? 'cup'
          : 'vase'
  const shape = SHAPES[kind]
  const wallOf = (thickMm: number, one: Face, two: Face): Wall => ({ clay, thickM: thickMm / 1000, faces: [one, two] })
  const lying = kind === 'slab' || kind === 'plate'
  const out = lying ? face('out', wide, false) : face('out', heightMm)
  const inside = lying ? out : face('inside', heightMm, true, mouth)
  const board = face('board', wide, false)
  const rimFace = face('out', shape.rimMm, !lying)
  const outsideMm2 = stretchArea(form, form.zones.outside)
  const baseMm2 = stretchArea(form, form.zones.base)
  const rimShare = Math.min(0.35, shape.rimMm / Math.max(shape.rimMm * 3, heightMm))
  const footShare = lying ? (kind === 'slab' ? 0 : 0.15) : Math.min(0.3, baseMm2 / (baseMm2 + outsideMm2))
  const columns: DryingColumn[] = [
    {
      id: 'rim',
      kind: 'rim',
      name: form.flat ? 'edge' : 'rim',
      share: rimShare,
      wall: wallOf(wallMm * shape.rim, rimFace, kind === 'vase' ? face('inside', shape.rimMm, true, 0.5) : rimFace),
    },
    {
      id: 'wall',
      kind: 'wall',
      name: form.flat ? 'slab' : 'wall',
      share: 1 - rimShare - footShare,
      wall: wallOf(wallMm, out, lying ? board : inside),
    },
    {
      id: 'foot',
      kind: 'foot',
      name: form.flat ? 'middle' : 'foot',
      share: footShare,
      wall: wallOf(wallMm * shape.foot, lying ? out : inside, board),
    },
  ]
  for (const part of spec.parts) {
    if (part.kind === 'lid' || part.kind === 'feet') continue
    const partFace = face('out', part.widthMm)
    columns.push({
      id: part.id,
      kind: 'part',
      name: PART[part.kind].name.toLowerCase(),
      share: 0,
      wall: wallOf(part.thickMm, partFace, partFace),
    })
  }
  return ok(columns)
}

/** How much further than the wall, of all the water it loses while it shrinks, a thin rim is and a foot is behind [our choice]. */
const AHEAD = 0.12
/** How much further they may be for what was said of the wall to hold of them too. */
const AHEAD_AT_MOST = 0.35

/** What was said of the wall, for another column: thin rims and parts run ahead of it, the foot lags. Common practice, no source. */
function toldOf(kind: ColumnKind, { clay }: Wall, told: ToldWater): ToldWater {
  if (kind === 'wall') return told
  const range = clay.plastic - clay.shrinkageLimit
  const [ahead, most] =
    kind === 'foot' ? [-AHEAD * range, -AHEAD_AT_MOST * range] : [AHEAD * range, AHEAD_AT_MOST * range]
  // Bone dry is said of all of a pot.
  if (told.least === 0) return told
  return {
    ...told,
    least: Math.max(0, told.least - Math.max(0, most)),
    most: Math.min(clay.plastic, told.most - Math.min(0, most)),
    likely: Math.min(clay.plastic, Math.max(0, told.likely - ahead)),
  }
}

/**
 * Dries a column through its spells. What was said of the clay holds for each column in its way. Coats wet the wall and the rim; the
 * foot and what is joined on keep as they are.
 */
export const dryColumn = (
  { kind, wall }: Pick<DryingColumn, 'kind' | 'wall'>,
  spells: readonly Spell[],
  settings?: SolverSettings,
  enough?: Enough,
): ReturnType<typeof dryWall> =>
  dryWall(
    wall,
    spells.map(({ wets, told, ...spell }) => ({
      ...spell,
      ...(wets && (kind === 'wall' || kind === 'rim') ? { wets } : {}),
      ...(told ? { told: toldOf(kind, wall, told) } : {}),
    })),
    undefined,
    settings,
    enough,
  )
