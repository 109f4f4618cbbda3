import { describe, expect, it } from 'vitest'
import { emptyStudio } from '../demo/emptyStudio'
import { buildForm } from '../form/buildForm'
import { FORM_PRESETS, type FormPreset } from '../form/presets'
import { presetForm } from '../model/presetForm'
import type { Act, Step } from '../plan/step'
import type { SkinPicture } from '../skin/picture'
import { beginPiece, sidesOf } from './create/beginPiece'
import type { DecoratedSide } from './create/choices'
import { SEQUENCES, unsuitedBecause, type SequenceId } from './create/sequences'
import { settlePlan } from './create/settlePlan'
import { PieceViewer } from './view/pieceView'

/*
 * What is laid, cut, masked or wiped in a plan to begin with is seen when it is fired: without the step the piece looks otherwise.
 * Steps that prepare or clean, and tape that would burn away as well, are no part of that.
 */

const studio = emptyStudio()
const bodies = Object.keys(studio.bodies)

const DECORATES: ReadonlySet<Act> = new Set([
  'coat',
  'carve',
  'draw',
  'mask',
  'wax',
  'impress',
  'wipe',
  'fill',
  'glaze',
])

/** A slip as pale as the clay it lies on is what the colour over it is cut down to. */
const UNSEEN: readonly [SequenceId, Act, because: string][] = [['slipAndCarve', 'coat', 'chalk slip on a white clay']]

const formOf = (preset: FormPreset) => {
  const built = buildForm(presetForm(preset))
  if (!built.ok) throw new Error(preset)
  return built.value
}

/** Every way on two forms or three, each on others, so that all forms have their turn; those with thin parts always. */
const CASES = SEQUENCES.filter((sequence) => sequence !== 'empty').flatMap((sequence, q) =>
  FORM_PRESETS.flatMap((preset, f): [FormPreset, string, SequenceId, DecoratedSide][] => {
    const thin = sequence === 'stencil' && (preset === 'teapot' || preset === 'planter' || preset === 'seal')
    if ((f + q) % 9 && !thin) return []
    const sides = sidesOf(formOf(preset))
    const bodyId = bodies[(f + q) % bodies.length]
    const unsuited = unsuitedBecause(sequence, { body: studio.bodies[bodyId], media: Object.values(studio.media) })
    return unsuited ? [] : [[preset, bodyId, sequence, sides[q % sides.length]]]
  }),
)

/** Share of texels that differ to the eye, in colour, gloss or slope; one in four is looked at. */
function differing(a: SkinPicture, b: SkinPicture): number {
  let n = 0
  const apart = (x: Uint8Array, y: Uint8Array, i: number, by: number) => Math.abs(x[i] - y[i]) > by
  for (let i = 0; i < a.colour.length; i += 16)
    if (
      [0, 1, 2, 3].some((c) => apart(a.colour, b.colour, i + c, 10)) ||
      apart(a.relief, b.relief, i, 8) ||
      apart(a.relief, b.relief, i + 1, 8)
    )
      n++
  return (16 * n) / a.colour.length
}

describe('each step of a plan to begin with shows', () => {
  it.each(CASES)('%s of %s, %s, %s', (preset, bodyId, sequence, side) => {
    let n = 0
    const use = preset === 'tile' ? ('display' as const) : ('food' as const)
    const wish = { name: 'P', count: 12, use, bodyId, form: presetForm(preset), colourId: null, sequence, side }
    const begun = beginPiece(wish, studio, () => `s${++n}`)
    if (!begun.ok) throw new Error(JSON.stringify(begun.issue))
    const piece = settlePlan(begun.value, studio)
    const viewer = new PieceViewer(512, 256)
    const fired = (steps: Step[]): SkinPicture => {
      const view = viewer.view({
        ...studio,
        piece: { ...piece, steps },
        afterStep: steps.length - 1,
        kind: 'firedWhole',
        light: 'daylight',
      })
      if (!view.ok) throw new Error(JSON.stringify(view.issue))
      const { colour, relief } = view.value.picture
      return { ...view.value.picture, colour: colour.slice(), relief: relief.slice() }
    }
    const whole = fired(piece.steps)
    const decorating = piece.steps.filter(({ act }) => DECORATES.has(act))
    expect(decorating.length).toBeGreaterThan(0)
    for (const step of decorating) {
      if (UNSEEN.some(([of, act]) => of === sequence && act === step.act)) continue
      const share = differing(whole, fired(piece.steps.filter((other) => other !== step)))
      expect(share, `${step.act} ${step.id}`).toBeGreaterThan(0.0008)
    }
  })
})
