import { ciede2000 } from '../../colour/ciede2000'
import { filmsLab } from '../tiles/squares'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { emptyStudio } from '../../demo/emptyStudio'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS, type FormPreset } from '../../form/presets'
import { judge } from '../../judge/judge'
import { formSchema, type Form } from '../../model/piece'
import { partsAtSize, presetForm } from '../../model/presetForm'
import type { Ways } from '../../model/studio'
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

function begun(
  preset: FormPreset,
  bodyId: string,
  sequence: SequenceId,
  side?: DecoratedSide,
  form: Form = presetForm(preset),
) {
  let n = 0
  const use = preset === 'tile' ? ('display' as const) : ('food' as const)
  const wish = { name: 'P', count: 12, use, bodyId, form, colourId: null, sequence, side }
  return beginPiece(wish, studio, () => `s${++n}`)
}

/** What is left to say of a plan, settled as a studio of these ways works. */
function leftToSay(piece: ReturnType<typeof begun>, ways: Partial<Ways> = {}): string[] {
  if (!piece.ok) throw new Error(JSON.stringify(piece.issue))
  const schooled = { ...studio, ways: { ...studio.ways, ...ways } }
  const findings = judge(settlePlan(piece.value, schooled), schooled)
  if (!findings.ok) throw new Error(JSON.stringify(findings.issue))
  return findings.value.map((f) => `${f.ruleId}: ${f.sentence}`)
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

  const OTHER_SCHOOLS: readonly Partial<Ways>[] = [
    { firstGlaze: 'outside' },
    { firings: 'onceFired' },
    { foot: 'bare', beforeDip: 'brushTheClear' },
    { beforeDip: 'dipAtOnce', damping: 'dampEvenly' },
    { order: 'detailsFirst', boneDrySgraffito: 'withCare' },
  ]

  it.each(OTHER_SCHOOLS.map((ways) => [JSON.stringify(ways), ways] as const))(
    'every one of them, outside and inside, as a studio works that says %s',
    (_, ways) => {
      const said = SEQUENCES.filter(
        (sequence) => CASES.some((c) => c[2] === sequence) && sequence !== 'opaqueColours',
      ).flatMap((sequence) =>
        (
          [
            ['moonJar', 'outside', 'shell-porcelain'],
            ['bowl', 'inside', 'chalk-white'],
            ['teapot', 'outside', 'dune-buff'],
          ] as const
        ).flatMap(([preset, side, bodyId]) =>
          leftToSay(begun(preset, bodyId, sequence, side), ways).map((f) => `${preset}, ${sequence}: ${f}`),
        ),
      )
      expect(said).toEqual([])
    },
  )

  it.each(['bird', 'seal', 'planter', 'ladle', 'teapot', 'mug'] as const)(
    '%s half and twice as large: its parts are as large in proportion, and nothing is left to say',
    (preset) => {
      const usual = presetForm(preset)
      for (const share of [0.5, 2]) {
        const { heightMm, rimMm, bellyMm, footMm, wallMm } = usual.sizes
        const form = presetForm(preset, {
          heightMm: heightMm * share,
          rimMm: rimMm * share,
          bellyMm: bellyMm * share,
          footMm: footMm * share,
          wallMm,
        })
        expect(leftToSay(begun(preset, 'chalk-white', 'colourOnBisque', 'outside', form))).toEqual([])
        usual.parts.forEach((part, i) => {
          if (part.kind !== 'ball') return
          // Within the tenth of a millimetre that lengths are kept to, and what the wall is off by.
          expect(form.parts[i].widthMm / part.widthMm).toBeCloseTo(share, 1)
          expect(form.parts[i].upMm / part.upMm).toBeCloseTo(share, 1)
        })
      }
    },
  )

  it('parts follow the sizes of a form until one of them is set, and then stay as they were set', () => {
    const pattern = presetForm('bird')
    const larger = { ...pattern, sizes: { ...pattern.sizes, heightMm: 152, bellyMm: 144, rimMm: 60, footMm: 68 } }
    const head = (parts: Form['parts']) => parts.find(({ id }) => id === 'head')
    expect(head(pattern.parts)?.widthMm).toBe(44)
    expect(head(partsAtSize(pattern, pattern.parts, larger))?.widthMm).toBeCloseTo(88, 0)
    expect(partsAtSize(pattern, pattern.parts, pattern)).toEqual(pattern.parts)
    const set = pattern.parts.map((part) => (part.id === 'beak' ? { ...part, thickMm: 30 } : part))
    expect(partsAtSize(pattern, set, larger)).toBe(set)
    const fallen = { ...larger, sizes: { ...larger.sizes, wallMm: 400 } }
    expect(partsAtSize(pattern, pattern.parts, fallen)).toBe(pattern.parts)
  })

  it('parts of the largest form that can be typed can still be kept', () => {
    const sizes = { heightMm: 1200, rimMm: 600, bellyMm: 1200, footMm: 600, wallMm: 20 }
    for (const preset of ['bird', 'ladle', 'planter'] as const)
      expect(formSchema.safeParse(presetForm(preset, sizes)).success).toBe(true)
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
