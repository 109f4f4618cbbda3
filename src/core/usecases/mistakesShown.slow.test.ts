import { describe, expect, it } from 'vitest'
import { ciede2000 } from '../colour/ciede2000'
import { decodeSrgb, linearRgbToXyz, xyzToLab, type Triple } from '../colour/colourSpaces'
import { findingsOf, MISTAKES, planned, warned, type Mistake } from '../judge/fixtures/mistakes'
import { applyCommand } from '../model/command'
import type { Piece } from '../model/piece'
import type { Studio } from '../model/studio'
import type { SkinPicture } from '../skin/picture'
import { PieceViewer } from './view/pieceView'

/* Each mistake is not only told of but seen: the piece fired as planned looks otherwise than with its first mend taken. */

/** Mistakes that the fired skin cannot show, and why. By rule, or by what exactly is done. */
const UNSEEN: Readonly<Record<string, string>> = {
  'thin-part-soaks': 'a part softens and drops off, which its skin does not tell',
  'parts-in-one-place': 'parts are drawn in each other, which is seen on the form and not on the skin',
  'part-hangs-in-the-air': 'it is seen on the form and not on the skin',
  'part-is-swallowed': 'it is seen on the form and not on the skin',
  'part-is-gone': 'there is nothing left of it to be seen',
  'no-area-taken': 'the step does nothing',
  'narrow-area':
    'narrower than the texels of the small skins used here; areaWork.slow.test.ts measures it on a large one',
  'not-damped': 'a little more even, and no more',
  'clay-gets-wetter': 'the clay cannot come to that stage at all',
  'dry-scraping': 'dust in the air, not on the piece',
  'repeats-not-marked-out': 'drawn as if they had been spaced well',
  'outside-before-inside': 'drips that may be or not',
  'wash-before-clear': 'it spoils the glaze in the bucket',
  'slab-needed': 'it spoils the shelf',
  'fill-without-groove': 'wiped off or left out, nothing stays',
  'tape-left-on': 'it burns away in the bisque with its smoke',
  'not-fired-at-the-end': 'an unfinished plan is shown fired in any case',
  'eight coats': 'one more colour over enough of it looks the same',
  'stoneware fired as earthenware': 'it stays porous under the same colour',
  'nine brushed coats': 'a clear glaze that runs over itself is as clear',
  'an earthenware glaze at stoneware heat': 'a clear glaze that runs over itself is as clear',
}

const labs = new Map<number, Triple>()

function labOf(bytes: Uint8Array, at: number): Triple {
  const key = (bytes[at] << 16) | (bytes[at + 1] << 8) | bytes[at + 2]
  let lab = labs.get(key)
  if (!lab) {
    lab = xyzToLab(linearRgbToXyz([0, 1, 2].map((c) => decodeSrgb(bytes[at + c] / 255)) as unknown as Triple))
    labs.set(key, lab)
  }
  return lab
}

function fired(piece: Piece, { bodies, media, ways }: Studio): SkinPicture {
  const view = new PieceViewer(512, 256).view({
    piece,
    bodies,
    media,
    ways,
    afterStep: piece.steps.length - 1,
    kind: 'firedWhole',
    light: 'daylight',
  })
  if (!view.ok) throw new Error(JSON.stringify(view.issue))
  return view.value.picture
}

/** Texels are gone through in strides, so that a difference anywhere is soon met; no skin has so many that the stride divides them. */
const STRIDE = 4 * 4099

/** Whether two colours are more than ΔE00 3 apart; what is clear from CIELAB alone is not reckoned out. */
function otherColour(a: Triple, b: Triple): boolean {
  const far = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
  return far > 1 && (far > 60 || ciede2000(a, b) > 3)
}

/**
 * Share of the skin that differs to the eye: in colour by ΔE00 3, in gloss by a sixth, or in its slopes. It is enough to know that
 * it is more than `enough`.
 */
