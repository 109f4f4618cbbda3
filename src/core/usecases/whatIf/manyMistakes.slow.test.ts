import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../base/random'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS } from '../../form/presets'
import type { Finding } from '../../judge/finding'
import { judge } from '../../judge/judge'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import { beginPiece, sidesOf } from '../create/beginPiece'
import { SEQUENCES, unsuitedBecause } from '../create/sequences'
import { settlePlan } from '../create/settlePlan'
import { whatIfs } from './whatIfs'

/* Plans with several mistakes at once, pressed away one after another: it ends, and next to nothing is left. */

const studio = demoStudio()
const random = seededRandom(11)
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]

const PLANS = 50
const MISTAKES_EACH = 4
const MOST_PRESSES = 25

/** A plan as it is begun, on any form, clay and side. */
function anyPlan(): Piece {
  const [preset, sequence, bodyId] = [pick(FORM_PRESETS), pick(SEQUENCES), pick(Object.keys(studio.bodies))]
  const form = presetForm(preset)
  const built = buildForm(form)
  const context = { body: studio.bodies[bodyId], media: Object.values(studio.media) }
  if (!built.ok || sequence === 'empty' || unsuitedBecause(sequence, context)) return anyPlan()
  let n = 0
  const wish = { name: 'P', count: 4, use: pick(['food', 'display'] as const), bodyId, form, colourId: null, sequence }
  const piece = beginPiece({ ...wish, side: pick(sidesOf(built.value)) }, studio, () => `s${++n}`)
  return piece.ok ? settlePlan(piece.value, studio) : anyPlan()
}

/** The plan with any of its steps done otherwise, and how. */
function wronged(piece: Piece): { piece: Piece; words: string } {
  const step = pick(piece.steps)
  const ways = whatIfs(piece, step.id, studio)
  if (!ways.length) return wronged(piece)
  const { words, steps } = pick(ways)
  return { piece: { ...piece, steps: [...steps] }, words: `${step.act}: ${words}` }
}

const serious = (piece: Piece): Finding[] => {
  const found = judge(piece, studio)
  if (!found.ok) throw new Error(JSON.stringify(found.issue))
  return found.value.filter(({ severity }) => severity !== 'note')
}

/** The rules that still speak after the first mend of what is worst has been pressed, again and again. */
function leftAfterPressing(piece: Piece): string[] {
  let now = piece
  for (let press = 0; press < MOST_PRESSES; press++) {
    const found = serious(now)
    const mend = found.find(({ mends }) => mends.length)?.mends[0]
    if (!mend) return found.map(({ ruleId }) => ruleId)
    const done = applyCommand({ ...studio, pieces: { [now.id]: now }, order: [now.id] }, mend.command)
    if (!done.ok) throw new Error(JSON.stringify(done.issue))
    now = done.value.pieces[now.id]
    expect(new Set(now.steps.map(({ id }) => id)).size).toBe(now.steps.length)
  }
  return ['no end']
}

describe('several mistakes at once', () => {
  it('are pressed away: each press leads on, no id is given twice, and of all plans nearly none has anything left', () => {
    const left: string[] = []
    for (let k = 0; k < PLANS; k++) {
      let piece = anyPlan()
      const words: string[] = []
      for (let i = 0; i < MISTAKES_EACH; i++) {
        const next = wronged(piece)
        piece = next.piece
        words.push(next.words)
      }
      left.push(...leftAfterPressing(piece).map((rule) => `${rule}, ${words.join('; ')}`))
    }
    expect(left.filter((one) => one.startsWith('no end'))).toEqual([])
    // What a slip of the hand did to a line cannot be planned away.
    expect(left.filter((one) => !one.startsWith('contrast-low'))).toEqual([])
    expect(left.length).toBeLessThan(0.03 * PLANS)
  })
})
