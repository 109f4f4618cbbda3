import type { MoistureStage } from '../../clay/drying/course'
import type { Stage } from '../../clay/stages'
import type { Window } from '../../schedule/task'

/** Share of a window that is kept clear at either end, since curves are chained and rooms vary. */
const WINDOW_MARGIN = 0.1

/** Where the wall’s water must be for a step at a stage, with a margin; null once fired. */
export function windowAt(stage: Stage, begins: Readonly<Record<MoistureStage, number>>): Window {
  const between = (wettest: number, driest: number): Window => ({
    wettest: wettest - (wettest - driest) * WINDOW_MARGIN,
    driest: driest + (wettest - driest) * WINDOW_MARGIN,
  })
  switch (stage) {
    case 'wet':
      return { wettest: Infinity, driest: begins.softLeatherHard }
    case 'softLeatherHard':
      return between(begins.softLeatherHard, begins.leatherHard)
    case 'leatherHard':
      return between(begins.leatherHard, begins.hardLeatherHard)
    case 'hardLeatherHard':
      return between(begins.hardLeatherHard, begins.tooFirm)
    case 'boneDry':
      return { wettest: begins.boneDry, driest: 0 }
    default:
      return null
  }
}
