import { MOISTURE_STAGES } from '../../clay/drying/course'
import { DRYING_STAGES, STAGE, stageIndex, STAGES, type Stage } from '../../clay/stages'
import { isA, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import type { PieceDrying } from '../drying/pieceDrying'

/** A stretch of the rail: a stage of the clay, or a kiln. Lengths in pixels. */
export interface RailStretch {
  readonly kind: 'stage' | 'kiln'
  readonly stage: Stage
  readonly name: string
  readonly from: number
  readonly to: number
  /** Water in the wall at both ends, 0–1: the height of the wedge. */
  readonly water: readonly [number, number]
  /** Index of the “bring to” that opens this stage or the firing of this kiln; null when nothing in the plan brings it there. */
  readonly openedBy: number | null
  /** False for stages that the plan only passes through. */
  readonly visited: boolean
}

/** A step hung from the rail. */
export interface RailTag {
  readonly index: number
  readonly x: number
  readonly above: boolean
}

export interface RailLayout {
  readonly stretches: readonly RailStretch[]
  readonly tags: readonly RailTag[]
  readonly width: number
}

const PASSED = 78
const PITCH = 68
const ENTRY = 46
const KILN = 92
const LEAST = 96

interface Draft {
  kind: 'stage' | 'kiln'
  stage: Stage
  openedBy: number | null
  visited: boolean
  steps: number[]
}

/** Stretches in the order of the plan; a plan that sends the clay back to an earlier stage gets that stretch again. */
function drafts(steps: readonly Step[]): Draft[] {
  const times = timeline(steps)
  const list: Draft[] = [{ kind: 'stage', stage: 'wet', openedBy: null, visited: true, steps: [] }]
  const last = () => list[list.length - 1]
  const passTo = (stage: Stage) => {
    for (const passed of DRYING_STAGES) {
      if (stageIndex(passed) > stageIndex(last().stage) && stageIndex(passed) < stageIndex(stage))
        list.push({ kind: 'stage', stage: passed, openedBy: null, visited: false, steps: [] })
    }
  }
  steps.forEach((step, i) => {
    if (isA(step, 'drying')) {
      if (stageIndex(last().stage) < stageIndex('bisque')) passTo(step.to)
      list.push({ kind: 'stage', stage: step.to, openedBy: i, visited: true, steps: [] })
    } else if (isA(step, 'firing')) {
      list.push({ kind: 'kiln', stage: times[i + 1].stage, openedBy: i, visited: true, steps: [] })
      list.push({ kind: 'stage', stage: times[i + 1].stage, openedBy: null, visited: true, steps: [] })
    } else last().steps.push(i)
  })
  if (stageIndex(last().stage) < stageIndex('bisque')) {
    passTo('bisque')
    if (last().kind === 'stage') list.push({ kind: 'kiln', stage: 'bisque', openedBy: null, visited: false, steps: [] })
  }
  return list
}

const naturalWidth = ({ kind, visited, openedBy, steps }: Draft) =>
  kind === 'kiln'
    ? KILN
    : !visited
      ? PASSED
      : Math.max(steps.length ? LEAST : PASSED, steps.length * PITCH + 36) + (openedBy !== null ? ENTRY : 0)

const nameOf = (draft: Draft) =>
  draft.stage === 'bisque' && draft.kind === 'stage'
    ? 'on bisque'
    : draft.kind === 'kiln'
      ? 'kiln'
      : STAGE[draft.stage].name

/** Water in the wall where each stage begins, 1 as thrown. */
export type RailWater = Readonly<Record<Stage, number>>

const PLAIN_WATER = Object.fromEntries(STAGES.map((stage) => [stage, STAGE[stage].water])) as RailWater

/** The wedge of a piece from how its own clay dries: each stage as thick as the water it begins with. */
export function railWater({ begins, plastic }: PieceDrying): RailWater {
  return {
    ...PLAIN_WATER,
    ...Object.fromEntries(DRYING_STAGES.map((stage) => [stage, stage === 'wet' ? 1 : begins[stage] / plastic])),
  }
}

/** Where on the rail clay of a water content is: in its first stretch of that stage, as far along as it has dried; null once fired. */
export function railPlace(layout: RailLayout, { begins, plastic }: PieceDrying, water: number): number | null {
  const stages = layout.stretches.filter(
    (stretch, i) => stretch.kind === 'stage' && !layout.stretches.slice(0, i).some((s) => s.kind === 'kiln'),
  )
  const order = [...MOISTURE_STAGES]
  const stage = order.findLast((s) => water <= (s === 'wet' ? plastic : begins[s]) + 1e-9) ?? 'wet'
  const shown = stage === 'tooFirm' ? 'hardLeatherHard' : stage
  const stretch = stages.find((s) => s.stage === shown)
  if (!stretch) return null
  const from = shown === 'wet' ? plastic : begins[shown]
  const to = shown === 'boneDry' ? 0 : begins[order[order.indexOf(shown) + (shown === 'hardLeatherHard' ? 2 : 1)]]
  return stretch.from + (stretch.to - stretch.from) * Math.min(1, Math.max(0, (from - water) / (from - to)))
}

/** Lays a plan along the life of the clay. Grows to fill `availablePx`, or overflows it when the plan is long. */
export function railLayout(steps: readonly Step[], availablePx: number, water: RailWater = PLAIN_WATER): RailLayout {
  const list = drafts(steps)
  const natural = list.map(naturalWidth)
  const total = natural.reduce((a, b) => a + b, 0)
  const spare = Math.max(0, availablePx - total)
  const stages = list.filter((d) => d.kind === 'stage').length
  const stretches: RailStretch[] = []
  const tags: RailTag[] = []
  let x = 0
  let hung = 0
  list.forEach((draft, i) => {
    const width = natural[i] + (draft.kind === 'stage' ? spare / stages : 0)
    const wet = water[draft.stage]
    const nextStage = list.slice(i + 1).find((d) => d.kind === 'stage')
    const nextWater = nextStage ? water[nextStage.stage] : 0
    stretches.push({
      kind: draft.kind,
      stage: draft.stage,
      name: nameOf(draft),
      from: x,
      to: x + width,
      water: [wet, draft.kind === 'kiln' ? wet : nextWater],
      openedBy: draft.openedBy,
      visited: draft.visited,
    })
    const start = x + (draft.openedBy !== null && draft.kind === 'stage' ? ENTRY : 0)
    const room = x + width - start
    draft.steps.forEach((index, k) =>
      tags.push({ index, x: start + (room * (k + 0.5)) / draft.steps.length, above: hung++ % 2 === 0 }),
    )
    x += width
  })
  return { stretches, tags, width: x }
}

/** The place in the plan where a step dropped at `x` should go, counted in the whole plan, and the stage of the stretch there. */
export function dropPlace(
  layout: RailLayout,
  steps: readonly Step[],
  x: number,
): { at: number; stage: Stage; visited: boolean } {
  // The near half of a kiln still belongs to what comes before the firing.
  const reach = (s: RailStretch, next: RailStretch | undefined) =>
    next?.kind === 'kiln' ? (next.from + next.to) / 2 : s.to
  const stretch =
    layout.stretches.find((s, k) => x < reach(s, layout.stretches[k + 1])) ??
    layout.stretches[layout.stretches.length - 1]
  const i = layout.stretches.indexOf(stretch)
  const opened = layout.stretches.slice(0, i + 1).findLast((s) => s.openedBy !== null)
  const start = opened?.openedBy === null || opened === undefined ? 0 : opened.openedBy + 1
  const before = layout.tags.filter((tag) => tag.x < x && tag.x >= stretch.from).length
  const passed = layout.tags.filter((tag) => tag.x < stretch.from && tag.index >= start).length
  return {
    at: Math.min(steps.length, start + passed + before),
    stage: stretch.stage,
    visited: stretch.visited && stretch.kind === 'stage',
  }
}
