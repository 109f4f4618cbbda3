import { ciede2000 } from '../../colour/ciede2000'
import { filmsLab } from '../tiles/squares'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { emptyStudio } from '../../demo/emptyStudio'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS, type FormPreset } from '../../form/presets'
import { judge } from '../../judge/judge'
import { presetForm } from '../../model/presetForm'
import { stretchesOf } from '../../skin/place'
import { decoratedSide } from '../view/decoratedSide'
import { beginPiece, sidesOf, usualSide } from './beginPiece'
import { SEQUENCE, SEQUENCES, unsuitedBecause, type SequenceId } from './sequences'
import type { DecoratedSide } from './choices'
import { settlePlan } from './settlePlan'

const studio = emptyStudio()
const bodies = Object.keys(studio.bodies)

const formOf = (preset: FormPreset) => {
  const built = buildForm(presetForm(preset))
  if (!built.ok) throw new Error(preset)
  return built.value
}

function begun(preset: FormPreset, bodyId: string, sequence: SequenceId, side?: DecoratedSide) {
  let n = 0
  const use = preset === 'tile' ? ('display' as const) : ('food' as const)
  const wish = { name: 'P', count: 12, use, bodyId, form: presetForm(preset), colourId: null, sequence, side }
  return beginPiece(wish, studio, () => `s${++n}`)
}

/** Every form, way and side, each on one of the clays in turn. */
const CASES = FORM_PRESETS.flatMap((preset, f) =>
  SEQUENCES.flatMap((sequence, q) =>
    sidesOf(formOf(preset)).map((side, k) => [preset, bodies[(f + q + k) % bodies.length], sequence, side] as const),
  ),
).filter(([, bodyId, sequence]) => {
  const context = { body: studio.bodies[bodyId], media: Object.values(studio.media) }
  return sequence !== 'empty' && !unsuitedBecause(sequence, context)
})

describe('ways to begin', () => {
  it.each(CASES)('%s of %s, %s, %s: nothing is left to say of the settled plan', (preset, bodyId, sequence, side) => {
    const piece = begun(preset, bodyId, sequence, side)
    if (!piece.ok) throw new Error(JSON.stringify(piece.issue))
    const settled = settlePlan(piece.value, studio)
    const findings = judge(settled, studio)
    expect(findings.ok && findings.value.map((f) => `${f.ruleId}: ${f.sentence}`)).toEqual([])
    const form = formOf(preset)
    for (const step of settled.steps)
      if ('place' in step) expect(stretchesOf(form, step.place).length).toBeGreaterThan(0)
  })

  it('beads are fired on a wire, so that no foot is cleaned, and carved with a fine zigzag', () => {
    const piece = begun('bead', 'chalk-white', 'sgraffito')
    if (!piece.ok) throw new Error()
    const { steps } = piece.value
    expect(steps.some((step) => step.act === 'cleanFoot')).toBe(false)
    expect(steps.findLast((step) => step.act === 'fire')).toMatchObject({ firing: 'glaze', wire: true })
    expect(steps.find((step) => step.act === 'carve')).toMatchObject({ motif: { kind: 'zigzag', lineMm: 0.8 } })
  })

  it('plates, platters, dishes and tiles are decorated on their face, bowls on the side that is chosen', () => {
    for (const preset of ['plate', 'platter', 'dish', 'tile'] as const) {
      expect(usualSide(formOf(preset), preset)).toBe('face')
      const piece = begun(preset, 'chalk-white', 'sgraffito')
      if (!piece.ok) throw new Error()
      expect(decoratedSide(piece.value)).toBe('inside')
      const carve = piece.value.steps.find((step) => step.act === 'carve')
      expect(carve?.act === 'carve' && carve.motif.side).toBe('floor')
    }
    for (const side of ['outside', 'inside'] as const) {
      const bowl = begun('bowl', 'chalk-white', 'sgraffito', side)
      if (!bowl.ok) throw new Error()
      expect(decoratedSide(bowl.value)).toBe(side)
    }
    expect(sidesOf(formOf('bottle'))).toEqual(['outside'])
  })

  it.each(bodies)('“pale ground, dark over it” is that on %s', (bodyId) => {
    const piece = begun('jug', bodyId, 'slipAndCarve')
    if (!piece.ok) throw new Error()
    const [ground, dark] = piece.value.steps.flatMap((step) =>
      step.act === 'coat' ? [studio.media[step.mediumId]] : [],
    )
    const paleness = (m: typeof ground) => m.optics.S.reduce((a, b) => a + b) / m.optics.K.reduce((a, b) => a + b)
    expect(paleness(ground)).toBeGreaterThan(2 * paleness(dark))
  })

  it.each(bodies)('wax, colour, wax again on %s: clay and both colours can be told apart', (bodyId) => {
    const piece = begun('cylinderJar', bodyId, 'waxRounds')
    if (!piece.ok) throw new Error()
    const cone = studio.bodies[bodyId].range.from
    const [light, dark] = piece.value.steps.flatMap((step) =>
      step.act === 'coat'
        ? [filmsLab(studio.bodies[bodyId], [{ mediumId: step.mediumId, coats: 4 }], studio.media, cone)]
        : [],
    )
    const clay = filmsLab(studio.bodies[bodyId], [], studio.media, cone)
    expect(light[0]).toBeGreaterThan(dark[0])
    for (const [a, b] of [
      [light, dark],
      [light, clay],
      [dark, clay],
    ])
      expect(ciede2000(a, b)).toBeGreaterThan(10)
  })

  it('a way that this clay’s firing cannot take is refused with the reason', () => {
    const piece = begun('jug', 'dune-buff', 'opaqueColours')
    expect(piece.ok).toBe(false)
    if (!piece.ok) expect(JSON.stringify(piece.issue)).toContain('stands cone 5, which Dune buff stoneware needs')
    expect(SEQUENCE.opaqueColours.words.length).toBeGreaterThan(5)
  })

  it('the demo’s own pieces are judged as they were meant: only these speak', () => {
    const demo = demoStudio()
    const spoken = demo.order.flatMap((id) => {
      const findings = judge(demo.pieces[id], demo)
      return findings.ok ? findings.value.filter((f) => f.severity !== 'note').map((f) => `${id}: ${f.ruleId}`) : [id]
    })
    expect(spoken).toEqual(['scallop-dish: dip-over-unfixed-colour', 'scallop-dish: dust-under-glaze'])
  })
})
