import { fail, ok, type Result } from '../../base/result'
import { buildForm } from '../../form/buildForm'
import { thinPartOf } from '../../form/parts'
import type { FormPreset } from '../../form/presets'
import { profileAt, type TurnedForm } from '../../form/turnedForm'
import { NOT_MADE, WHOLE, type Form, type Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { SEQUENCE, startingSteps, unsuitedBecause, type SequenceId } from './sequences'
import type { DecoratedSide } from './choices'

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
  /** Where it is decorated; what is usual for its form if left out. */
  readonly side?: DecoratedSide
}

const WIDE: readonly FormPreset[] = ['plate', 'platter', 'dish']

/** Where a form is usually decorated: plates, wide dishes and slabs on their face, all others outside. */
export const usualSide = (form: TurnedForm, preset: FormPreset): DecoratedSide =>
  form.flat || WIDE.includes(preset) ? 'face' : 'outside'

/** Sides that a form can be decorated on: what is closed or a slab has only one. */
export function sidesOf(form: TurnedForm): readonly DecoratedSide[] {
  if (form.flat) return ['face']
  if (form.closed) return ['outside']
  const rimMm = 2 * profileAt(form, form.zones.inside.from).r
  return rimMm > OPEN_MM && rimMm > form.zones.inside.to - form.zones.inside.from
    ? ['outside', 'inside', 'face']
    : ['outside']
}

/** A hand and a tool get in from this opening on, mm. Common practice, no source. */
const OPEN_MM = 80

/** A new piece with a starting plan. Fails when its form cannot stand. */
export function beginPiece(
  { colourId, sequence, side, ...wish }: Wish,
  studio: Pick<Studio, 'bodies' | 'media'>,
  newId: () => string,
): Result<Piece> {
  const built = buildForm(wish.form)
  if (!built.ok) return built
  const id = newId()
  const context = {
    body: studio.bodies[wish.bodyId],
    media: Object.values(studio.media),
    form: built.value,
    colourId,
    side: side ?? usualSide(built.value, wish.form.preset),
    thinPart: thinPartOf(wish.form.parts) !== undefined,
  }
  const unsuited = unsuitedBecause(sequence, context)
  if (unsuited)
    return fail({ code: 'bad-value', path: 'way to begin', actual: SEQUENCE[sequence].name, expected: unsuited })
  return ok({
    ...wish,
    id,
    steps: startingSteps(sequence, context, newId),
    notes: '',
    tags: [],
    variant: null,
    lightTarget: null,
    making: NOT_MADE,
    ...WHOLE,
    fired: [],
  })
}
