import type { Issue } from '../../base/issue'
import { stepSchema } from '../../plan/step'
import { editPots, lotsOf, putLots, standingPots, tellOfPots } from '../lots'
import { pieceSchema, type Lot, type Piece } from '../piece'
import type { Studio } from '../studio'
import { checkWith, structuredCopy, withPiece, type Edits } from './edit'

/** Off the rack and out of the planned days. */
function takeOffRack(studio: Studio, pieceId: string): void {
  const others = <T extends { pieceId: string }>(planned: readonly T[]) =>
    planned.filter((one) => one.pieceId !== pieceId)
  const { visits, loads, unmet, pins } = studio.schedule
  studio.order = studio.order.filter((id) => id !== pieceId)
  studio.archive = studio.archive.filter((id) => id !== pieceId)
  Object.assign(studio.schedule, {
    visits: others(visits),
    loads: others(loads),
    unmet: others(unmet),
    pins: others(pins),
  })
}

const noSuchPot = ({ count }: Piece, number: number): Issue => ({
  code: 'bad-value',
  path: 'pot',
  actual: String(number),
  expected: count === 1 ? 'pot 1' : `a pot from 1 to ${count} that still stands`,
})

/** Changes the state of some pots; of all that stand, when none are named. */
function withPots(
  studio: Studio,
  pieceId: string,
  pots: readonly number[] | undefined,
  edit: (lot: Lot, piece: Piece) => Lot,
): Issue | null {
  return withPiece(studio, pieceId, (piece) => {
    const standing = standingPots(piece)
    const missing = pots?.find((number) => !standing.includes(number))
    if (missing !== undefined) return noSuchPot(piece, missing)
    editPots(piece, pots, (lot) => edit(lot, piece))
    return checkWith(pieceSchema, piece, 'piece')
  })
}

/** Edits of a piece as a whole: that it is there, what it is, where its pots stand and what became of them. */
export const PIECE_EDITS: Edits<
  | 'piece.add'
  | 'piece.remove'
  | 'piece.archive'
  | 'piece.change'
  | 'piece.making'
  | 'piece.log'
  | 'piece.pots'
  | 'piece.progress'
  | 'piece.stands'
  | 'piece.otherwise'
  | 'run.add'
  | 'piece.outcomes'
> = {
  'piece.add': (studio, { piece, bodies, media }) => {
    studio.pieces[piece.id] = piece
    if (!studio.order.includes(piece.id) && !studio.archive.includes(piece.id)) studio.order.unshift(piece.id)
    for (const [id, body] of Object.entries(bodies ?? {})) studio.bodies[id] ??= body
    for (const [id, medium] of Object.entries(media ?? {})) studio.media[id] ??= medium
    return null
  },
  'piece.remove': (studio, { pieceId }) =>
    withPiece(studio, pieceId, () => {
      delete studio.pieces[pieceId]
      takeOffRack(studio, pieceId)
      return null
    }),
  'piece.archive': (studio, { pieceId, away }) =>
    withPiece(studio, pieceId, () => {
      if (away === studio.archive.includes(pieceId)) return null
      takeOffRack(studio, pieceId)
      ;(away ? studio.archive : studio.order).unshift(pieceId)
      return null
    }),
  'piece.change': (studio, { pieceId, changes }) =>
    withPiece(studio, pieceId, (piece) => {
      Object.assign(piece, changes)
      // Steps that are gone and pots beyond the count leave the lots.
      if (piece.apart.length || piece.otherwise.length) putLots(piece, lotsOf(piece))
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'piece.making': (studio, { pieceId, pots, changes }) =>
    withPots(studio, pieceId, pots, (lot) => ({ ...lot, making: { ...lot.making, ...changes } })),
  'piece.log': (studio, { pieceId, pots, entry }) =>
    withPots(studio, pieceId, pots, (lot) => ({
      ...lot,
      making: {
        ...lot.making,
        log: [...lot.making.log, entry].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
      },
    })),
  'piece.pots': (studio, { pieceId, told }) =>
    withPiece(studio, pieceId, (piece) => {
      const beyond = told.find(({ number }) => number > piece.count)
      if (beyond) return noSuchPot(piece, beyond.number)
      tellOfPots(piece, told)
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'piece.progress': (studio, { pieceId, pots, doneSteps, coats = 0 }) =>
    withPots(studio, pieceId, pots, (lot, { steps }) => ({
      ...lot,
      done: steps.slice(0, doneSteps).map((step) => step.id),
      coats,
    })),
  'piece.stands': (studio, { pieceId, pots, done, coats }) =>
    withPots(studio, pieceId, pots, (lot, { steps }) => ({
      ...lot,
      done: steps.map(({ id }) => id).filter((id) => done.includes(id)),
      coats,
    })),
  'piece.otherwise': (studio, { pieceId, pots, stepId, difference }) => {
    const step = studio.pieces[pieceId]?.steps.find(({ id }) => id === stepId)
    if (!step) return { code: 'no-such-step', id: stepId }
    if (difference) {
      const done = { ...structuredCopy(step), ...difference.changes }
      const issue = checkWith(stepSchema, done, 'step')
      if (issue) return issue
    }
    return withPots(studio, pieceId, pots, (lot) => ({
      ...lot,
      otherwise: [...lot.otherwise.filter((other) => other.stepId !== stepId), ...(difference ? [difference] : [])],
    }))
  },
  'run.add': (studio, { pieceId, entries }) =>
    withPiece(studio, pieceId, (piece) => {
      const known = new Set(piece.run.map(({ id }) => id))
      for (const entry of entries) {
        // Pressed, taken back and pressed again within a second is three entries.
        let { id } = entry
        while (known.has(id)) id = `${id}’`
        known.add(id)
        piece.run.push({ ...entry, id })
      }
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'piece.outcomes': (studio, { pieceId, outcomes }) =>
    withPiece(studio, pieceId, (piece) => {
      const beyond = outcomes.find(({ pot }) => pot > piece.count)
      if (beyond) return noSuchPot(piece, beyond.pot)
      piece.outcomes.push(...outcomes)
      return checkWith(pieceSchema, piece, 'piece')
    }),
}
