import { counted } from '../../base/words'
import { OUTSIDE } from '../../vocabulary/place'
import { dryWall, hourDownTo, stageBegins } from '../../clay/drying/course'
import { evenWall } from '../../clay/drying/wallSolver'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { judge } from '../../judge/judge'
import { colourApart } from '../../judge/likeness'
import type { Command } from '../../model/command'
import type { Medium } from '../../vocabulary/material'
import type { Motif } from '../../vocabulary/motif'
import type { Piece } from '../../model/piece'
import { isA, type Step, isHandwork, isCut } from '../../plan/step'
import * as build from '../../plan/build'
import type { Studio } from '../../model/studio'
import { nextStepIndex, timeline, firesBefore } from '../../plan/timeline'
import { dryingColumns } from './dryingColumns'
import { lostWindow, MOISTURE_ORDER, type Lost } from './lostWindow'
import { airAt, columnOf, roomOf, type PieceDrying } from './pieceDrying'
import { MEDIUM_KIND, kindOrPlain } from '../../vocabulary/mediumKinds'

/** A way on for a piece whose moment is past, or nearly so: what it means, and the command that takes it. */
export interface Rescue {
  readonly id: 'cover' | 'damp' | 'dry' | 'wax' | 'bisque' | 'care'
  readonly label: string
  readonly words: string
  readonly command: Command
}

/** Everything that can still be done with a piece at its stage, each as a plan to take. */
export function rescues(
  piece: Piece,
  studio: Studio,
  drying: PieceDrying,
  nowMs: number,
  freshId: (n: number) => string,
): Rescue[] {
  const lost = lostWindow(piece, drying)
  if (!lost) return []
  const options: (Rescue | null)[] = [
    recover(piece, lost, nowMs),
    damp(piece, studio, drying, lost, nowMs),
    onDry(piece, studio),
    replan(piece, studio, 'wax', freshId),
    replan(piece, studio, 'bisque', freshId),
    withCare(piece, studio, lost),
  ]
  return options.filter((option): option is Rescue => option !== null)
}

/** Covering it again, where later steps still fit the clay as it is. */
function recover(piece: Piece, { now, step }: Lost, nowMs: number): Rescue | null {
  const times = timeline(piece.steps)
  const fits = piece.steps.some(
    (s, i) =>
      !s.done &&
      s !== step &&
      isHandwork(s) &&
      times[i].stage === now &&
      now !== 'boneDry' &&
      !firesBefore(piece.steps, i),
  )
  if (!fits) return null
  return {
    id: 'cover',
    label: 'Seal it for what still fits',
    words: 'Plastic, closed: the clay stays nearly as it is for days, and the steps that want it so can still be done.',
    command: {
      type: 'piece.log',
      pieceId: piece.id,
      entry: { kind: 'cover', at: new Date(nowMs).toISOString(), cover: 'sealed' },
    },
  }
}

/** Clay that is too firm but not dry takes water back in a damp box; dry clay does not, evenly. */
function damp(piece: Piece, studio: Studio, drying: PieceDrying, lost: Lost, nowMs: number): Rescue | null {
  if (lost.now === 'boneDry') return null
  const columns = dryingColumns(piece.form, studio.bodies[piece.bodyId])
  if (!columns.ok) return null
  const wall = columns.value.find((column) => column.kind === 'wall')
  if (!wall) return null
  const room = roomOf(studio, piece)
  const air = airAt(room, nowMs)
  const clay = CLAY_WATER[studio.bodies[piece.bodyId].water]
  const wanted = stageBegins(clay, air.humidity).tooFirm
  const boxed = dryWall(
    wall.wall,
    [{ untilHours: 24 * 21, around: { ...air, cover: 'dampBox', blower: 'none', factor: Math.exp(room.factor.ln) } }],
    evenWall(clay, columnOf(drying, 'wall').waterNow, air.celsius),
  ).course
  const at = boxed.hours.findIndex((_, i) => boxed.mean[i] >= wanted * 1.05)
  if (at < 0 && hourDownTo(boxed, wanted) === null) return null
  const days = at < 0 ? null : Math.max(1, Math.round(boxed.hours[at] / 24))
  return {
    id: 'damp',
    label: 'Damp it and box it',
    words:
      days === null
        ? 'A damp box holds it where it is; it will not come back by itself.'
        : `Mist it evenly, close the damp box: workable again as hard clay in about ${counted(days, 'day', 'days')}.`,
    command: {
      type: 'piece.log',
      pieceId: piece.id,
      entry: { kind: 'cover', at: new Date(nowMs).toISOString(), cover: 'dampBox' },
    },
  }
}

