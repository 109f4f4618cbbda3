import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inMm } from '../base/units'
import { capacityMl, clayMl, stretchArea, sweptArea, sweptVolume } from './measures'
import { sentence } from '../base/issue'
import { presetForm } from '../model/presetForm'
import { buildForm } from './buildForm'
import { hiddenPatches, PART } from './parts'
import { PART_KINDS } from './partKinds'
import { planOutline } from './planOutline'
import { FORM_PRESETS, PRESETS } from './presets'
import { arcLengths, insideOf, smoothThrough, type ProfilePoint } from './profile'
import { distanceToPolyline } from './fixtures/distanceToPolyline'
import { repeatAdvice, sectorChord } from './repeats'
import { drawnLength, firedLength, totalShrinkage } from './shrinkage'
import { buildFromOutside, buildTurnedForm, profileAt, widest, zoneAt, ZONES, type TurnedForm } from './turnedForm'

const line = (from: ProfilePoint, to: ProfilePoint, n = 40) =>
  Array.from({ length: n + 1 }, (_, i) => ({
    r: from.r + ((to.r - from.r) * i) / n,
    z: from.z + ((to.z - from.z) * i) / n,
  }))
const arc = (cr: number, cz: number, radius: number, from: number, to: number, n = 4000) =>
  Array.from({ length: n + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / n
    return { r: cr + radius * Math.cos(a), z: cz + radius * Math.sin(a) }
  })
const built = (form: ReturnType<typeof buildTurnedForm>): TurnedForm => {
  if (!form.ok) throw new Error(JSON.stringify(form.issue))
  return form.value
}

describe('turned areas and volumes against closed forms', () => {
  it('cylinder: 2πrh and πr²h', () => {
    expect(sweptArea(line({ r: 30, z: 0 }, { r: 30, z: 100 }))).toBeCloseTo(2 * Math.PI * 30 * 100, 6)
    expect(
      sweptVolume([
        { r: 0, z: 0 },
        { r: 30, z: 0 },
        { r: 30, z: 100 },
        { r: 0, z: 100 },
      ]),
    ).toBeCloseTo(Math.PI * 900 * 100, 6)
  })

  it('a bead round its hole: πh³/6 of clay, whatever its width (the napkin ring, after Seki Takakazu)', () => {
    for (const bellyMm of [22, 40]) {
      const wallMm = bellyMm / 2 - 2.5
      const heightMm = 2 * Math.sqrt((bellyMm / 2) ** 2 - 2.5 ** 2)
      const bead = built(buildTurnedForm('bead', { heightMm, rimMm: 5, bellyMm, footMm: 5, wallMm }))
      expect(bead).toMatchObject({ closed: true, holeMm: 5 })
      expect((clayMl(bead) * 1000) / ((Math.PI * heightMm ** 3) / 6)).toBeCloseTo(1, 2)
      expect(stretchArea(bead, { from: bead.zones.outside.from, to: bead.zones.outside.to - 2.5 })).toBeCloseTo(
        Math.PI * bellyMm * heightMm,
        -1,
      )
    }
    const full = buildTurnedForm('bead', { ...PRESETS.bead.sizes, wallMm: 11 })
    expect(!full.ok && full.issue).toMatchObject({ reason: expect.stringMatching(/leaves no hole/) as string })
  })

  it('cone: π r s and πr²h/3', () => {
    expect(sweptArea(line({ r: 40, z: 0 }, { r: 0, z: 30 }))).toBeCloseTo(Math.PI * 40 * 50, 6)
    expect(
      sweptVolume([
        { r: 0, z: 0 },
        { r: 40, z: 0 },
        { r: 0, z: 30 },
      ]),
    ).toBeCloseTo((Math.PI * 1600 * 30) / 3, 6)
  })

  it('sphere: 4πr² and 4πr³/3', () => {
    const half = arc(0, 0, 50, -Math.PI / 2, Math.PI / 2)
    expect(sweptArea(half) / (4 * Math.PI * 2500)).toBeCloseTo(1, 6)
    expect(sweptVolume(half) / ((4 / 3) * Math.PI * 125_000)).toBeCloseTo(1, 5)
  })

  it('torus by Pappus (second theorem): 4π²Rr and 2π²Rr²', () => {
    const ring = arc(60, 0, 15, 0, 2 * Math.PI)
    expect(sweptArea(ring) / (4 * Math.PI ** 2 * 60 * 15)).toBeCloseTo(1, 5)
    expect(sweptVolume(ring.slice(0, -1)) / (2 * Math.PI ** 2 * 60 * 225)).toBeCloseTo(1, 5)
  })
})

const VESSELS = FORM_PRESETS.filter((p) => !PRESETS[p].flat && !PRESETS[p].closed)

