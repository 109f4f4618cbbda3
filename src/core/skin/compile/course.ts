import type { Stage } from '../../clay/stages'
import type { Stretch } from '../../form/turnedForm'
import type { Medium } from '../../model/material'
import type { Motif } from '../../model/motif'
import type { Place, Step } from '../../model/step'
import type { SkinAct } from '../acts'
import { evenField, patchField } from '../coatFields'
import type { SkinGrid } from '../grid'
import { inArcs, type FieldSource } from '../levelField'
import type { MediaShelf } from '../mediaShelf'
import { marksField } from '../motifs/marksField'
import { arcsOf, stretchesOf } from '../place'

/** One act over one level field; several make a step. What happens `aside` is no part of what the step intends. */
export interface SkinOperation {
  readonly stepIndex: number
  readonly act: SkinAct
  readonly field: FieldSource
  readonly aside?: boolean
}

/** Something that will come off in the next fire, and where. */
interface Flaking {
  readonly medium: number
  readonly stretches: readonly Stretch[]
  readonly seed: number
}

/** What the plan has come to, as the steps are gone through in order. */
export class Course {
  readonly operations: SkinOperation[] = []
  index = 0
  stage: Stage = 'wet'
  seed = 0
  waxed = false
  flaking: Flaking[] = []
  /** Where the last colour is still shiny, or the surface wet from a sponge. */
  lastWet: { readonly stretches: readonly Stretch[] } | null = null
  unfixedOnBisque = false
  dusty = false
  /** Motifs cut so far, whose lines a filling smears beside. */
  readonly grooves: Motif[] = []
  /** Where tape lies now. */
  taped: Stretch[] = []
  /** Coats of one colour laid so far, to know whether any film can be thick enough to blister. */
  private readonly laid = new Map<number, number>()
  thickest = 0
  /** Glaze laid since the last firing, in brushed coats, over stretches. */
  glazed: { readonly medium: number; readonly stretches: readonly Stretch[]; readonly coats: number }[] = []

  constructor(
    readonly shelf: MediaShelf,
    readonly grid: SkinGrid,
  ) {}

  medium(number: number): Medium {
    return this.shelf.list[number]
  }

  push(act: SkinAct, field: FieldSource, aside = false): void {
    this.operations.push({ stepIndex: this.index, act, field, ...(aside ? { aside } : {}) })
  }

  stretches(place: Place): Stretch[] {
    return stretchesOf(this.grid.form, place)
  }

  /** A field cut to the sectors of a place. */
  within(place: Place, field: FieldSource): FieldSource {
    return inArcs(this.grid, field, arcsOf(place))
  }

  /** All of a place at one level. */
  even(place: Place, level = 15): FieldSource {
    return this.within(place, evenField(this.grid, this.stretches(place), level))
  }

  /** The shape of a resist: a motif, or all of a place. */
  shape(place: Place, motif: Motif | null): FieldSource {
    return motif ? marksField(this.grid, motif, 'mask') : this.even(place)
  }

  patches(stretches: readonly Stretch[], cover: number, sizeMm: number, seed: number): FieldSource {
    return patchField(this.grid, { stretches, cover, sizeMm, seed })
  }

  lift(stretches: readonly Stretch[], cover: number, share: number, seed: number): void {
    this.push({ act: 'lift', share }, this.patches(stretches, cover, 9, seed), true)
  }

  /** A coat over one that still shines takes some of it off. */
  liftIfWet(stretches: readonly Stretch[], seed: number): void {
    if (this.lastWet) this.lift(stretches, 0.4, 0.85, seed)
  }

  beads(medium: number, stretches: readonly Stretch[]): void {
    if (this.waxed) this.push({ act: 'bead', medium }, this.patches(stretches, 0.015, 3.5, this.seed + 7), true)
  }

  countCoats(medium: number, coats: number): void {
    const total = (this.laid.get(medium) ?? 0) + coats * 1.4
    this.laid.set(medium, total)
    this.thickest = Math.max(this.thickest, total)
  }

  settle(step: Extract<Step, { waits: boolean }>, stretches: readonly Stretch[]): void {
    this.lastWet = step.waits ? null : { stretches }
  }
}
