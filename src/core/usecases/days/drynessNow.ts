import { HOUR } from '../../base/spans'
import { COVER_NAMES, type Cover } from '../../clay/stages'
import type { Command } from '../../model/command'
import { lotPieces, namedPots, type LotPiece } from '../../model/lots'
import type { Studio } from '../../model/studio'
import { moistureWords } from '../drying/lostWindow'
import { columnOf, roomOf, type PieceDrying } from '../drying/pieceDrying'
import { standingOf, type Standing } from '../drying/stepWindow'
import { countWords, lotName } from '../words/potWords'
import { stepWords } from '../words/stepWords'
import { spanWords, windowWords } from '../words/timeWords'

/** What clay asks for now, in the order in which it matters; fired pots ask for nothing. */
const ASKED: readonly (readonly [Standing['kind'], title: string, hint: string])[] = [
  ['past', 'Too dry for the next step', 'open its dryness for what can still be done'],
  ['soon', 'Now, or cover it before you leave', 'the moment is nearly over'],
  ['ready', 'Can be worked today', ''],
  ['wet', 'Still too wet', 'leave it, or uncover it'],
  ['drying', 'Drying for the kiln', 'nothing left to do before the bisque'],
  ['kiln', 'Bone dry, foot and all', 'ready for the kiln'],
  ['unmade', 'Not made yet', ''],
]

/** A lot as it stands now. */
export interface DrynessLine {
  readonly lot: LotPiece
  readonly name: string
  /** How many pots, where they stand, under what. */
  readonly where: string
  readonly drying: PieceDrying | null
  readonly wall: string
  /** The rim, where it is drier than the wall. */
  readonly rim: string | null
  /** The next step that clay decides. */
  readonly step: string | null
  readonly when: string
  /** The cover that would help now. */
  readonly offer: Cover | null
}

/** Lots that ask for the same. */
export interface DrynessGroup {
  readonly kind: Standing['kind']
  readonly title: string
  readonly hint: string
  readonly lines: readonly DrynessLine[]
}

/** Every lot of a studio by what its clay asks for, what closes first at the head; `drying` by lot. */
export function drynessNow(
  studio: Studio,
  drying: Readonly<Record<string, PieceDrying | null | undefined>>,
  nowMs: number,
): DrynessGroup[] {
  const standings = studio.order
    .flatMap((id) => (studio.pieces[id] ? lotPieces(studio.pieces[id]) : []))
    .map((lot) => ({ lot, own: drying[lot.id] ?? null, standing: standingOf(lot.piece, drying[lot.id] ?? null) }))
  return ASKED.flatMap(([kind, title, hint]) => {
    const group = standings
      .filter(({ standing }) => standing.kind === kind)
      .sort((a, b) => closingHours(a.standing, a.own) - closingHours(b.standing, b.own))
    return group.length
      ? [{ kind, title, hint, lines: group.map(({ lot, own, standing }) => lineOf(lot, standing, own, studio, nowMs)) }]
      : []
  })
}

/** When the moment of the next step may be over at the earliest, hours. */
function closingHours(standing: Standing, drying: PieceDrying | null): number {
  const closes = standing.window?.closes
  return drying && closes ? drying.madeMs / HOUR + closes.early : Infinity
}

function lineOf(
  lot: LotPiece,
  standing: Standing,
  drying: PieceDrying | null,
  studio: Studio,
  nowMs: number,
): DrynessLine {
  const { piece } = lot
  const all = studio.pieces[standing.pieceId]
  const pots = namedPots(all, lot.lot.pots)
  const step = standing.window && piece.steps.find(({ id }) => id === standing.window?.stepId)
  const [wall, rim] = drying ? [columnOf(drying, 'wall'), columnOf(drying, 'rim')] : []
  return {
    lot,
    name: lotName(piece, pots),
    where: [
      pots.length ? `${pots.length} of ${all.count}` : countWords(piece.count),
      roomOf(studio, piece).name,
      ...(drying ? [COVER_NAMES[drying.cover]] : []),
    ].join(', '),
    drying,
    wall: wall ? moistureWords(wall.stageNow) : '',
    rim: rim && rim.stageNow !== wall?.stageNow ? `${rim.name} ${moistureWords(rim.stageNow)}` : null,
    step: step ? stepWords(step, studio, piece).title : null,
    when: drying ? whenWords(standing, drying, studio, nowMs) : '',
    offer: drying && offered(standing, drying),
  }
}

/** When its next step is right, or with none left when it may go into the kiln. */
function whenWords(standing: Standing, drying: PieceDrying, studio: Studio, nowMs: number): string {
  if (standing.window) return windowWords(standing.window, drying, nowMs, studio)
  const { stageNow, reaches } = columnOf(drying, 'foot')
  if (stageNow === 'boneDry') return 'may go into the kiln'
  const dry = reaches.boneDry ? `, bone dry ${spanWords(reaches.boneDry, drying.madeMs, nowMs, studio)}` : ''
  return `foot ${moistureWords(stageNow)}${dry}`
}

/** Sealing keeps a moment that is there; uncovering brings one that is not. */
function offered({ kind }: Standing, drying: PieceDrying): Cover | null {
  if ((kind === 'soon' || kind === 'ready') && columnOf(drying, 'wall').stageNow !== 'boneDry')
    return drying.cover === 'sealed' ? null : 'sealed'
  return kind === 'wet' && drying.cover !== 'open' ? 'open' : null
}

/** A cover put on a lot, or taken off it. */
export const coverLot = ({ piece, lot }: LotPiece, { pieces }: Studio, cover: Cover, at: string): Command => {
  const pots = namedPots(pieces[piece.id], lot.pots)
  return { type: 'piece.log', pieceId: piece.id, ...(pots.length ? { pots } : {}), entry: { kind: 'cover', at, cover } }
}