describe('every preset', () => {
  it.each(VESSELS)('%s builds from its own sizes with a whole skin', (preset) => {
    const { sizes } = PRESETS[preset]
    const form = built(buildTurnedForm(preset, sizes))
    expect(form.profile[0]).toEqual({ r: 0, z: 0 })
    expect(form.profile.at(-1)?.r).toBe(0)
    expect(Math.abs(form.heightMm - sizes.heightMm)).toBeLessThan(sizes.wallMm)
    expect(2 * form.zones.base.to).toBeCloseTo(sizes.footMm, 6)
    let at = 0
    for (const zone of ZONES) {
      expect(form.zones[zone].from).toBeCloseTo(at, 9)
      expect(form.zones[zone].to).toBeGreaterThan(form.zones[zone].from)
      at = form.zones[zone].to
      expect(zoneAt(form, (form.zones[zone].from + at) / 2)).toBe(zone)
    }
    expect(at).toBeCloseTo(form.totalMm, 9)
    expect(ZONES.reduce((sum, zone) => sum + stretchArea(form, form.zones[zone]), 0)).toBeCloseTo(
      sweptArea(form.profile),
      3,
    )
    expect(capacityMl(form)).toBeGreaterThan(clayMl(form) * 0.2)
  })

  it.each(VESSELS)('%s has a wall of the measured thickness', (preset) => {
    const form = built(buildTurnedForm(preset, PRESETS[preset].sizes))
    const outside = form.profile.filter(
      (_, i) => form.lengths[i] >= form.zones.outside.from && form.lengths[i] <= form.zones.outside.to,
    )
    for (let share = 0.1; share < 0.85; share += 0.15) {
      const { from, to } = form.zones.inside
      expect(
        Math.abs(distanceToPolyline(profileAt(form, from + (to - from) * share), outside) - form.wallMm),
      ).toBeLessThan(0.35)
    }
  })
})

describe('a form that cannot be', () => {
  it.each([
    [{ heightMm: 100, rimMm: 30, bellyMm: 60, footMm: 40, wallMm: 14 }, `wall of ${inMm(14)}`],
    [{ heightMm: 8, rimMm: 90, bellyMm: 90, footMm: 60, wallMm: 6 }, `height of ${inMm(8)}`],
  ])('is refused with the reason', (sizes, words) => {
    const form = buildTurnedForm('jug', sizes)
    expect(form.ok).toBe(false)
    if (!form.ok && form.issue.code === 'form-impossible') expect(form.issue.reason).toContain(words)
  })

  it('is refused when the wall fills it', () => {
    expect(
      buildFromOutside(
        [
          { r: 4, z: 0 },
          { r: 4, z: 20 },
        ],
        5,
      ).ok,
    ).toBe(false)
  })
})

describe('profiles', () => {
  it('a smooth curve passes through its points and has no loops', () => {
    const control = [
      { r: 40, z: 0 },
      { r: 70, z: 60 },
      { r: 72, z: 64 },
      { r: 30, z: 150 },
    ]
    const smooth = smoothThrough(control)
    for (const p of control) expect(Math.min(...smooth.map((q) => Math.hypot(p.r - q.r, p.z - q.z)))).toBeLessThan(1e-9)
    for (let i = 1; i < smooth.length; i++) expect(smooth[i].z).toBeGreaterThan(smooth[i - 1].z - 1e-9)
    expect(arcLengths(line({ r: 0, z: 0 }, { r: 3, z: 4 })).at(-1)).toBeCloseTo(5, 12)
  })

  it('an offset never comes nearer than the wall', () => {
    const outside = smoothThrough([
      { r: 40, z: 0 },
      { r: 60, z: 20 },
      { r: 20, z: 40 },
      { r: 26, z: 60 },
    ])
    for (const p of insideOf(outside, 6, 6)) expect(distanceToPolyline(p, outside)).toBeGreaterThan(6 * 0.98)
  })

  it('the widest place of a dish is out on its rim, to the point', () => {
    const dish = buildTurnedForm('dish', PRESETS.dish.sizes)
    if (!dish.ok) throw new Error('dish')
    const { diameterMm, alongMm } = widest(dish.value)
    const { outside, rim } = dish.value.zones
    const sampled = Array.from({ length: 4001 }, (_, i) => 2 * profileAt(dish.value, (rim.to * i) / 4000).r)
    expect(diameterMm).toBeGreaterThanOrEqual(Math.max(...sampled))
    expect(diameterMm).toBeCloseTo(Math.max(...sampled), 1)
    expect(diameterMm).toBeGreaterThan(2 * profileAt(dish.value, outside.to).r)
    expect(alongMm).toBeGreaterThan(outside.to - outside.from)
  })

  it('finds the widest place', () => {
    const form = built(buildTurnedForm('moonJar', PRESETS.moonJar.sizes))
    expect(widest(form).diameterMm).toBeCloseTo(PRESETS.moonJar.sizes.bellyMm, 0)
  })
})

