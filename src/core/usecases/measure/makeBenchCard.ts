import { formatLength, inCelsius, textInUnits } from '../../base/units'
import { STAGE } from '../../clay/stages'
import { totalShrinkage } from '../../form/shrinkage'
import type { BenchCard } from '../../formats/benchCard'
import type { Finding } from '../../judge/finding'
import { standingPots } from '../../model/lots'
import { countWords } from '../words/potWords'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { coatsOf, type Step } from '../../plan/step'
import { stepTimes } from '../words/stepTimes'
import { placeNotes, placeNoteWords } from '../words/placeNotes'
import { beneathOf, benchWords, stepWords } from '../words/stepWords'
import { takesOf } from './amounts'
import { handsMinutes, measurePiece, type MeasuredPiece } from './measurePiece'

/** The bench card of a piece: the steps in order, and what is still to settle. */
export function makeBenchCard(piece: Piece, studio: Studio, findings: readonly Finding[]): BenchCard {
  const body = studio.bodies[piece.bodyId]
  const times = stepTimes(piece, piece.steps)
  const length = (mm: number) => formatLength(mm, studio.settings.length)
  const inUnits = (text: string) => textInUnits(text, studio.settings)
  const { sizes } = piece.form
  const fired = 1 - totalShrinkage(body.dryingShrinkage, body.firingShrinkage)
  const measured = measurePiece(piece, studio)
  return {
    title: piece.name,
    subtitle: `${studio.name} · ${countWords(standingPots(piece).length)} · ${body.name}`,
    facts: [
      `${length(sizes.heightMm)} tall as made, about ${length(sizes.heightMm * fired)} fired; wall ${length(sizes.wallMm)}`,
      ...(piece.notes ? [piece.notes] : []),
      ...placeNotes(piece, studio.settings.length).map(placeNoteWords),
    ],
    steps: piece.steps.map((step, i) => ({
      number: i + 1,
      stage: STAGE[times[i].stage].name,
      title: stepWords(step, studio, piece).title,
      ...benchWords(step, times[i], studio, piece, undefined, beneathOf(piece.steps, i, piece.form.parts, studio)),
      takes: measured.ok ? takesWords(step, i, measured.value, studio, piece.count) : '',
      pots: standingPots(piece),
      done: step.done,
    })),
    openFindings: findings.filter((finding) => finding.severity !== 'note').map((finding) => inUnits(finding.sentence)),
    caution: inUnits(
      `Waits are estimates for a still room at ${inCelsius(21)} and 50 % humidity. Food-safe is the maker’s ` +
        'label plus a laboratory’s test, never this card’s verdict. Follow makers’ sheets and local codes.',
    ),
  }
}

/** Material and minutes of a step for one piece, as its skin shows: nothing of what takes neither. */
function takesWords(step: Step, index: number, measured: MeasuredPiece, studio: Studio, count: number): string {
  const minutes = handsMinutes(step, index, measured, studio.paces)
  const jars = takesOf(step, measured.records[index], studio).map(
    ({ mediumId, ml }) =>
      `${ml < 1 ? ml.toFixed(2) : ml.toFixed(ml < 10 ? 1 : 0)} ml of ${studio.media[mediumId].name}`,
  )
  const hands =
    minutes > 0 ? [`${Math.max(1, Math.round(minutes))} min of hands${coatsOf(step) > 1 ? ' a coat' : ''}`] : []
  if (!jars.length && !hands.length) return ''
  return `about ${[...jars, ...hands].join(', ')}${count > 1 ? ', each piece' : ''}`
}
