import type { Stage } from '../clay/stages'
import { WALL } from '../form/assembly'
import type { Surface } from '../form/surfaces/surface'
import type { Stretch } from '../form/turnedForm'
import type { Medium } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import type { Motif } from '../vocabulary/motif'
import type { Place } from '../vocabulary/place'
import type { TextureKind } from '../vocabulary/textures'
import type { SprayAim } from '../vocabulary/spray'
import type { Applicator } from '../vocabulary/tools'
import type { Settling, SkinAct } from './acts'
import {
  blendField,
  BLEND_STEPS,
  type BlendWay,
  bottleField,
  dripField,
  spatterField,
  spongeField,
  swipeField,
  textureField,
} from './applicatorFields'
import { inBath, type BathPlane } from './bath'
import { brushField, evenField, fireField, patchField, pourField } from './coatFields'
import type { SkinGrid } from './grid'
import { areaBlendField, type AreaBlend } from './areas/areaBlend'
import { areaField, type AreaWork } from './areas/areaField'
import { mingleField, type Meeting, type MoltenAreas } from './areas/mingleField'
import { addedUp, inArcs, levelField, type FieldSource } from './levelField'
import type { MarkEdge } from './loops/strokeRaster'
import type { MediaTable, MixturePart } from './mediaTable'
import { MarkPainter } from './motifs/markPainter'
import { marksField } from './motifs/marksField'
import { motifStretch } from './motifs/motifCopies'
import type { SkinOperation } from './operation'
import { arcsOn, stretchesOn, wholeSkin } from './place'
import { sprayField } from './spray/sprayField'
import { common, meet, without } from './stretchSets'

/** Something that will come off in the next fire, and where. */
interface Flaking {
  readonly medium: number
  readonly stretches: readonly Stretch[]
  readonly seed: number
}

/** Glaze laid since the last firing, in brushed coats. */
interface RawGlaze {
  readonly medium: number
  readonly stretches: readonly Stretch[]
  readonly coats: number
}

/** Glaze laid on areas of a drawing, in brushed coats. */
interface MoltenArea extends MoltenAreas {
  readonly medium: number
  readonly coats: number
}

/** A coat that is to be laid on a place, once or several times. */
export interface LaidCoat {
  readonly medium: number
  readonly gain: number
  readonly settles: Settling
}

/** Beads on wax: share of it and size. Common practice, no source. */
const BEADS = { cover: 0.015, sizeMm: 3.5 } as const

/** What a coat over one that still shines lifts off: share of the place and of the film. */
const LIFTED = { cover: 0.4, share: 0.85 } as const

/** Where glaze on the whole outside begins to run, as a share of the wall; and how much wall a run needs, mm. */
const BELLY = 0.45
const FOOT_MM = 6

/** Share of the drops that fly past the place they are meant for. Common practice, no source. */
const STRAY = 0.2

/** How far tacky wax is dragged, mm. Common practice, no source. */
const SMUDGE_MM = 1.6

/** A film may build up to this much more than its nominal coats. */
const UNEVEN = 1.4

/**
 * Turns the steps of a plan into operations on the skin, one step after another, and remembers what they have come to: what is
 * still wet, waxed, taped, dusty or loose. Each act of a plan compiles itself with these means.
 */
export class SkinCompiler {
  readonly operations: SkinOperation[] = []
  index = 0
  stage: Stage = 'wet'
  seed = 0
  waxed = false
  flaking: Flaking[] = []
  /** Where colour or glaze is still shiny, or the surface wet from a sponge. */
  wet: readonly Stretch[] = []
  /** Where the surface has been misted since it last dried. */
  misted: readonly Stretch[] = []
  unfixedOnBisque = false
  dusty = false
  /** Whether dust lies on the skin as something to see. */
  private dustDrawn = false
  /** Motifs cut so far, whose lines a filling smears beside. */
  readonly grooves: Motif[] = []
  /** Where tape lies now. */
  taped: Stretch[] = []
  /** Coats of one colour laid so far, to know whether any film can be thick enough to blister. */
  private readonly laid = new Map<number, number>()
  thickest = 0
  rawGlazes: RawGlaze[] = []
  /** Glaze on areas of drawings, laid since the last firing. */
  molten: MoltenArea[] = []
  /** Fences and grooves that hold glaze. */
  private standing: FieldSource[] = []
  /** Lines of wax, which hold until a firing. */
  waxLines: FieldSource[] = []
  /** What is laid is dipped or poured: it reaches a part by where it is. */
  bath = false
  /** Where a bath reaches in space, if it does not reach all over. */
  bathPlane: BathPlane | null = null
  /** Whether parts are on: until they are joined they are sprayed each by itself. */
  joined = true