describe('repeats and sectors', () => {
  it('offer the nearest whole numbers: 7.4 → 7 at +5.7 % or 8 at −7.5 %', () => {
    const { exact, choices } = repeatAdvice(7.4 / (2 * Math.PI), 1)
    expect(exact).toBeCloseTo(7.4, 9)
    expect(choices.map((c) => [c.repeats, Number((100 * c.stretch).toFixed(1))])).toEqual([
      [7, 5.7],
      [8, -7.5],
    ])
  })

  it('a sixth of a circle has the radius for its chord (Euclid, Elements IV.15)', () => {
    expect(sectorChord(83, 6)).toBeCloseTo(83, 10)
  })

  it('stretched repeats close exactly', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 300, noNaN: true }),
        fc.double({ min: 3, max: 60, noNaN: true }),
        (r, w) => {
          for (const { repeats, stretch } of repeatAdvice(r, w).choices)
            expect(repeats * w * (1 + stretch)).toBeCloseTo(2 * Math.PI * r, 6)
        },
      ),
    )
  })
})

describe('shrinkage', () => {
  it('drying and firing multiply, and drawing for a fired size inverts', () => {
    expect(totalShrinkage(0.06, 0.06)).toBeCloseTo(1 - 0.94 * 0.94, 12)
    expect(firedLength(100, 0.06, 0.06, 0)).toBeCloseTo(88.36, 9)
    expect(firedLength(100, 0.06, 0.06, 1)).toBeCloseTo(94, 9)
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (mm, shrunk) => {
          expect(firedLength(drawnLength(mm, 0.063, 0.05, shrunk), 0.063, 0.05, shrunk)).toBeCloseTo(mm, 8)
        },
      ),
    )
  })
})

describe('forms of one’s own', () => {
  const spec = presetForm('jug')
  const rows = (list: [number, number, number][]) => ({
    ...spec,
    own: {
      kind: 'measured' as const,
      rows: list.map(([heightMm, diameterMm, wallMm]) => ({ heightMm, diameterMm, wallMm })),
    },
  })

  it('a caliper table gives back its own diameters', () => {
    const form = built(
      buildForm(
        rows([
          [0, 80, 6],
          [50, 120, 6],
          [110, 96, 6],
          [150, 70, 6],
        ]),
      ),
    )
    for (const [height, diameter] of [
      [0, 80],
      [50, 120],
      [110, 96],
      [150, 70],
    ]) {
      const { from, to } = form.zones.outside
      const near = Array.from({ length: 800 }, (_, i) => profileAt(form, from + ((to - from) * i) / 799)).reduce(
        (a, b) => (Math.abs(b.z - height) < Math.abs(a.z - height) ? b : a),
      )
      expect(Math.abs(2 * near.r - diameter)).toBeLessThan(1.2)
    }
  })

  it.each<[string, [number, number, number][], string]>([
    ['one row', [[0, 80, 6]], '1 row says'],
    [
      'two rows at one height',
      [
        [0, 80, 6],
        [40, 90, 6],
        [40, 95, 6],
      ],
      `stand at ${inMm(40)}`,
    ],
    [
      'a wall too thick for its neck',
      [
        [0, 80, 12],
        [60, 90, 12],
        [120, 24, 12],
      ],
      `${inMm(24)} measured at ${inMm(120)}`,
    ],
  ])('%s is refused with the reason', (_, list, words) => {
    const form = buildForm(rows(list))
    expect(form.ok).toBe(false)
    if (!form.ok) expect(sentence(form.issue)).toContain(words)
  })

  it('plans keep an even pace: equal shares are equal lengths', () => {
    for (const plan of [
      { kind: 'oval', ratio: 1.6 },
      { kind: 'rectangle', ratio: 1.3 },
    ] as const) {
      const outline = planOutline(plan)
      const lengths = Array.from({ length: 40 }, (_, i) => {
        const [ax, az] = outline.at(i / 40)
        const [bx, bz] = outline.at((i + 1) / 40)
        return Math.hypot(bx - ax, bz - az)
      })
      // Chords across a rounded corner are shorter than the path.
      expect(Math.max(...lengths) / Math.min(...lengths)).toBeLessThan(plan.kind === 'oval' ? 1.02 : 1.35)
      expect(lengths.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(outline.length)
    }
    // Ramanujan’s second approximation of an ellipse’s perimeter (1914), good to 1e-6 here.
    const [a, b] = [1.6, 1]
    const h = ((a - b) / (a + b)) ** 2
    expect(planOutline({ kind: 'oval', ratio: 1.6 }).length).toBeCloseTo(
      Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))),
      3,
    )
  })

  it('joints hide patches of the wall where they sit', () => {
    const form = built(buildForm(spec))
    const [low, high] = hiddenPatches(form, [
      { id: 'h', kind: 'handle', degrees: 90, upMm: 60, heightMm: 80, widthMm: 20, thickMm: 8 },
    ])
    expect((low.left + low.right) / 2).toBeCloseTo(0.25, 9)
    expect((high.from + high.to - low.from - low.to) / 2).toBeCloseTo(80, 9)
    expect(PART_KINDS.every((kind) => PART[kind].begins(form).widthMm > 0)).toBe(true)
  })
})
