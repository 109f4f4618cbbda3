import { isGreenware, type Stage } from '../clay/stages'
import { ANY_CLAY, type FiredWith } from '../firing/firedWith'
import { WALL } from '../form/assembly'
import type { Surface } from '../form/surfaces/surface'
import type { Stretch } from '../form/turnedForm'
import type { Medium } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import type { Motif } from '../vocabulary/motif'
import type { Place } from '../vocabulary/place'
import type { SprayAim } from '../vocabulary/spray'
import type { Settling, StackOp } from './stackOps'
import { blendField, BLEND_STEPS, type BlendWay } from './applicatorFields'
import type { SkinGrid } from './grid'
import { areaBlendField, type AreaBlend } from './areas/areaBlend'
import type { MoltenAreas } from './areas/mingleField'
import { addedUp, type FieldSource } from './levelField'
import type { MediaTable, MixturePart } from './mediaTable'
import type { SkinOperation } from './operation'
import { SkinFields } from './skinFields'
import { common, meet, without } from './stretchSets'

/** How much comes off: share of the place, and size of its pieces, mm. */
interface ComingOff {
  readonly cover: number
  readonly sizeMm: number
}

/* Common practice, no source: what cannot shrink with the clay comes off in sheets, raw glaze on dry clay here and there. */
const FLAKES: ComingOff = { cover: 0.45, sizeMm: 16 }
const RAW_GLAZE_FLAKES: ComingOff = { cover: 0.2, sizeMm: 9 }

/** Something that will come off in the next fire, and where. */
interface Flaking extends ComingOff {
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

/** A film may build up to this much more than its nominal coats. */
const UNEVEN = 1.4

/**
 * Turns the steps of a plan into operations on the skin, one step after another, and remembers what they have come to: what is
 * still wet, waxed, taped, dusty or loose. Each act of a plan compiles itself with these means.
 */
export class SkinCompiler extends SkinFields {
  readonly operations: SkinOperation[] = []
  index = 0
  stage: Stage = 'wet'
  waxed = false
  flaking: Flaking[] = []
  /** Where colour or glaze is still shiny, or the surface wet from a sponge. */
  wet: readonly Stretch[] = []
  /** Where the surface has been misted since it last dried. */
  misted: readonly Stretch[] = []
  unfixedOnBisque = false
  dusty = false
  /** The skin was dried much faster than the wall: it will crack. */
  rushed = false
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
  constructor(
    readonly mediaTable: MediaTable,
    grid: SkinGrid,
    surfaces: readonly Surface[] = [grid.surface],
    readonly firedWith: FiredWith = ANY_CLAY,
  ) {
    super(grid, surfaces)
  }

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

  push(act: StackOp, field: FieldSource, aside = false): void {
    const { id } = this.grid.surface
    const on = id === WALL ? {} : { on: id }
    this.operations.push({ stepIndex: this.index, act, field, ...(aside ? { aside } : {}), ...on })
  }

  // Acts that several steps have in common.

  /** Lays passes of a spray. Where this surface is not aimed at, what lands on it is not meant. */
  sprayOn(coat: LaidCoat, place: Place, aim: SprayAim, coats: number): void {
    const act = { act: 'coat', ...coat, ...(coats > 1 ? { coats } : {}) } as const
    this.push(act, this.sprayed(place, aim, coats), !this.stretches(place).length)
  }

  /** What runs down from a place, if it has anywhere to run. */
  runsDown(medium: number, stretches: readonly Stretch[], gain: number): void {
    const drips = this.drips(stretches, this.seed + 5)
    if (drips) this.push({ act: 'coat', medium, gain, settles: 'even' }, drips, true)
  }

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
  comesOff(medium: number, stretches: readonly Stretch[], { cover, sizeMm } = FLAKES): void {
    this.flaking.push({ medium, stretches, seed: this.seed, cover, sizeMm })
  }

  /** A raw glaze lies on clay as it is now: damp clay shrinks away under it, and on dry clay it holds only if it is meant for it. */
  glazeHolds(medium: number, stretches: readonly Stretch[]): void {
    if (MEDIUM_KIND.glaze.laid.fit[this.stage].fit === 'harmful') this.comesOff(medium, stretches)
    else if (isGreenware(this.stage) && !this.firedWith.once) this.comesOff(medium, stretches, RAW_GLAZE_FLAKES)
  }

  /** A line stands or lies here that holds glaze. */
  holdsAt(motif: Motif): void {
    this.holding.push(this.marks({ ...motif, ground: false }, 'mask'))
  }

  /** Glaze over all of a place lies over its fences too: they hold no more. */
  floods(stretches: readonly Stretch[]): void {
    this.holding = this.holding.filter((line) => !meet(line.stretches, stretches))
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
    this.rushed = false
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