function differing(a: SkinPicture, b: SkinPicture, enough = 1): number {
  const { length } = a.colour
  const apart = (x: Uint8Array, y: Uint8Array, at: number, by: number) => Math.abs(x[at] - y[at]) > by
  let n = 0
  for (let k = 0, i = 0; k < length && 4 * n <= enough * length; k += 4, i = (i + STRIDE) % length) {
    if (
      apart(a.colour, b.colour, i + 3, 42) ||
      apart(a.relief, b.relief, i, 6) ||
      apart(a.relief, b.relief, i + 1, 6) ||
      otherColour(labOf(a.colour, i), labOf(b.colour, i))
    )
      n++
  }
  return (4 * n) / length
}

/** A plan with a mistake, and the same with the first mend taken. */
function beforeAndAfter({ rule, steps, piece, ways, jar }: Mistake): { before: Piece; after: Piece; studio: Studio } {
  const studio = { ...warned(jar), ways: { ...warned(jar).ways, ...ways } }
  const before = planned(steps, piece)
  const command = findingsOf(before, ways, jar).find((f) => f.ruleId === rule)?.mends[0].command
  if (!command) throw new Error('no mend was offered')
  const applied = applyCommand({ ...studio, pieces: { p: before }, order: ['p'] }, command)
  if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
  return { before, after: applied.value.pieces.p, studio }
}

const unseen = ({ rule, what }: Mistake) => rule in UNSEEN || what in UNSEEN
const MENDED = MISTAKES.filter(
  (m) => findingsOf(planned(m.steps, m.piece), m.ways, m.jar).find((f) => f.ruleId === m.rule)?.mends.length,
)

describe('a mistake is shown as it would turn out', () => {
  it.each(MENDED.filter((m) => !unseen(m)).map((m) => [m.rule, m.what, m] as const))('%s: %s', (_, __, mistake) => {
    const { before, after, studio } = beforeAndAfter(mistake)
    expect(differing(fired(before, studio), fired(after, studio), 0.0005)).toBeGreaterThan(0.0005)
  })

  it('what is said to be unseen is a rule or a plan that there is', () => {
    for (const name of Object.keys(UNSEEN))
      expect(
        MISTAKES.some((m) => m.rule === name || m.what === name),
        name,
      ).toBe(true)
    expect(MENDED.filter((m) => !unseen(m)).length).toBeGreaterThan(0.6 * MENDED.length)
  })

  it('an unfinished plan shows what would come off in the fire: slip on bisque flakes before the firing is planned', () => {
    const flaking = MISTAKES.find((m) => m.what === 'slip on bisque')
    if (!flaking) throw new Error('the plan is gone')
    const { before, after, studio } = beforeAndAfter(flaking)
    expect(before.steps.some((step) => step.act === 'fire' && before.steps.indexOf(step) > 1)).toBe(false)
    const share = differing(fired(before, studio), fired(after, studio))
    expect(share).toBeGreaterThan(0.08)
    expect(share).toBeLessThan(0.4)
  })

  it('damp clay bursts in a firing that is planned, but not in one that is only thought', () => {
    const damp = MISTAKES.find((m) => m.rule === 'fired-while-damp')
    if (!damp) throw new Error('the plan is gone')
    const { before, studio } = beforeAndAfter(damp)
    const view = (piece: Piece, afterStep: number) =>
      new PieceViewer(512, 256).view({
        piece,
        bodies: studio.bodies,
        media: studio.media,
        ways: studio.ways,
        afterStep,
        kind: 'firedNow',
        light: 'daylight',
      })
    const [thought, done] = [view(before, 1), view(before, 2)]
    if (!thought.ok || !done.ok) throw new Error('no view')
    const craters = ({ picture }: { picture: SkinPicture }) =>
      picture.relief.filter((v, i) => i % 4 === 0 && Math.abs(v - 128) > 40).length
    expect(craters(thought.value)).toBe(0)
    expect(craters(done.value)).toBeGreaterThan(1000)
  })
})
