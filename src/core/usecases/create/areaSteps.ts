import { surfacesOf, WALL } from '../../form/assembly'
import type { TurnedForm } from '../../form/turnedForm'
import { sharedMm } from '../../judge/stepStretches'
import { reachOn } from '../../plan/localStage'
import { partedStretchOn } from '../../skin/areas/areaRaster'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { FoundArea } from '../../skin/areas/findAreas'
import { colourNeighbours } from '../../skin/areas/fourColours'
import { isA, actOf, isAreaWork, isFiring, type Step, type StepOf } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { infiniteReflectance } from '../../colour/kubelkaMunk'
import type { Medium } from '../../vocabulary/material'
import { followed, type PieceDrawing, type TakenArea } from '../../vocabulary/pieceDrawing'
import { keepingAreas } from './drawnAreas'
import { placedStep } from './newStep'

/** Work on areas of a drawing: one step a jar. */
export type AreaStep = StepOf<'colourIn'> | StepOf<'glazeIn'>

const areaStepsOf = (piece: Piece, drawingId: string): AreaStep[] =>
  piece.steps.filter(isAreaWork).filter(({ motif }) => motif.of === drawingId)

/** The jars of each area of a drawing, in the order in which they are laid. */
export function jarsOfAreas(piece: Piece, drawingId: string): ReadonlyMap<number, readonly string[]> {
  const jars = new Map<number, string[]>()
  for (const step of areaStepsOf(piece, drawingId))
    for (const { id } of step.take) jars.set(id, [...(jars.get(id) ?? []), step.mediumId])
  return jars
}

/** How light a jar fires by itself, 0–1: the mean of what an opaque film reflects. */
const paleness = ({ optics: { K, S } }: Medium): number =>
  K.reduce((sum, k, i) => sum + infiniteReflectance(k, S[i]), 0) / K.length

/**
 * The last place in a plan where the clay suits a jar; before the first firing, if there is one. 0 if there is none.
 */
function lastGood(
  steps: readonly Step[],
  studio: Studio,
  act: AreaStep['act'],
  jar: string,
  drawing: PieceDrawing,
): number {
  const kindOf = (id: string) => studio.media[id]?.kind
  const thought = {
    act,
    id: 'x',
    done: false,
    mediumId: jar,
    motif: drawing.motif,
    take: [],
    tool: 'bulb',
    coats: 1,
    waits: true,
  }
  const step = thought as AreaStep
  const times = timeline(steps)
  const good = [...times.keys()].filter((at) => actOf(step).fit(step, kindOf)?.fit[times[at].stage].fit === 'good')
  const fired = steps.findIndex(isFiring)
  return good.findLast((at) => fired < 0 || at <= fired) ?? good.at(-1) ?? 0
}

/** The last step that lays colour all over where a drawing stands, before anything is glazed; −1 if there is none. */
function groundOver(steps: readonly Step[], piece: Piece, form: TurnedForm, drawing: PieceDrawing): number {
  const surface = surfacesOf(form, piece.form.parts).find(({ id }) => id === (drawing.motif.on ?? WALL))
  if (!surface) return -1
  const glazed = steps.findIndex((s) => isA(s, 'glazing'))
  const stands = [partedStretchOn(surface, drawing.motif)]
  return steps
    .slice(0, glazed < 0 ? steps.length : glazed)
    .findLastIndex((step) => isA(step, 'coating') && sharedMm(reachOn(surface, step), stands) > 1)
}

/** What is known of a drawing’s areas when they are coloured. */
export interface Colouring {
  readonly piece: Piece
  readonly studio: Studio
  readonly form: TurnedForm
  readonly drawing: PieceDrawing
  readonly areas: readonly FoundArea[]
}

/**
 * Gives areas jars, or takes theirs away: one step a jar, a new one where it fits the clay, light jars before dark ones. A jar of glaze
 * takes the place of other glaze only, a colour that of other colours; a step that has no area left goes.
 *
 * @param wanted the jar of each area by its id; null for none
 */
