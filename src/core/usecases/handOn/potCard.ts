import { listed } from '../../base/words'
import { potOf } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, isFiring, mediaOfStep } from '../../plan/step'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { localDate } from '../../schedule/sessions'
import { latestOutcomes } from '../../model/outcome'
import { stepsOfRun } from '../bench/stepsOfRun'
import { stepWords } from '../words/stepWords'

/** A page or a postcard for whoever takes a pot home. */
export interface PotCard {
  readonly title: string
  readonly madeOf: string
  readonly how: string
  readonly care: readonly string[]
  readonly madeBy: string
  readonly date: string
  readonly caution: string
}

/** Care in plain words, by what the pot is for and what it is covered with. Common practice, no source. */
function careOf(piece: Piece, glazed: boolean, lowFired: boolean): string[] {
  const care: string[] = []
  if (piece.use === 'display') care.push('Made to be looked at. Dust it with a soft dry brush.')
  else care.push('Wash it by hand, and let it warm and cool slowly: no cold water into a hot pot, not on a flame.')
  if (piece.use === 'water')
    care.push('It holds water; put something under it, and not on a table that must not get wet.')
  if (!glazed) care.push('It is not sealed by a glaze: it drinks, and stains stay.')
  if (lowFired) care.push('It is earthenware: where the clay is bare it drinks water.')
  return care
}

/** What a pot is made of, in plain words, as it was really made. Never a certificate of food safety. */
export function potCard(piece: Piece, pot: number, studio: Studio, nowMs: number): PotCard {
  const { steps } = stepsOfRun(piece, pot)
  const { owner } = potOf(piece, pot)
  const media = [...new Set(steps.flatMap(mediaOfStep))].flatMap((id) => studio.media[id] ?? [])
  const laid = media.filter(({ kind }) => !kindOrPlain(kind).resists)
  const glazed = laid.some(({ kind }) => kindOrPlain(kind).flows)
  const firings = steps.filter(isFiring)
  const last = firings.at(-1)
  const acts = steps.filter((s) => isA(s, 'ornament')).map((step) => stepWords(step, studio, piece).title.toLowerCase())
  const outcome = latestOutcomes(piece.outcomes).get(pot)
  const body = studio.bodies[piece.bodyId]
  const names = laid.map(({ name, kind }) => `${name} (${kindOrPlain(kind).name})`)
  return {
    title: piece.name,
    madeOf: `${body?.name ?? 'Clay'}${names.length ? `, with ${listed(names)}` : ''}.`,
    how:
      (acts.length ? `By hand: ${listed([...new Set(acts)])}. ` : 'Made by hand. ') +
      (last ? `Fired ${firings.length === 1 ? 'once' : `${firings.length} times`}, at last to cone ${last.cone}.` : ''),
    care: careOf(piece, glazed, Boolean(last && (last.cone.startsWith('0') || last.cone === '1'))),
    madeBy: owner ? `${owner}, at ${studio.name}` : studio.name,
    date: localDate(outcome ? Date.parse(outcome.at) : nowMs, studio.calendar.timeZone),
    caution:
      piece.use === 'food'
        ? 'Whether it is fit for food is told by the makers’ labels and a laboratory’s test; this card is neither.'
        : 'Not made for food.',
  }
}
