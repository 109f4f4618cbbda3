import type { DryingStage } from '../../clay/stages'
import type { FaceWater } from '../../clay/drying/wetting'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import { coatsOf } from '../../plan/step'
import { hasBeenFired, nextStepIndex } from '../../plan/timeline'
import { tellLot } from './tellStage'

/**
 * That the first steps of a lot are done. Where the next one has just been done, the water of its coats is noted too: `water` is that of
 * one coat, “said” what a hand says of the clay by it. Of steps that were done some time ago nothing is known of when.
 */
export function progress(
  lot: Piece,
  doneSteps: number,
  pots: number[] | undefined,
  water: FaceWater | undefined,
  now: string,
  said: { readonly told?: DryingStage | null; readonly madeMs?: number } = {},
): Command {
  const only = pots ? { pots } : {}
  const done: Command = { type: 'piece.progress', pieceId: lot.id, ...only, doneSteps }
  const next = nextStepIndex(lot.steps)
  // What was not done after all brought no water either.
  if (doneSteps === next - 1 && lot.making.log.at(-1)?.kind === 'coats')
    return {
      type: 'batch',
      label: 'mark what is done',
      commands: [
        { type: 'piece.making', pieceId: lot.id, ...only, changes: { log: lot.making.log.slice(0, -1) } },
        done,
      ],
    }
  if (said.told && doneSteps > next)
    return {
      type: 'batch',
      label: 'mark what is done',
      commands: [
        ...(said.madeMs === undefined
          ? []
          : [
              {
                type: 'piece.making' as const,
                pieceId: lot.id,
                ...only,
                changes: { madeAt: new Date(said.madeMs).toISOString() },
              },
            ]),
        ...tellLot(lot, pots, said.told, now),
        done,
      ],
    }
  if (!water || doneSteps !== next + 1 || !lot.making.madeAt || hasBeenFired(lot.steps)) return done
  const coats = coatsOf(lot.steps[next]) - lot.coats
  const [outsideUm, insideUm] = water.map((um) => Math.round(um * coats))
  if (outsideUm + insideUm <= 0) return done
  return {
    type: 'batch',
    label: 'mark what is done',
    commands: [
      { type: 'piece.log', pieceId: lot.id, ...only, entry: { kind: 'coats', at: now, outsideUm, insideUm } },
      done,
    ],
  }
}
