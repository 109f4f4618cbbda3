import { WALL } from '../form/assembly'
import type { Surface } from '../form/surfaces/surface'
import type { Stretch } from '../form/turnedForm'
import type { Motif } from '../vocabulary/motif'
import type { Place } from '../vocabulary/place'
import type { TextureKind } from '../vocabulary/textures'
import type { SprayAim } from '../vocabulary/spray'
import type { Applicator } from '../vocabulary/tools'
import { bottleField, dripField, spatterField, spongeField, swipeField, textureField } from './applicatorFields'
import { inBath, type BathPlane } from './bath'
import { bloatField, crackField } from './bodyFaults'
import { brushField, evenField, fireField, patchField, pourField } from './coatFields'
import type { SkinGrid } from './grid'
import { areaField, type AreaWork } from './areas/areaField'
import { mingleField, type Meeting, type MoltenAreas } from './areas/mingleField'
import { shelfHeight, standing, stretchesBelow, type Standing } from '../form/shelf'
import { inArcs, levelField, type FieldSource } from './levelField'
import type { MarkEdge } from './loops/strokeRaster'
import { MarkPainter } from './motifs/markPainter'
import { marksField } from './motifs/marksField'
import { motifStretch } from './motifs/motifCopies'
import { arcsOn, stretchesOn, wholeSkin } from './place'
import { sprayField } from './spray/sprayField'
import { common, without } from './stretchSets'

/** Where glaze on the whole outside begins to run, as a share of the wall; and how much wall a run needs, mm. */
const BELLY = 0.45
const FOOT_MM = 6

/** Share of the drops that fly past the place they are meant for. Common practice, no source. */
const STRAY = 0.2

/** A pencil stroke that marks a sector, mm. */
const PENCIL_MM = { long: 9, wide: 0.7 } as const

/** How far tacky wax is dragged, mm. Common practice, no source. */
const SMUDGE_MM = 1.6

/**
 * Where and how strongly something acts on one surface: the places and level fields that acts of a plan ask for. Nothing is made
 * until it is needed.
 */
export class SkinFields {
  /** What is uneven by hand is so in its own way at each step. */
  seed = 0
  /** Fences and grooves that hold glaze. */
  protected holding: FieldSource[] = []
  /** Lines of wax, which hold until a firing. */
  waxLines: FieldSource[] = []
  /** What is laid is dipped or poured: it reaches a part by where it is. */
  bath = false
  /** Where a bath reaches in space, if it does not reach all over. */
  bathPlane: BathPlane | null = null
  /** Whether parts are on: until they are joined they are sprayed each by itself. */
  joined = true

  constructor(
    readonly grid: SkinGrid,
    /** All surfaces of the piece: what stands between a spray gun and this one. */
    readonly surfaces: readonly Surface[],
  ) {}

  /** What holds glaze: fences, grooves and lines of wax. */
  get holds(): readonly FieldSource[] {
    return [...this.holding, ...this.waxLines]
  }

  // Where.

  stretches(place: Place): Stretch[] {
    return stretchesOn(this.grid.surface, place, this.bath)
  }

  motifStretch(motif: Motif): Stretch {
    return motifStretch(this.grid, motif)
  }

  get wholeSkin(): Stretch[] {
    return wholeSkin(this.grid.form)
  }

  /** A field cut to the sectors of a place, and to what a bath reaches. */
  within(place: Place, field: FieldSource): FieldSource {
    const { grid, bathPlane } = this
    const cut = inArcs(grid, field, arcsOn(grid.surface, place, this.bath))
    return bathPlane ? inBath(grid, cut, bathPlane) : cut
  }

  // Level fields.

  /** All of a place at one level. */
  even(place: Place, level = 15): FieldSource {
    return this.within(place, this.evenOver(this.stretches(place), level))
  }

  evenOver(stretches: readonly Stretch[], level = 15): FieldSource {
    return evenField(this.grid, stretches, level)
  }

