import { buildForm } from '../form/buildForm'
import type { TurnedForm } from '../form/turnedForm'
import { coneIndex, type Cone } from '../firing/cones'
import { type Result, ok } from '../base/result'
import { compilePlan, type CompiledPlan } from '../plan/compilePlan'
import type { SkinOperation } from '../skin/operation'
import { localStage } from '../plan/localStage'
import { MediaTable } from '../skin/mediaTable'
import { StackOptics } from '../skin/appearance'
import { chartOf, looseAtlas, type Atlas } from '../skin/atlas'
import type { SkinGrid } from '../skin/grid'
import type { Motif } from '../vocabulary/motif'
import { probeSpot, type ProbePoint } from '../skin/probe'
import type { Stack } from '../skin/stack'
import type { MediumTraits } from '../skin/stackOps'
import type { Body, Medium } from '../vocabulary/material'
import type { Piece } from '../model/piece'
import type { Trait } from '../plan/actDefinition'
import { isA, type Step, type StepWith } from '../plan/step'
import { firedWith, type Studio, type Ways } from '../model/studio'
import { timeline } from '../plan/timeline'
import { type StepTime } from '../plan/stepTime'

/** Everything rules look at: the plan, the clay's state at each step, and stacks at any spot. */
export class JudgedPlan {
  readonly form: TurnedForm
  /** All surfaces of the piece. */
  readonly atlas: Atlas
  /** The raster of its wall. */
  readonly grid: SkinGrid
  readonly steps: readonly Step[]
  readonly times: readonly StepTime[]
  readonly operations: readonly SkinOperation[]
  readonly optics: StackOptics
  readonly ways: Ways
  readonly mediaTable: MediaTable
  /** All media, mixtures among them, by number. */
  readonly media: readonly Medium[]
  /** What the cupboard holds: only that can be offered. */
  readonly jars: readonly Medium[]
  private readonly spots = new Map<string, Stack[]>()

  private constructor(
    readonly piece: Piece,
    readonly studio: Studio,
    readonly body: Body,
    { form, atlas, mediaTable, operations }: CompiledPlan,
  ) {
    this.form = form
    this.atlas = atlas
    this.grid = atlas.charts[0].grid
    this.mediaTable = mediaTable
    this.operations = operations
    this.steps = piece.steps
    this.times = timeline(piece.steps).map((time, i) =>
      i < piece.steps.length ? { ...time, stage: localStage(this.grid.surface, piece.steps, i, time.stage) } : time,
    )
    this.media = mediaTable.list
    this.jars = Object.values(studio.media)
    this.optics = new StackOptics(body, mediaTable.list)
    this.ways = studio.ways
  }

  /** Judges a plan; one that has been compiled for its picture need not be compiled again. */
  static of(piece: Piece, studio: Studio, compiled?: CompiledPlan): Result<JudgedPlan> {
    const body = studio.bodies[piece.bodyId]
    if (compiled) return ok(new JudgedPlan(piece, studio, body, compiled))
    const form = buildForm(piece.form)
    if (!form.ok) return form
    // Probing needs no raster: coarse grids carry the form.
    const atlas = looseAtlas(form.value, piece.form.parts)
    const mediaTable = new MediaTable(Object.values(studio.media))
    const operations = compilePlan(piece.steps, mediaTable, atlas, firedWith(body, studio.ways))
    return ok(new JudgedPlan(piece, studio, body, { form: form.value, atlas, mediaTable, operations }))
  }

  /** The piece with other steps: its form, its surfaces and what is known of them are not made again. */
  withSteps(steps: readonly Step[]): JudgedPlan {
    const { form, atlas, mediaTable } = this
    const operations = compilePlan(steps, mediaTable, atlas, firedWith(this.body, this.ways))
    return new JudgedPlan({ ...this.piece, steps: [...steps] }, this.studio, this.body, {
      form,
      atlas,
      mediaTable,
      operations,
    })
  }

  /** Steps that have one of some traits, with their place in the plan and the stage they happen in. */
  of<T extends Trait>(...traits: readonly T[]): { step: StepWith<T>; index: number; time: StepTime }[] {
    return this.steps.flatMap((step, index) =>
      isA(step, ...traits) ? [{ step: step as StepWith<T>, index, time: this.times[index] }] : [],
    )
  }

  medium(id: string): Medium | undefined {
    return this.studio.media[id]
  }

  /** The raster of the surface that a motif lies on. */
  gridOf = (motif: Motif): SkinGrid => chartOf(this.atlas, motif.on).grid

  /** The stack at a spot after each step (entry 0: bare clay). */
  probe(spot: ProbePoint): Stack[] {
    const key = `${spot.lengthMm.toFixed(1)}@${spot.inLineOf}@${spot.across ?? ''}@${spot.onHigh ?? ''}@${spot.on ?? ''}`
    let stacks = this.spots.get(key)
    if (!stacks) {
      stacks = probeSpot(this.operations, this.steps.length, spot, this.traits)
      this.spots.set(key, stacks)
    }
    return stacks
  }

  get traits(): readonly MediumTraits[] {
    return this.media
  }

  /** The cone of the hottest firing planned, or the body's bisque. */
  get topCone(): Cone {
    return this.of('firing').reduce<Cone>(
      (top, { step }) => (coneIndex(step.cone) > coneIndex(top) ? step.cone : top),
      this.body.bisqueCone,
    )
  }

  /** Lab of a stack as it will be after the last firing. */
  firedLab(stack: Stack): [number, number, number] {
    return this.optics.lab({ ...stack, cone: Math.max(stack.cone, coneIndex(this.topCone)) })
  }

  /** The final stack at a spot. */
  finalStack(spot: ProbePoint): Stack {
    const stacks = this.probe(spot)
    return stacks[stacks.length - 1]
  }

  /** A step id that the plan does not use yet; the same plan gives the same ids. */
  freshId(offset = 0): string {
    let n = this.steps.length + 1 + offset
    while (this.steps.some((step) => step.id === `mend-${n}`)) n++
    return `mend-${n}`
  }
}