/** Carving dry clay, damp and masked. */
function withCare(piece: Piece, studio: Studio, { now }: Lost): Rescue | null {
  if (MOISTURE_ORDER.indexOf(now) < MOISTURE_ORDER.indexOf('tooFirm')) return null
  const cuts = piece.steps.filter((step) => !step.done && isCut(step))
  if (!cuts.length) return null
  return {
    id: 'care',
    label: 'Carve it dry, with care',
    words: 'Lines chip and come slowly. Scrape damp, never blow, wear a respirator for fine dust.',
    command: {
      type: 'batch',
      label: 'carve it dry, with care',
      commands: [
        { type: 'studio.ways', changes: { boneDrySgraffito: 'withCare' } },
        {
          type: 'piece.change',
          pieceId: piece.id,
          changes: {
            steps: driedFrom(piece).map((step) =>
              step.done
                ? step
                : isCut(step)
                  ? { ...step, protection: 'dampAndRespirator' as const }
                  : asUnderglaze(step, studio),
            ),
          },
        },
      ],
    },
  }
}

/** The plan from the next step on, with the clay bone dry: waits for wetter stages are dropped. */
function driedFrom(piece: Piece): Step[] {
  const next = nextStepIndex(piece.steps)
  const bring = { ...build.bring('boneDry', 'open'), id: `${piece.id.slice(0, 40)}-dry${next}`, done: false } as Step
  const rest = piece.steps.slice(next).filter((step) => !isA(step, 'drying'))
  return [...piece.steps.slice(0, next), bring, ...rest]
}

/** The same plan on the dry clay, where nothing is left to cut. */
function onDry(piece: Piece, studio: Studio): Rescue | null {
  if (piece.steps.some((step) => !step.done && isA(step, 'cut', 'texture', 'scraping'))) return null
  const steps = driedFrom(piece).map((step) => (step.done ? step : asUnderglaze(step, studio)))
  if (harmed({ ...piece, steps }, studio)) return null
  return {
    id: 'dry',
    label: 'Go on with it dry',
    words:
      'All that is left works on bone-dry clay too; it drinks the colour at once, so work fast and handle it gently.',
    command: { type: 'piece.change', pieceId: piece.id, changes: { steps } },
  }
}

/** Whether a plan asks of the clay what its stage does not allow. */
function harmed(piece: Piece, studio: Studio): boolean {
  const found = judge(piece, studio)
  return !found.ok || found.value.some((finding) => finding.ruleId === 'stage-harms-step')
}

/**
 * Another way to the same drawing. `wax`: its lines waxed on the dry clay before the colour, so that the clay or the colour beneath
 * stands clear. `bisque`: colour kept for after the bisque, the lines drawn with a fine bottle instead of cut.
 */