  constructor(
    readonly mediaTable: MediaTable,
    readonly grid: SkinGrid,
    /** All surfaces of the piece: what stands between a spray gun and this one. */
    readonly surfaces: readonly Surface[] = [grid.surface],
  ) {}

  medium(number: number): Medium {
    return this.mediaTable.list[number]
  }

  kindOf(number: number) {
    return MEDIUM_KIND[this.medium(number).kind]
  }

  mixture(parts: readonly MixturePart[]): number | undefined {
    return this.mediaTable.mixture(parts)
  }

  numberOf(mediumId: string): number | undefined {
    return this.mediaTable.numberOf(mediumId)
  }

  push(act: SkinAct, field: FieldSource, aside = false): void {
    const { id } = this.grid.surface
    const on = id === WALL ? {} : { on: id }
    this.operations.push({ stepIndex: this.index, act, field, ...(aside ? { aside } : {}), ...on })
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

  /** Lays passes of a spray. Where this surface is not aimed at, what lands on it is not meant. */
  sprayOn(coat: LaidCoat, place: Place, aim: SprayAim, coats: number): void {
    const act = { act: 'coat', ...coat, ...(coats > 1 ? { coats } : {}) } as const
    this.push(act, this.sprayed(place, aim, coats), !this.stretches(place).length)
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

  /** What runs down from a place, if it has anywhere to run. */
  runsDown(medium: number, stretches: readonly Stretch[], gain: number): void {
    const drips = this.drips(stretches, this.seed + 5)
    if (drips) this.push({ act: 'coat', medium, gain, settles: 'even' }, drips, true)
  }

  /** How the heat of a firing varies over the skin. */
  heat(): FieldSource {
    return fireField(this.grid, 1)
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

  // Acts that several steps have in common.

  /** Coats of one medium that nothing comes between are one act. */
  coatTogether(coat: LaidCoat, place: Place, fields: readonly FieldSource[]): void {
    const { length: coats } = fields
    this.push({ act: 'coat', ...coat, ...(coats > 1 ? { coats } : {}) }, this.within(place, addedUp(this.grid, fields)))
  }

  /** A coat that passes from one mixture into another, in steps. */
  coatBlended(
    coat: Omit<LaidCoat, 'medium'> & { readonly coats?: number },
    place: Place,
    field: FieldSource,
    from: readonly MixturePart[],
    into: { readonly mediumId: string; readonly along: BlendWay },
  ): void {
    const part = (k: number) => blendField(this.grid, field, this.stretches(place), into.along, k)
    this.blended(coat, from, into.mediumId, (k) => this.within(place, part(k)))
  }

  /** A coat over areas that passes from one jar into another. */
  areasBlended(
    coat: Omit<LaidCoat, 'medium'> & { readonly coats?: number },
    field: FieldSource,
    motif: Motif,
    mediumId: string,
    into: { readonly mediumId: string; readonly along: AreaBlend },
  ): void {
    this.blended(coat, [{ mediumId, parts: 1 }], into.mediumId, (k) =>
      areaBlendField(this.grid, field, motif, into.along, k),
    )
  }

  private blended(
    coat: Omit<LaidCoat, 'medium'> & { readonly coats?: number },
    from: readonly MixturePart[],
    intoId: string,
    part: (k: number) => FieldSource,
  ): void {
    const total = from.reduce((sum, p) => sum + p.parts, 0)
    for (let k = 0; k < BLEND_STEPS; k++) {
      const medium = this.mixture([
        ...from.map((p) => ({ ...p, parts: p.parts * (BLEND_STEPS - 1 - k) })),
        { mediumId: intoId, parts: k * total },
      ])
      if (medium !== undefined) this.push({ act: 'coat', medium, ...coat }, part(k))
    }
  }

  lift(stretches: readonly Stretch[], cover: number, share: number, seed: number): void {
    this.push({ act: 'lift', share }, this.patches(stretches, cover, 9, seed), true)
  }

  /** A coat over one that still shines takes some of it off. */
  liftShiny(stretches: readonly Stretch[], seed: number): void {
    this.lift(stretches, LIFTED.cover, LIFTED.share, seed)
  }

  /** The part of some stretches that is still wet. */
  wetIn(stretches: readonly Stretch[]): Stretch[] {
    return common(stretches, this.wet)
  }

  liftIfWet(stretches: readonly Stretch[], seed: number): void {
    const wet = this.wetIn(stretches)
    if (wet.length) this.liftShiny(wet, seed)
  }

  /** A place has been dried, wiped or waxed; elsewhere what is wet stays wet. */
  dried(stretches: readonly Stretch[]): void {
    this.wet = this.wet.flatMap((s) => without(s, stretches))
  }

  beads(medium: number, stretches: readonly Stretch[]): void {
    if (this.waxed)
      this.push({ act: 'bead', medium }, this.patches(stretches, BEADS.cover, BEADS.sizeMm, this.seed + 7), true)
  }

  /** Remembers what will come off in the next fire. */
  comesOff(medium: number, stretches: readonly Stretch[]): void {
    this.flaking.push({ medium, stretches, seed: this.seed })
  }

  /** What holds glaze: fences, grooves and lines of wax. */
  get holds(): readonly FieldSource[] {
    return [...this.standing, ...this.waxLines]
  }

  /** A line stands or lies here that holds glaze. */
  holdsAt(motif: Motif): void {
    this.standing.push(this.marks({ ...motif, ground: false }, 'mask'))
  }

  /** Glaze over all of a place lies over its fences too: they hold no more. */
  floods(stretches: readonly Stretch[]): void {
    this.standing = this.standing.filter((line) => !meet(line.stretches, stretches))
  }

  /** Whether what shrinks with the clay comes off here, since the clay no longer does. */
  sheds(medium: number): boolean {
    const kind = this.kindOf(medium)
    return kind.shrinks && kind.laid.fit[this.stage].fit === 'harmful'
  }

  countCoats(medium: number, coats: number): void {
    const total = (this.laid.get(medium) ?? 0) + coats * UNEVEN
    this.laid.set(medium, total)
    this.thickest = Math.max(this.thickest, total)
  }

  /** A colour has been laid: it is wet until it has waited, and on bisque nothing fixes it. */
  settle(waits: boolean, stretches: readonly Stretch[]): void {
    if (this.stage === 'bisque') this.unfixedOnBisque = true
    // While one place is waited for, all others dry too.
    this.wet = waits ? [] : [...this.wet, ...stretches]
    this.misted = []
  }

  /** Whether any of these stretches has been misted and not dried since. */
  isMisted(stretches: readonly Stretch[]): boolean {
    return meet(stretches, this.misted)
  }

  /** Raw glazes of which none of another medium lies with them. */
  glazesAlone(): RawGlaze[] {
    return this.rawGlazes.filter(
      (glaze) =>
        !this.rawGlazes.some((other) => other.medium !== glaze.medium && meet(glaze.stretches, other.stretches)),
    )
  }

  /** Dust of a dry cut or a scraper, lying where `field` says. */
  dustLies(field: FieldSource): void {
    this.push({ act: 'dust' }, field, true)
    this.dustDrawn = true
    this.dusty = true
  }

  /** All dust is taken off. */
  dustOff(): void {
    if (this.dustDrawn) this.push({ act: 'dustOff' }, this.evenOver(this.wholeSkin))
    this.dustDrawn = false
    this.dusty = false
  }

  /** Everything wet, waxed, taped, loose or raw is settled by a firing. */
  fired(dusty: boolean): void {
    this.flaking = []
    this.waxed = false
    this.unfixedOnBisque = false
    this.wet = []
    this.misted = []
    this.taped = []
    this.rawGlazes = []
    this.molten = []
    this.waxLines = []
    this.dustDrawn = false
    this.dusty = dusty
  }
}
