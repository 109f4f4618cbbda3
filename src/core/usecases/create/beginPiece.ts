import { ok, type Result } from '../../base/result'
import { buildForm } from '../../form/buildForm'
import { NOT_MADE, type Form, type Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { startingSteps, type SequenceId } from './sequences'

/** What the artist says of a new piece. */
export interface Wish {
  readonly name: string
  readonly count: number
  readonly use: Piece['use']
  readonly bodyId: string
  readonly form: Form
  /** The first choice of colour, if any. */
  readonly colourId: string | null
  readonly sequence: SequenceId
}

/** A new piece with a starting plan. Fails when its form cannot stand. */
export function beginPiece(
  { colourId, sequence, ...wish }: Wish,
  studio: Pick<Studio, 'bodies' | 'media'>,
  newId: () => string,
): Result<Piece> {
  const built = buildForm(wish.form)
  if (!built.ok) return built
  const { from, to } = built.value.zones.outside
  const id = newId()
  const context = {
    body: studio.bodies[wish.bodyId],
    media: Object.values(studio.media),
    sizes: wish.form.sizes,
    colourId,
    outsideMm: to - from,
    flat: built.value.flat,
  }
  return ok({
    ...wish,
    id,
    steps: startingSteps(sequence, context, newId),
    notes: '',
    variant: null,
    lightTarget: null,
    making: NOT_MADE,
    fired: [],
  })
}