function replan(piece: Piece, studio: Studio, way: 'wax' | 'bisque', freshId: (n: number) => string): Rescue | null {
  const next = nextStepIndex(piece.steps)
  const dried = driedFrom(piece)
  const todo = dried.slice(next)
  const fire = todo.findIndex((step) => isA(step, 'firing'))
  if (fire < 0 || !isA(todo[fire], 'firing') || todo[fire].firing !== 'bisque') return null
  const raw = todo.slice(1, fire)
  const cuts = raw.filter(isCut)
  const firstCut = raw.findIndex(isCut)
  const before = (firstCut < 0 ? raw : raw.slice(0, firstCut)).filter((step) => keepsWhenDry(step, studio))
  const after =
    firstCut < 0 ? [] : raw.slice(firstCut).filter((step) => !isA(step, 'cut') && keepsWhenDry(step, studio))
  const colours = [...before, ...after].map((step) => asUnderglaze(step, studio))
  const lastCoat = colours.findLastIndex((step) => isA(step, 'coating'))
  let n = 0
  const fresh = <T extends object>(content: T) => ({ ...content, id: freshId(n++), done: false }) as unknown as Step
  const ofCuts = (make: (motif: Motif) => object) =>
    cuts.map((cut) => fresh(make({ ...cut.motif, ground: false, made: 'filled' })))
  let steps: Step[]
  if (way === 'wax') {
    const wax = Object.values(studio.media).find((medium) => MEDIUM_KIND[medium.kind].resists)
    if (!cuts.length || lastCoat < 0 || !wax) return null
    const lines = ofCuts((motif) => build.wax(OUTSIDE, { ...motif, lineMm: Math.max(2, motif.lineMm) }))
    steps = [
      ...dried.slice(0, next),
      todo[0],
      ...colours.slice(0, lastCoat),
      ...lines,
      ...colours.slice(lastCoat),
      ...todo.slice(fire),
    ]
  } else {
    const liner = contrasting(studio, colours)
    if (!colours.length && !cuts.length) return null
    const lines = liner
      ? ofCuts((motif) => build.draw(liner.id, { ...motif, lineMm: Math.max(1.2, motif.lineMm) }, 'bottle'))
      : []
    steps = [
      ...dried.slice(0, next),
      todo[0],
      todo[fire],
      fresh(build.wipeDust()),
      ...colours.filter((step) => !isA(step, 'dusting')),
      ...lines,
      ...withoutDoubleDust(todo.slice(fire + 1)),
    ]
  }
  if (harmed({ ...piece, steps }, studio)) return null
  return {
    id: way,
    label: way === 'wax' ? 'Wax the lines instead' : 'Bisque it, then paint',
    words:
      way === 'wax'
        ? 'The lines are waxed on dry clay, then colour goes over all: they stay clear instead of being cut.'
        : 'Fire it as it is; colour goes on the bisque and the lines are drawn with a fine bottle.',
    command: { type: 'piece.change', pieceId: piece.id, changes: { steps } },
  }
}

const withoutDoubleDust = (steps: readonly Step[]): readonly Step[] =>
  isA(steps[0], 'dusting') ? steps.slice(1) : steps

/** A way on for some pots of a divided set; null where it would change the plan of the others too. */
export const rescueOf = (option: Rescue, pots: number[]): Rescue | null =>
  option.command.type === 'piece.log' ? { ...option, command: { ...option.command, pots } } : null

/** Steps that dry clay and bisque still take, once slips have become underglazes. */
const keepsWhenDry = (step: Step, studio: Studio): boolean =>
  isA(step, 'stays on dry clay') ||
  (isA(step, 'lining') && step.liner !== 'trailer' && !kindOrPlain(studio.media[step.mediumId]?.kind).shrinks)

/** Slip does not hold on dry clay: the underglaze that fires nearest to it takes its place. */
function asUnderglaze(step: Step, studio: Studio): Step {
  if (!isA(step, 'coating') || !kindOrPlain(studio.media[step.mediumId]?.kind).shrinks) return step
  const slip = studio.media[step.mediumId]
  const nearest = Object.values(studio.media)
    .filter((medium) => medium.kind === 'underglaze')
    .sort((a, b) => colourApart(a, slip) - colourApart(b, slip))[0]
  return nearest ? { ...step, mediumId: nearest.id, mix: [], coats: Math.max(3, step.coats) } : step
}

/** The underglaze that stands out most from the colours of a plan. */
function contrasting(studio: Studio, colours: readonly Step[]): Medium | null {
  const used = colours.flatMap((step) =>
    'mediumId' in step && studio.media[step.mediumId] ? [studio.media[step.mediumId]] : [],
  )
  const media = Object.values(studio.media).filter((medium) => medium.kind === 'underglaze')
  if (!used.length) return media[0] ?? null
  return (
    media.sort(
      (a, b) => Math.min(...used.map((u) => colourApart(b, u))) - Math.min(...used.map((u) => colourApart(a, u))),
    )[0] ?? null
  )
}