export function colourAreas(
  { piece, studio, form, drawing, areas }: Colouring,
  wanted: ReadonlyMap<number, string | null>,
  newId: () => string,
): Command {
  const isGlaze = (mediumId: string) => studio.media[mediumId]?.kind === 'glaze'
  const taken = (ids: readonly number[]): TakenArea[] =>
    areas.filter(({ id }) => ids.includes(id)).map(({ id, copy, at }) => ({ id, copy, at }))
  const commands: Command[] = [{ type: 'drawing.set', pieceId: piece.id, drawing: keepingAreas(drawing, areas) }]
  const jars = [...new Set([...wanted.values()].filter((jar): jar is string => jar !== null))]
  const done = new Set<string>()
  let steps: readonly Step[] = piece.steps
  for (const step of areaStepsOf(piece, drawing.id)) {
    const first = !done.has(step.mediumId)
    const own = first ? [...wanted].filter(([, jar]) => jar === step.mediumId).map(([id]) => id) : []
    const lost = (id: number) => {
      const jar = wanted.get(id)
      return jar !== undefined && jar !== step.mediumId && (jar === null || isGlaze(jar) === isGlaze(step.mediumId))
    }
    const ids = [...new Set([...step.take.map(({ id }) => id).filter((id) => !lost(id)), ...own])]
    done.add(step.mediumId)
    if (ids.length === step.take.length && !own.some((id) => !step.take.some((t) => t.id === id))) continue
    if (!ids.length && !step.done) {
      commands.push({ type: 'step.remove', pieceId: piece.id, stepId: step.id })
      steps = steps.filter(({ id }) => id !== step.id)
      continue
    }
    const known = step.take.filter(({ id }) => ids.includes(id))
    const take = [...known, ...taken(ids.filter((id) => !known.some((t) => t.id === id)))]
    commands.push({ type: 'step.change', pieceId: piece.id, stepId: step.id, changes: { take } })
  }
  const light = (id: string) => (studio.media[id] ? paleness(studio.media[id]) : 0)
  for (const jar of jars.filter((id) => !done.has(id)).sort((a, b) => light(b) - light(a))) {
    const act = isGlaze(jar) ? 'glazeIn' : 'colourIn'
    const now = { ...piece, steps: [...steps], drawings: [drawing] }
    const beside = steps.findLastIndex((step) => step.act === act && isAreaWork(step) && step.motif.of === drawing.id)
    const lines = steps.findLastIndex((step) => 'motif' in step && step.motif?.of === drawing.id && !isAreaWork(step))
    const usual = beside >= 0 ? beside : Math.max(lines, lastGood(steps, studio, act, jar, drawing) - 1)
    // It goes onto the areas as they are then: over the ground that is laid there, never under it.
    const after = isGlaze(jar) ? usual : Math.max(usual, groundOver(steps, piece, form, drawing))
    const { at, content } = placedStep(act, now, studio, form, after, { mediumId: jar })
    if (!isA(content, 'area work')) continue
    const step: Step = {
      ...content,
      id: newId(),
      done: false,
      mediumId: jar,
      motif: followed(drawing, content.motif),
      take: taken([...wanted].filter(([, own]) => own === jar).map(([id]) => id)),
    }
    commands.push({ type: 'step.add', pieceId: piece.id, at, step })
    steps = steps.toSpliced(at, 0, step)
  }
  return { type: 'batch', label: 'colour areas', commands }
}

/** How unlike two areas of copies are: how far from each other they stand, as shares of the drawing, and how unequal they are. */
const unlike = (a: FoundArea, b: FoundArea): number =>
  Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) + 0.5 * Math.abs(Math.log(a.mm2 / b.mm2))

/** Beyond this two areas are not the same one, however the hand that repeats a motif differs from copy to copy. */
const TOO_UNLIKE = 0.45

/**
 * The same area in other copies of a drawing: there the most alike, if none beside it is more like that one. Copies of a loose hand
 * differ, and their areas with them.
 */
export function inAllCopies(area: FoundArea, areas: readonly FoundArea[]): FoundArea[] {
  const mostAlike = (to: FoundArea, copy: number) =>
    areas
      .filter((one) => one.copy === copy)
      .reduce<FoundArea | null>((best, one) => (best && unlike(best, to) <= unlike(one, to) ? best : one), null)
  const others = [...new Set(areas.map(({ copy }) => copy))].filter((copy) => copy !== area.copy)
  return [
    area,
    ...others.flatMap((copy) => {
      const other = mostAlike(area, copy)
      return other && unlike(area, other) < TOO_UNLIKE && mostAlike(other, area.copy)?.id === area.id ? [other] : []
    }),
  ]
}

/** Jars in turn over copies of the same area, as one goes round. */
const inTurn = (same: readonly FoundArea[], jars: readonly string[]): Map<number, string> =>
  new Map(same.toSorted((a, b) => a.copy - b.copy).map(({ id }, i) => [id, jars[i % jars.length]]))

/** The jars in turn over every area that stands in several copies. */
export function allInTurn(areas: readonly FoundArea[], jars: readonly string[]): Map<number, string> {
  const wanted = new Map<number, string>()
  const seen = new Set<number>()
  for (const area of areas) {
    if (seen.has(area.id)) continue
    const same = inAllCopies(area, areas)
    for (const { id } of same) seen.add(id)
    if (same.length > 1) for (const [id, jar] of inTurn(same, jars)) wanted.set(id, jar)
  }
  return wanted
}

/** So many jars over areas that no neighbours share one; null if they are too few. */
export function neighboursApart(areas: readonly FoundArea[], jars: readonly string[]): Map<number, string> | null {
  const at = new Map(areas.map(({ id }, i) => [id, i]))
  const colours = colourNeighbours(areas.map(({ neighbours }) => neighbours.flatMap((id) => at.get(id) ?? [])))
  if (Math.max(0, ...colours) >= jars.length) return null
  return new Map(areas.map(({ id }, i) => [id, jars[colours[i]]]))
}

/** Neighbours that have the same jar, as pairs of ids. */
export function alikeNeighbours(
  areas: readonly FoundArea[],
  jars: ReadonlyMap<number, readonly string[]>,
): [number, number][] {
  const top = (id: number) => jars.get(id)?.at(-1)
  return areas.flatMap(({ id, neighbours }) =>
    neighbours
      .filter((other) => id < other && top(id) && top(id) === top(other))
      .map((other): [number, number] => [id, other]),
  )
}