  marks(motif: Motif, edge: MarkEdge): FieldSource {
    return marksField(this.grid, motif, edge)
  }

  /** Areas between the lines of a drawing, as far as what holds lets a hand. */
  inAreas(work: Omit<AreaWork, 'seed'>): FieldSource {
    return areaField(this.grid, { ...work, seed: this.seed }, this.holds)
  }

  /** Where one molten glaze takes up another beside it. */
  meeting(own: MoltenAreas, other: MoltenAreas, how: Meeting): FieldSource {
    return mingleField(this.grid, own, other, how, this.holds)
  }

  /** The shape of a resist: a motif, or all of a place. */
  shape(place: Place, motif: Motif | null): FieldSource {
    return motif ? this.marks(motif, 'mask') : this.even(place)
  }

  patches(stretches: readonly Stretch[], cover: number, sizeMm: number, seed: number): FieldSource {
    return patchField(this.grid, { stretches, cover, sizeMm, seed })
  }

  /** Beside the edges of a resist that is still tacky: round the shapes of a motif, or in patches along the ends of stretches. */
  smudged(motif: Motif | null, stretches: readonly Stretch[]): FieldSource {
    if (motif) return this.marks(motif, 'halo')
    const edges = stretches.flatMap(({ from, to }) =>
      [from, to].map((at) => ({ from: at - SMUDGE_MM, to: at + SMUDGE_MM })),
    )
    return this.patches(common(edges, this.wholeSkin), 0.5, 2, this.seed + 11)
  }

  /** Coat `i` of several with an applicator; brushed coats cross unless they all go one way. */
  applied(
    applicator: Exclude<Applicator, 'spray'>,
    stretches: readonly Stretch[],
    i: number,
    oneWay: boolean,
  ): FieldSource {
    const seed = this.seed + i
    switch (applicator) {
      case 'brush':
        // Strokes that all go one way follow the tracks of those before them.
        return brushField(this.grid, stretches, oneWay || i % 2 === 0, seed, 'colour', oneWay ? this.seed : seed)
      case 'bottle':
        return bottleField(this.grid, stretches, seed)
      case 'sponge':
        return spongeField(this.grid, stretches, seed)
      case 'spatter':
        return spatterField(this.grid, stretches, seed)
    }
  }

  /** Passes of a spray gun aimed at a place, with what of the mist goes past it. */
  sprayed(place: Place, aim: SprayAim, coats: number): FieldSource {
    return sprayField(this.grid, this.surfaces, { aim, place, joined: this.joined, coats, seed: this.seed })
  }

  /** Drops that fly past a place of spatter, over the rest of the side. */
  strayDrops(stretches: readonly Stretch[]): FieldSource | null {
    const { outside, inside, floor } = this.grid.form.zones
    const side = stretches.some((s) => s.from < outside.to && s.to > outside.from) ? [outside] : [inside, floor]
    const beside = side.flatMap((s) => without(s, stretches)).filter((s) => s.to - s.from > 1)
    return beside.length ? spatterField(this.grid, beside, this.seed + 13, STRAY) : null
  }

  brushedGlaze(stretches: readonly Stretch[], i: number): FieldSource {
    return brushField(this.grid, stretches, true, this.seed + i, 'glaze')
  }

  poured(stretches: readonly Stretch[]): FieldSource {
    return pourField(this.grid, stretches, this.seed)
  }

  swiped(stretches: readonly Stretch[]): FieldSource {
    return swipeField(this.grid, stretches, this.seed)
  }

  textured(stretches: readonly Stretch[], texture: TextureKind, sizeMm: number): FieldSource {
    return textureField(this.grid, stretches, texture, sizeMm)
  }

