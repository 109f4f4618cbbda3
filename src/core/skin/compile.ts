import { seedFromText } from '../base/random'
import { STAGE_FIT } from '../clay/stageFit'
import type { Stage } from '../clay/stages'
import { coneIndex } from '../firing/cones'
import type { Stretch } from '../form/turnedForm'
import type { Medium } from '../model/material'
import { TOOL, type Step, type StepOf } from '../model/step'
import { timeline } from '../model/timeline'
import type { SkinAct } from './acts'
import { brushField, evenField, fireField, patchField, pourField } from './coatFields'
import type { SkinGrid } from './grid'
import type { FieldSource } from './levelField'
import { marksField } from './motifs/marksField'
import { stretchesOf, wholeSkin } from './place'

/** One act over one level field; several make a step. */
export interface SkinOperation {
  readonly stepIndex: number
  readonly act: SkinAct
  readonly field: FieldSource
}

/** A dip leaves about as much as three brushed coats, a pour a little less. Common practice, no source. */
const GLAZE_GAIN = { dip: 3, pour: 2.5, brush: 1 } as const

/** Film of one medium from which it blisters or flakes in the bisque: some twelve coats thick. Common practice: a blob, or some 20 coats. */
export const FLAKE_LIMIT_EIGHTHS = 12 * 8

/**
 * Turns a plan into acts on the skin, in order, with everything that goes wrong at the wrong time: colour on wet clay drags,
 * a coat on a wet coat lifts it, slip on dry clay flakes in the fire, carving dry clay tears, dust makes glaze crawl, a dip
 * smears what is not fixed.
 */
export function compilePlan(steps: readonly Step[], media: readonly Medium[], grid: SkinGrid): SkinOperation[] {
  const compiler = new PlanCompiler(media, grid)
  const times = timeline(steps)
  steps.forEach((step, index) => compiler.add(step, index, times[index].stage))
  return compiler.operations
}

/** A firing at the end of an unfinished plan, to show it fired as it stands. */
export function virtualFiring(grid: SkinGrid, stepIndex: number, cone: number, melts: boolean): SkinOperation {
  return { stepIndex, act: { act: 'fire', cone, melts }, field: fireField(grid, 1) }
}

class PlanCompiler {
  readonly operations: SkinOperation[] = []
  private readonly number = new Map<string, number>()
  private index = 0
  private waxed = false
  /** Media that will flake in the next fire, and where. */
  private flaking: { medium: number; stretches: Stretch[]; seed: number }[] = []
  private lastWet: { stretches: Stretch[] } | null = null
  private unfixedOnBisque = false
  private dusty = false
  /** Coats of one colour medium laid so far, to know whether any film can be thick enough to blister. */
  private readonly laid = new Map<number, number>()
  private thickest = 0

  constructor(
    private readonly media: readonly Medium[],
    private readonly grid: SkinGrid,
  ) {
    media.forEach((medium, i) => this.number.set(medium.id, i))
  }

  add(step: Step, index: number, stage: Stage): void {
    this.index = index
    const seed = seedFromText(step.id) & 0xffff
    switch (step.act) {
      case 'coat':
        return this.coat(step, stage, seed)
      case 'glaze':
        return this.glaze(step, stage, seed)
      case 'wax':
        return this.wax(step)
      case 'carve':
        return this.carve(step, stage)
      case 'cleanFoot':
        return this.push({ act: 'strip' }, evenField(this.grid, this.footStretches(step.upMm), 15))
      case 'wipeDust':
        this.dusty = false
        return
      case 'fire':
        return this.fire(step, seed)
      case 'bring':
        this.lastWet = null
        return
      case 'divide':
        return
    }
  }

  private push(act: SkinAct, field: SkinOperation['field']): void {
    this.operations.push({ stepIndex: this.index, act, field })
  }

  private footStretches(upMm: number): Stretch[] {
    const { base, outside } = this.grid.form.zones
    return [{ from: base.from, to: Math.min(outside.to, outside.from + upMm) }]
  }

