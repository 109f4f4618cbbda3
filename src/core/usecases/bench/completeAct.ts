import type { FaceWater } from '../../clay/drying/wetting'
import type { DryingStage } from '../../clay/stages'
import { stepAsDone, lotsOf, standingPots } from '../../model/lots'
import type { Command } from '../../model/command'
import type { Lot, Piece } from '../../model/piece'
import type { Conditions } from '../../model/run'
import type { Studio } from '../../model/studio'
import { coatsOf, isFiring, type Step } from '../../plan/step'
import { strokeEntry } from '../../model/runEntries'
import { tellStage } from '../drying/tellStage'
import { isSame } from '../days/visitDone'
import { coatsOn, endsVisit, type BenchItem } from './benchItems'

/** What is known at the bench when something is done. */
export interface AtTheBench {
  readonly now: string
  /** Whose hands. */
  readonly by: string
  readonly conditions: Conditions
  /** Water that one coat brings to each face of the wall, µm. */
  readonly water?: FaceWater
  /** The stage that the clay has, as the hand says. */
  readonly told?: DryingStage | null
  /** When the pots were made after all, ms. */
  readonly madeMs?: number
  /** What one coat takes from the jars for one piece, ml. */
  readonly takes: readonly { readonly mediumId: string; readonly ml: number }[]
}

/** How a lot stands once `pots` of it have a coat of a step: which steps are done, and how many coats of the next there are. */
function standsAfter(piece: Piece, lot: Lot, step: Step, coat: number): { done: string[]; coats: number } {
  const whole = coat + 1 >= coatsOf(stepAsDone(step, lot.otherwise))
  const done = whole && !lot.done.includes(step.id) ? [...lot.done, step.id] : [...lot.done]
  const next = piece.steps.find(({ id }) => !done.includes(id))
  if (!next) return { done, coats: 0 }
  if (next.id === step.id) return { done, coats: coat + 1 }
  return { done, coats: Math.min(...lot.pots.map((pot) => coatsOn(piece, { ...lot, done, coats: 0 }, next, pot))) }
}

/** The state of pots after a coat, by lot. */
function stateCommands(piece: Piece, step: Step, coat: number, pots: readonly number[]): Command[] {
  const all = lotsOf(piece)
  return all.flatMap((lot): Command[] => {
    const own = lot.pots.filter((pot) => pots.includes(pot))
    if (!own.length) return []
    const { done, coats } = standsAfter(piece, { ...lot, pots: own }, step, coat)
    const named = all.length === 1 && own.length === lot.pots.length ? {} : { pots: own }
    return [{ type: 'piece.stands', pieceId: piece.id, ...named, done, coats }]
  })
}

/**
 * A coat, or a step without coats, is done on pots: it is written down for those that had no stroke yet, the set stands so, the water
 * of the coat goes into its clay, and the jars have less.
 */
export function completeAct(
  item: BenchItem,
  piece: Piece,
  step: Step,
  pots: readonly number[],
  stroked: readonly number[],
  studio: Studio,
  at: AtTheBench,
): Command {
  const rest = pots.filter((pot) => !stroked.includes(pot))
  const commands: Command[] = []
  const named = pots.length === standingPots(piece).length && !piece.apart.length ? undefined : pots
  if (at.madeMs !== undefined)
    commands.push({
      type: 'piece.making',
      pieceId: piece.id,
      ...(named ? { pots: [...named] } : {}),
      changes: { madeAt: new Date(at.madeMs).toISOString() },
    })
  if (at.told) commands.push(...tellStage(piece, named, at.told, at.now))
  const known = at.told ? { ...at, conditions: { ...at.conditions, clay: at.told } } : at
  if (rest.length)
    commands.push({ type: 'run.add', pieceId: piece.id, entries: [strokeEntry(step, item.coat, rest, studio, known)] })
  commands.push(...waterCommands(piece, pots, at), ...stateCommands(piece, step, item.coat, pots))
  for (const { mediumId, ml } of at.takes)
    if (ml > 0 && studio.media[mediumId]?.stock)
      commands.push({ type: 'medium.use', mediumId, ml: Math.round(ml * pots.length * 100) / 100 })
  return { type: 'batch', label: 'go on at the bench', commands }
}

/** The water of a coat in the log of each lot whose clay still dries. */
function waterCommands(piece: Piece, pots: readonly number[], { now, water }: AtTheBench): Command[] {
  if (!water || water[0] + water[1] < 1) return []
  const fired = new Set(piece.steps.filter(isFiring).map(({ id }) => id))
  const drying = lotsOf(piece).filter((lot) => lot.making.madeAt && !lot.done.some((id) => fired.has(id)))
  const own = drying.flatMap((lot) => lot.pots).filter((pot) => pots.includes(pot))
  if (!own.length) return []
  const [outsideUm, insideUm] = water.map(Math.round)
  return [
    {
      type: 'piece.log',
      pieceId: piece.id,
      pots: own,
      entry: { kind: 'coats', at: now, outsideUm, insideUm },
    },
  ]
}

/** Pots are made, uncovered, or left for this session; leaving ends the visit in the days. */
export function completeItem(
  item: BenchItem,
  items: readonly BenchItem[],
  piece: Piece,
  { schedule }: Pick<Studio, 'schedule'>,
  { now }: Pick<AtTheBench, 'now'>,
): Command {
  const pots = [...item.pots]
  const of = { pieceId: piece.id, ...(pots.length === piece.count ? {} : { pots }) }
  const commands: Command[] = []
  if (item.kind === 'make') commands.push({ type: 'piece.making', ...of, changes: { madeAt: now } })
  if (item.cover) commands.push({ type: 'piece.log', ...of, entry: { kind: 'cover', at: now, cover: item.cover } })
  if (endsVisit(item, items))
    commands.push({
      type: 'schedule.set',
      schedule: {
        ...schedule,
        visits: schedule.visits.filter((visit) => !(item.visit && isSame(visit, item.visit))),
      },
    })
  return { type: 'batch', label: 'go on at the bench', commands }
}
