import { isA } from '../../plan/step'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import * as build from '../../plan/build'
import type { Step, StepContent } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { stageIndex } from '../../clay/stages'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { OUTSIDE, wholeOf, type Place } from '../../vocabulary/place'
import { PRESETS } from '../../form/presets'
import type { Films } from './squares'

/** Where the layers go: where the plan lays its first colour, or else all over the decorated side. */
function placeOf(piece: Piece): Place {
  const coat = piece.steps.find((step) => isA(step, 'coating'))
  if (coat) return coat.place
  return PRESETS[piece.form.preset].flat ? wholeOf('floor') : OUTSIDE
}

/**
 * Adds the layers of a tile’s square to a plan, each where the clay takes it: colours before the bisque if they may, else on it,
 * glazes before the last firing. Only among steps that are still to be done; null when the plan has no room for them.
 */
export function layFilms(
  films: Films,
  piece: Piece,
  studio: Pick<Studio, 'media'>,
  newId: () => string,
): Command | null {
  const place = placeOf(piece)
  const times = timeline(piece.steps)
  const firstOpen = piece.steps.findIndex((step) => !step.done)
  if (firstOpen < 0) return null
  /** The first open place at which the clay is at least at a stage, and at most at another. */
  const at = (from: Parameters<typeof stageIndex>[0], to: Parameters<typeof stageIndex>[0]) =>
    times.findIndex(
      ({ stage }, i) => i >= firstOpen && stageIndex(stage) >= stageIndex(from) && stageIndex(stage) <= stageIndex(to),
    )
  const commands: Command[] = []
  for (const { mediumId, coats } of films) {
    const medium = studio.media[mediumId]
    if (!medium) return null
    const { melts, shrinks } = MEDIUM_KIND[medium.kind]
    const glass = melts !== 'never'
    const raw = glass ? -1 : at('leatherHard', shrinks ? 'hardLeatherHard' : 'boneDry')
    const found = raw >= 0 ? raw : shrinks ? -1 : at('bisque', 'glazedRaw')
    if (found < 0) return null
    const content: StepContent = glass
      ? build.glaze(mediumId, place, 'brush', { coats: Math.max(1, Math.round(coats)) })
      : build.coat(mediumId, place, Math.max(1, Math.round(coats)))
    const last = piece.steps.findLastIndex((step) => isA(step, 'firing'))
    const position = (glass && last > found ? last : found) + commands.length
    commands.push({
      type: 'step.add',
      pieceId: piece.id,
      at: position,
      step: { ...content, id: newId(), done: false } as Step,
    })
  }
  return { type: 'batch', label: 'use the layers of a tile', commands }
}