  private coat(step: StepOf<'coat'>, stage: Stage, seed: number): void {
    const medium = this.number.get(step.mediumId)
    if (medium === undefined || stage === 'fired') return
    const stretches = stretchesOf(this.grid.form, step.place)
    const kind = this.media[medium].kind === 'slip' ? 'slip' : 'underglaze'
    if (this.lastWet) this.lift(stretches, 0.4, 0.85, seed + 50)
    for (let i = 0; i < step.coats; i++) {
      if (i > 0 && !step.waits) this.lift(stretches, 0.4, 0.85, seed + 51 + i)
      else if (i > 0 && stage === 'softLeatherHard') this.lift(stretches, 0.16, 0.45, seed + 51 + i)
      const around = step.direction === 'oneWay' || i % 2 === 0
      this.push({ act: 'coat', medium, gain: stage === 'wet' && kind === 'underglaze' ? 0.4 : 1 }, brushField(this.grid, stretches, around, seed + i))
      if (stage === 'wet') this.lift(stretches, 0.35, 0.7, seed + 80 + i)
    }
    if (this.waxed) this.push({ act: 'bead', medium }, patchField(this.grid, { stretches, cover: 0.015, sizeMm: 3.5, seed: seed + 7 }))
    if (kind === 'slip' && STAGE_FIT.slip[stage].fit === 'harmful') this.flaking.push({ medium, stretches, seed })
    if (stage === 'bisque' || stage === 'glazedRaw') this.unfixedOnBisque = true
    this.lastWet = step.waits ? null : { stretches }
    this.laid.set(medium, (this.laid.get(medium) ?? 0) + step.coats * 1.4)
    this.thickest = Math.max(this.thickest, this.laid.get(medium) ?? 0)
  }

  private lift(stretches: Stretch[], cover: number, share: number, seed: number): void {
    this.push({ act: 'lift', share }, patchField(this.grid, { stretches, cover, sizeMm: 9, seed }))
  }

  private glaze(step: StepOf<'glaze'>, stage: Stage, seed: number): void {
    const medium = this.number.get(step.mediumId)
    if (medium === undefined || stage === 'fired') return
    const stretches = stretchesOf(this.grid.form, step.place)
    if (step.how === 'dip' && this.unfixedOnBisque) {
      this.push({ act: 'smear', share: 0.75 }, patchField(this.grid, { stretches, cover: 0.45, sizeMm: 14, seed: seed + 3 }))
    }
    const coats = step.how === 'brush' ? step.coats : 1
    for (let i = 0; i < coats; i++) {
      if (i > 0 && !step.waits) this.lift(stretches, 0.4, 0.85, seed + 60 + i)
      const field = step.how === 'brush' ? brushField(this.grid, stretches, true, seed + i) : pourField(this.grid, stretches, seed)
      this.push({ act: 'coat', medium, gain: GLAZE_GAIN[step.how] }, field)
    }
    if (this.waxed) this.push({ act: 'bead', medium }, patchField(this.grid, { stretches, cover: 0.015, sizeMm: 3.5, seed: seed + 7 }))
    if (STAGE_FIT.glaze[stage].fit === 'harmful') this.flaking.push({ medium, stretches, seed })
    this.lastWet = null
  }

  private wax(step: StepOf<'wax'>): void {
    this.waxed = true
    this.push({ act: 'wax', tacky: !step.waits }, evenField(this.grid, stretchesOf(this.grid.form, step.place), 15))
    this.lastWet = null
  }

  private carve(step: StepOf<'carve'>, stage: Stage): void {
    if (stage === 'fired') return
    const { grid } = this
    const tool = TOOL[step.tool]
    const depthUm = step.depthMm * 1000
    const hard = stage === 'bisque' || stage === 'glazedRaw'
    const burr = stage === 'wet' ? 260 : stage === 'softLeatherHard' ? 130 : tool.leavesBurr && stage === 'leatherHard' ? 60 : 0
    if (burr > 0) this.push({ act: 'burr', heightUm: burr }, marksField(grid, step.motif, 'burr'))
    const ragged = stage === 'boneDry' || hard || stage === 'wet'
    const edge = ragged ? 'ragged' : step.tool === 'needle' || step.tool === 'knife' ? 'sharpGroove' : 'groove'
    this.push({ act: 'carve', depthUm, cutsBody: !hard }, marksField(grid, step.motif, edge))
    this.dusty ||= stage === 'boneDry' || hard
  }

  private fire(step: StepOf<'fire'>, seed: number): void {
    const { grid } = this
    const all = wholeSkin(grid.form)
    for (const { medium, stretches, seed: own } of this.flaking) {
      this.push({ act: 'flake', medium }, patchField(grid, { stretches, cover: 0.45, sizeMm: 16, seed: own }))
    }
    if (this.thickest > FLAKE_LIMIT_EIGHTHS / 8) {
      this.push({ act: 'blister', limitEighths: FLAKE_LIMIT_EIGHTHS }, patchField(grid, { stretches: all, cover: 0.3, sizeMm: 12, seed }))
    }
    if (step.firing === 'glaze' && this.dusty) this.push({ act: 'crawl' }, patchField(grid, { stretches: all, cover: 0.05, sizeMm: 7, seed: seed + 1 }))
    this.push({ act: 'fire', cone: coneIndex(step.cone), melts: step.firing === 'glaze' }, fireField(grid, 1))
    this.flaking = []
    this.waxed = false
    this.unfixedOnBisque = false
    this.lastWet = null
    this.dusty = step.firing !== 'glaze'
  }
}
