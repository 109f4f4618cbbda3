import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import type { FormPreset } from '../../form/presets'
import { judge } from '../../judge/judge'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import type { Studio } from '../../model/studio'
import { beginPiece } from '../create/beginPiece'
import type { SequenceId } from '../create/sequences'
import { settlePlan } from '../create/settlePlan'
import { goesWrongOn } from './goesWrong'

/* Each mistake that can be made on a piece, and its first mend carried out: it is put right, and nothing new is risked by it. */

const studio = demoStudio()

/** What has no mend of its own, or leaves something to say, and why. */
const SAID: Readonly<Record<string, string>> = {
  'feather-jar carved-too-shallow': 'nine coats: they run as well, and that has a mend of its own',
  'feather-jar dry-scraping': 'the glaze that was to be carved is left out: bisque is carved with care, but not well',
  'inlaid jug carved-too-shallow': 'six coats: they run as well, and that has a mend of its own',
  'inlaid jug dry-scraping': 'as on the feather jar',
  'textured plate glaze-not-for-food': 'the jar nearest to amber is darker, and the texture has a mend of its own',
  'estuary-plate fill-without-groove': 'without its grooves glazes meet',
}

const found = (piece: Piece, of: Studio) => {
  const judged = judge(piece, of)
  if (!judged.ok) throw new Error(JSON.stringify(judged.issue))
  return judged.value
}

/** A plan as it is begun on a form and a clay. */
function begun(preset: FormPreset, sequence: SequenceId, bodyId: string): Piece {
  let n = 0
  const form = presetForm(preset)
  const wish = { name: 'P', count: 4, use: 'food' as const, bodyId, form, colourId: null, sequence }
  const piece = beginPiece(wish, studio, () => `s${++n}`)
  if (!piece.ok) throw new Error(JSON.stringify(piece.issue))
  return settlePlan(piece.value, studio)
}

const PIECES: readonly (readonly [id: string, piece: Piece])[] = [
  ...['reed-jugs', 'feather-jar', 'creek-teapot', 'estuary-plate'].map((id) => [id, studio.pieces[id]] as const),
  ['inlaid jug', begun('jug', 'glazeInlay', 'dune-buff')],
  ['textured plate', begun('plate', 'stainedTexture', 'dune-buff')],
  ['carved plate', begun('plate', 'sgraffito', 'estuary-red')],
  ['painted bird', begun('bird', 'opaqueColours', 'estuary-red')],
]

const CASES = PIECES.flatMap(([id, plain]) => {
  const piece: Piece = { ...plain, steps: plain.steps.map((s) => ({ ...s, done: false })), apart: [], otherwise: [] }
  const known = new Set(found(piece, studio).map(({ ruleId }) => ruleId))
  return goesWrongOn(piece, studio).map(({ whatIf, finding }) => {
    const wrong = { ...piece, steps: whatIf.steps }
    return [`${id} ${finding.ruleId}`, whatIf.words, { wrong, finding, known }] as const
  })
})

describe('a mistake and its first mend', () => {
  it.each(CASES)('%s: %s', (name, _, { wrong, finding, known }) => {
    const { ruleId } = finding
    const first = found(wrong, studio).find((one) => one.ruleId === ruleId)
    const mend = first?.mends.at(0)
    let left = ['nothing to press']
    if (first && mend) {
      const done = applyCommand({ ...studio, pieces: { [wrong.id]: wrong }, order: [wrong.id] }, mend.command)
      if (!done.ok) throw new Error(JSON.stringify(done.issue))
      left = found(done.value.pieces[wrong.id], done.value)
        .filter((one) =>
          one.ruleId === ruleId ? one.stepId === first.stepId : !known.has(one.ruleId) && one.severity !== 'note',
        )
        .map((one) => one.ruleId)
    }
    if (name in SAID) expect(left).not.toEqual([])
    else expect(left, mend?.label).toEqual([])
  })

  it('there is nothing to explain that is not said', () => {
    expect(Object.keys(SAID).filter((name) => !CASES.some(([of]) => of === name))).toEqual([])
  })
})