  /** Runs down the outside from the lower edge of a place, or over the rim; null where glaze has nowhere to run. */
  drips(stretches: readonly Stretch[], seed: number): FieldSource | null {
    if (!this.grid.surface.upright) return null
    const { outside, base } = this.grid.form.zones
    const own = stretches.filter((s) => s.from < outside.to && s.to > outside.from)
    const overTheRim = stretches.some((s) => s.from >= outside.to)
    const lowest = own.length
      ? Math.max(outside.from, Math.min(...own.map((s) => s.from)))
      : overTheRim
        ? outside.to
        : base.from
    // Glazed down to the foot, it gathers from the belly on.
    const start =
      own.length && lowest < outside.from + FOOT_MM ? outside.from + (outside.to - outside.from) * BELLY : lowest
    return start - outside.from > FOOT_MM ? dripField(this.grid, start, seed) : null
  }

  /** What gas raises in clay that is fired so many cones over its range. */
  bloats(conesOver: number): FieldSource {
    return bloatField(this.grid, conesOver, this.seed + 21)
  }

  /** Cracks that begin at the rim of the wall; null on what is joined to it, and on what has no rim. */
  cracks(): FieldSource | null {
    const { surface, form } = this.grid
    return surface.id === WALL && !form.flat ? crackField(this.grid, this.seed + 23) : null
  }

  /** Where this surface touches the shelf; null where it does not. */
  get standing(): Standing | null {
    return standing(this.grid.surface, this.surfaces)
  }

  /** What of a field lies no higher than so, mm over the foot of the wall. */
  below(field: FieldSource, highMm: number): FieldSource {
    return inBath(this.grid, field, { lowMm: -Infinity, highMm, tiltDeg: 0, towardDeg: 0 })
  }

  /** All of this surface that is no higher over the shelf than so, mm. */
  overShelf(withinMm: number): FieldSource {
    const highMm = shelfHeight(this.surfaces) + withinMm
    return this.below(this.evenOver(stretchesBelow(this.grid.surface, highMm)), highMm)
  }

  /** How the heat of a firing varies over the skin. */
  heat(): FieldSource {
    return fireField(this.grid, 1)
  }

  /** Short pencil strokes at even distances round the outside, up the wall. */
  sectorMarks(sectors: number, upMm: number): FieldSource {
    const { grid, seed } = this
    const { outside } = grid.form.zones
    const middle = Math.min(outside.to, outside.from + upMm)
    const [from, to] = [Math.max(0, middle - PENCIL_MM.long / 2), middle + PENCIL_MM.long / 2]
    const key = `sectors:${sectors}:${upMm}`
    const make = () => {
      const top = Math.max(0, Math.floor(from / grid.rowMm))
      const bottom = Math.min(grid.height, Math.ceil(to / grid.rowMm) + 1)
      const painter = MarkPainter.onSkin(grid, top, bottom, 'mask', seed)
      for (let k = 0; k < sectors; k++) {
        const column = (k / sectors) * grid.width
        painter.line([column, from / grid.rowMm], [column, to / grid.rowMm], PENCIL_MM.wide / 2)
      }
      return levelField(grid, key, top, painter.levels())
    }
    return { key, kind: 'patches', stretches: [{ from, to }], arcs: null, make }
  }

  /** A round dab on the outside. */
  dab(upMm: number, degrees: number, sizeMm: number): FieldSource {
    const { grid, seed } = this
    const middle = grid.form.zones.outside.from + upMm
    const half = sizeMm / 2
    const key = `dab:${upMm}:${degrees}:${sizeMm}`
    const make = () => {
      const top = Math.max(0, Math.floor((middle - half) / grid.rowMm))
      const bottom = Math.min(grid.height, Math.ceil((middle + half) / grid.rowMm) + 1)
      const painter = MarkPainter.onSkin(grid, top, bottom, 'mask', seed)
      painter.dot((degrees / 360) * grid.width, middle / grid.rowMm, half)
      return levelField(grid, key, top, painter.levels())
    }
    return { key, kind: 'patches', stretches: [{ from: middle - half, to: middle + half }], arcs: null, make }
  }
}
