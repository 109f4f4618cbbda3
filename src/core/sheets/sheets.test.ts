import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { surfacesOf } from '../form/assembly'
import { profileCurve } from '../form/flat/profileCurve'
import { FORM_PRESETS } from '../form/presets'
import { profileAt } from '../form/turnedForm'
import { marksField } from '../skin/motifs/marksField'
import { heightAt, heightGauge, profileRib, shrinkageBar } from './cards'
import { skinGrid } from '../skin/grid'
import { drawnFlat } from './drawnFlat'
import { artOf, DISC, inputOf, linesFrom, motifOf, TARGET } from './fixtures/input'
import { mirrored, pointsOf, type Spot } from './pen'
import { inside } from './polygons'
import type { PathItem, Sheet } from './sheet'
import { SHEET_KINDS, SHEETS } from './kinds'
import { MAKERS } from './makers'
import { copyPercent, tracing } from './tracing'
import { flattenedWall } from './wall'
import { halfJoint, halfRays, rayShares, sectorWheel } from './wheel'
import { bandEdges, radii, widestMm } from './measures'
import { bandStrip, zigzag } from './strip'

/* Values without a source beside them are those of a prototype of ours, worked out there in another way. */

const paths = ({ items }: Pick<Sheet, 'items'>, layer?: string) =>
  items.filter((item): item is PathItem => item.kind === 'path' && (!layer || item.layer === layer))

const words = ({ items }: Sheet) => items.flatMap((item) => (item.kind === 'text' ? [item.text] : []))

describe('sector wheel', () => {
  it('of six: the chord is the radius (Euclid, Elements IV.15)', () => {
    const [sheet] = sectorWheel(inputOf('bowl', { sectors: 6 }))
    const rays = paths(sheet, 'mark')
      .map(({ d }) => pointsOf(d))
      .filter(
        (points) => points.length === 2 && Math.hypot(points[1][0] - points[0][0], points[1][1] - points[0][1]) > 40,
      )
    const ends = rays.map(([, end]) => end).slice(0, 6)
    const middle: Spot = [ends.reduce((s, [x]) => s + x, 0) / 6, ends.reduce((s, [, y]) => s + y, 0) / 6]
    const radius = Math.hypot(ends[0][0] - middle[0], ends[0][1] - middle[1])
    for (let k = 0; k < 6; k++) {
      const [a, b] = [ends[k], ends[(k + 1) % 6]]
      expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeCloseTo(radius, 3)
    }
  })

  it('says chords as closed forms give them', () => {
    const [sheet] = sectorWheel(inputOf('beaker', { sectors: 5 }))
    const widest = words(sheet).find((w) => w.startsWith('widest')) ?? ''
    const r = Number(/[\d.]+/.exec(widest)?.[0]) / 2
    expect(words(sheet).some((w) => w === `chord ${Number((2 * r * Math.sin(Math.PI / 5)).toFixed(1))} mm`)).toBe(true)
  })

  it('a joint 20 mm wide at a radius of 60 takes 9.594° to each side', () => {
    expect((halfJoint(20, 60) * 180) / Math.PI).toBeCloseTo(9.594, 3)
  })

  it('begins at the handle, or half a sector on', () => {
    const at = inputOf('mug', { sectors: 4 })
    expect(at.parts[0].degrees).toBe(90)
    expect(rayShares(at)).toEqual([0.25, 0.5, 0.75, 0])
    expect(rayShares(inputOf('mug', { sectors: 4, between: true }))[0]).toBeCloseTo(0.375, 9)
  })

  it('half a wheel of 7 has four rays and four dashed ones between them', () => {
    const rays = halfRays(7)
    expect(rays.filter(([, second]) => !second).map(([deg]) => Number(deg.toFixed(2)))).toEqual([
      0, 51.43, 102.86, 154.29,
    ])
    expect(rays.filter(([, second]) => second).map(([deg]) => Number(deg.toFixed(2)))).toEqual([
      25.71, 77.14, 128.57, 180,
    ])
    expect(halfRays(6).map(([deg]) => deg)).toEqual([0, 60, 120, 180])
  })
})

describe('strips', () => {
  it('a zigzag of tape: pitch, leg and thickness, and three strips nest where one would lie', () => {
    const { pitchMm, legMm, thickMm, fromOneTape } = zigzag(446.106, 12, 20, 8, 48)
    expect(pitchMm).toBeCloseTo(37.176, 2)
    expect(legMm).toBeCloseTo(27.304, 3)
    expect(thickMm).toBeCloseTo(5.446, 3)
    expect(fromOneTape).toBe(3)
  })

  it('strips of teeth are laid into one another on their tape, as many as it holds', () => {
    const input = inputOf('cylinderJar', { upMm: 60, highMm: 10, swingMm: 8, tapeMm: 48, sectors: 12, edge: 'zigzag' })
    const [sheet] = bandStrip(input)
    expect(sheet.words.join(' ')).toContain('4 such strips, nested')
    const cuts = paths(sheet, 'cut').map(({ d }) => pointsOf(d))
    expect(cuts).toHaveLength(4)
    const [tape] = paths(sheet, 'guide').map(({ d }) => pointsOf(d))
    const ys = tape.map(([, y]) => y)
    for (const [, y] of cuts.flat()) {
      expect(y).toBeGreaterThan(Math.min(...ys) - 0.01)
      expect(y).toBeLessThan(Math.max(...ys) + 0.01)
    }
  })

  it.each(['plain', 'zigzag', 'scallop', 'wave'] as const)('%s: its end meets its beginning', (edge) => {
    const input = inputOf('cylinderJar', { upMm: 60, highMm: 20, sectors: 9, edge })
    const [sheet] = bandStrip(input)
    const outline = pointsOf(paths(sheet, 'cut')[0].d)
    const lap = pointsOf(paths(sheet, 'mark')[0].d)
    const begin = [outline[0], outline[outline.length - 1]]
    // The dashed line where it laps over is as high, and stands as high, as the strip begins.
    const high = (a: Spot, b: Spot) => Math.hypot(a[0] - b[0], a[1] - b[1])
    expect(high(lap[0], lap[1])).toBeCloseTo(high(begin[0], begin[1]), 2)
    const around = 2 * Math.PI * profileAt(input.form, input.form.zones.outside.from + 60).r
    const length = Math.hypot(lap[1][0] - begin[0][0], lap[1][1] - begin[0][1])
    if (sheet.words[1].startsWith('Straight')) expect(Math.abs(length - around)).toBeLessThan(0.6)
  })
})

describe('strips for bands', () => {
  const { form } = inputOf('jug')
  const wallMm = form.zones.outside.to - form.zones.outside.from

  it('are as high as the band, or mark the one edge that is not the wall’s own', () => {
    expect(bandEdges(form, { fromMm: 40, toMm: 100 })).toEqual({ upMm: 70, highMm: 60 })
    // From 6 mm to the rim: its lower edge lies at 6.
    const dip = bandEdges(form, { fromMm: 6, toMm: 400 })
    expect(dip && dip.upMm - dip.highMm / 2).toBeCloseTo(6, 9)
    expect(dip?.highMm).toBe(20)
    const foot = bandEdges(form, { fromMm: 0, toMm: 50 })
    expect(foot && foot.upMm + foot.highMm / 2).toBeCloseTo(50, 9)
    expect(bandEdges(form, { fromMm: 0, toMm: wallMm })).toBeNull()
  })

  it('the widest place of an oval is its length', () => {
    const oval = inputOf('platter').form
    expect(widestMm(oval) / (2 * radii(oval).widest)).toBeCloseTo(oval.plan.plan.ratio, 9)
    expect(widestMm(form)).toBe(2 * radii(form).widest)
  })
})

describe('what is not round', () => {
  it('a strip round an oval platter is as long as its outline, by quadrature of the outline', () => {
    const input = inputOf('platter', { upMm: 12, highMm: 6, sectors: 6 })
    const { plan, zones } = input.form
    expect(plan.plan.kind).not.toBe('round')
    const [sheet] = bandStrip(input)
    const marks = paths(sheet, 'mark').map(({ d }) => pointsOf(d))
    const middles = marks.slice(1, 7).map(([a, b]): Spot => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])
    const { r } = profileAt(input.form, zones.outside.from + 12)
    const outline = Array.from({ length: 20001 }, (_, i) => plan.at(i / 20000))
    const around = outline
      .slice(1)
      .reduce((sum, [x, z], i) => sum + r * Math.hypot(x - outline[i][0], z - outline[i][1]), 0)
    expect(plan.length * r).toBeCloseTo(around, 0)
    // Six equal parts: none is longer, straight, than a sixth of the outline.
    middles.slice(1).forEach(([x, y], i) => {
      const chord = Math.hypot(x - middles[i][0], y - middles[i][1])
      expect(chord).toBeLessThan(around / 6 + 0.3)
      expect(chord).toBeGreaterThan((around / 6) * 0.8)
    })
  })

  it('rays stand at equal lengths of the outline', () => {
    const [sheet] = sectorWheel(inputOf('platter', { sectors: 8 }))
    const rays = paths(sheet, 'mark')
      .map(({ d }) => pointsOf(d))
      .filter((p) => p.length === 2 && Math.hypot(p[1][0] - p[0][0], p[1][1] - p[0][1]) > 40)
      .slice(0, 8)
    const angles = rays.map(([a, b]) => Math.atan2(b[1] - a[1], b[0] - a[0]))
    const steps = angles.map((angle, i) => ((angles[(i + 1) % 8] - angle + 3 * Math.PI) % (2 * Math.PI)) - Math.PI)
    expect(Math.max(...steps.map(Math.abs)) - Math.min(...steps.map(Math.abs))).toBeGreaterThan(0.05)
  })
})

describe('a motif laid flat and laid back on the form', () => {
  /** Where paper comes to lie: along the spine, then square to it on a geodesic of the surface, by small steps. */
  function laidOn(input: ReturnType<typeof inputOf>, middle: number, x: number, y: number): [s: number, angle: number] {
    const curve = profileCurve(input.form, input.form.zones.outside)
    const h = x / 24
    let [s, phi] = [middle + y, 0]
    let [ds, dphi] = [0, 1 / curve(s).r]
    const acceleration = (at: number, v: number, w: number): [number, number] => {
      const { r, slope } = curve(at)
      return [r * slope * w * w, (-2 * slope * v * w) / r]
    }
    for (let i = 0; i < 24; i++) {
      const [a, b] = acceleration(s, ds, dphi)
      const [c, d] = acceleration(s + (ds * h) / 2, ds + (a * h) / 2, dphi + (b * h) / 2)
      s += h * (ds + (a * h) / 2)
      phi += h * (dphi + (b * h) / 2)
      ds += h * c
      dphi += h * d
    }
    return [s, phi]
  }

  it.each([
    ['a shoulder', 130, 40],
    ['a belly', 60, 40],
    ['a neck', 170, 30],
  ])('on %s of a jug it is the motif on the skin (overlap over .985)', (_, upMm, heightMm) => {
    const input = inputOf('jug')
    const motif = motifOf(DISC, { upMm, heightMm })
    const flat = drawnFlat(input, motif, 0)
    const grid = skinGrid(input.form, 4096, 4096)
    if (!flat || flat.marks[0].kind !== 'filled') throw new Error('nothing drawn')
    const [outline] = flat.marks[0].contours
    const skin = marksField(grid, motif, 'mask').make()
    // The paper’s own middle: where the middle of the motif is drawn.
    const middle = input.form.zones.outside.from + upMm + heightMm / 2
    const origin = flat.at([0, middle / flat.grid.rowMm])
    if (!origin) throw new Error('no middle')
    let [both, either] = [0, 0]
    for (let x = -heightMm * 0.6; x <= heightMm * 0.6; x += 0.5)
      for (let y = -heightMm * 0.6; y <= heightMm * 0.6; y += 0.5) {
        const onPaper = inside(outline, [origin[0] + x, origin[1] - y])
        const [s, angle] = laidOn(input, middle, x, y)
        const column = Math.floor((((angle / (2 * Math.PI)) % 1) + 1) * grid.width) % grid.width
        const row = Math.floor(s / grid.rowMm) - skin.top
        const onSkin = (skin.levels[row * grid.width + column] ?? 0) > 7
        if (onPaper && onSkin) both++
        if (onPaper || onSkin) either++
      }
    expect(both / either).toBeGreaterThan(0.985)
  })
})

describe('tracings', () => {
  const input = inputOf('bowl', { of: 'art' }, { lines: linesFrom(motifOf(TARGET, { upMm: 20 })) })

  it('mirrored twice is itself, and once is not', () => {
    const [sheet] = tracing({
      ...input,
      lines: linesFrom(
        motifOf(
          artOf([
            [0, 0],
            [1, 0],
            [0.2, 1],
          ]),
          { upMm: 20 },
        ),
      ),
    })
    const points = (items: Sheet['items']) => items.flatMap((item) => (item.kind === 'path' ? pointsOf(item.d) : []))
    expect(points(mirrored(mirrored(sheet.items)))).toEqual(points(sheet.items))
    expect(points(mirrored(sheet.items))).not.toEqual(points(sheet.items))
  })

  it('the size of the stage is the size of the lines (property)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.85, max: 1, noNaN: true }), (scale) => {
        const width = (k: number) => {
          const flat = drawnFlat({ ...input, scale: k }, motifOf(TARGET, { upMm: 20 }), 0)
          const xs = flat?.marks.flatMap((m) => (m.kind === 'filled' ? m.contours.flat().map(([x]) => x) : [])) ?? []
          return Math.max(...xs) - Math.min(...xs)
        }
        expect(width(scale) / width(1)).toBeCloseTo(scale, 6)
      }),
      { numRuns: 20 },
    )
  })

  it('a sketch 180 mm wide that must be 152.4 is copied at 84.7 %', () => {
    expect(copyPercent(152.4, 180)).toBe('84.7')
    const [sheet] = tracing({ ...input, options: { ...input.options, sketchMm: 80 } })
    expect(sheet.words.some((w) => /copy it at \d+\.\d %/.test(w))).toBe(true)
  })

  it('dots for pouncing stand three millimetres apart', () => {
    const [sheet] = tracing({ ...input, options: { ...input.options, dotted: true } })
    const dots = paths(sheet).filter(({ fill }) => fill === '#000000')
    // Two circles of 40 and 24 mm: 42 and 25 dots each of four curves from one point.
    const count = dots.reduce((sum, { d }) => sum + d.filter(([letter]) => letter === 'M').length, 0)
    expect(count).toBeGreaterThan(62)
    expect(count).toBeLessThan(72)
  })
})

describe('cards', () => {
  it('heights on the gauge are straight up: of 60, 150 and 200 along a jug', () => {
    const input = inputOf('jug', {}, { scale: 0.9524, heights: [60, 150, 200].map((upMm) => ({ upMm, words: 'b' })) })
    expect([6, 60, 150, 200].map((up) => Number(heightAt(input, up).toFixed(1)))).toEqual([5.4, 55.4, 142.8, 186.4])
    const [sheet] = heightGauge(input)
    expect(words(sheet).filter((w) => w.endsWith(' b'))).toHaveLength(3)
    expect(words(sheet).some((w) => w.startsWith('5.1 mm'))).toBe(true)
  })

  it('the edge of the rib is the outside', () => {
    const input = inputOf('moonJar', {}, { scale: 0.95 })
    const [sheet] = profileRib(input)
    const points = pointsOf(paths(sheet, 'cut')[0].d)
    const back = Math.max(...points.map(([x]) => x))
    const widest = points.slice(0, -3).map(([x]) => back - x)
    const { outside } = input.form.zones
    const mostOut = Math.max(
      ...Array.from(
        { length: 400 },
        (_, i) => profileAt(input.form, outside.from + ((outside.to - outside.from) * i) / 400).r,
      ),
    )
    expect(Math.min(...widest)).toBeCloseTo(28, 1)
    expect(words(sheet).some((w) => w.includes(`${Number((mostOut * 0.95 + 28).toFixed(1))} mm from the axis`))).toBe(
      true,
    )
  })

  it('the lines of the bar are 100 mm apart at every stage', () => {
    const [sheet] = shrinkageBar(inputOf('tile', {}, { scale: 0.88 }))
    const upright = paths(sheet, 'mark')
      .map(({ d }) => pointsOf(d))
      .filter((p) => p.length === 2 && Math.abs(p[0][0] - p[1][0]) < 1e-9 && Math.abs(p[0][1] - p[1][1]) === 20)
    expect(upright[1][0][0] - upright[0][0][0]).toBeCloseTo(100, 9)
  })
})

describe('surfaces laid flat', () => {
  it('a plate’s floor is a disc, exact', () => {
    const input = inputOf('plate', { zone: 'floor' })
    const [sheet] = flattenedWall(input)
    const { floor } = input.form.zones
    expect(sheet.widthMm).toBeCloseTo(2 * (floor.to - floor.from) + 4, 1)
    expect(sheet.words[0]).toContain('exact')
  })

  it('a handle, a spout and a lid come by their own surfaces', () => {
    const input = inputOf('teapot')
    for (const part of input.parts) {
      const [sheet] = flattenedWall({ ...input, options: { ...input.options, on: part.id, zone: '' } })
      expect(sheet.items.length, part.kind).toBeGreaterThan(4)
    }
  })
})

describe('a zone that does not go all round', () => {
  it('the outer and the inner side of a handle are each half of its girth', () => {
    const input = inputOf('mug')
    const [handle] = input.parts
    const width = (zone: string) => {
      const [sheet] = flattenedWall({ ...input, options: { ...input.options, on: handle.id, zone, gores: 1 } })
      return Math.max(...paths(sheet, 'cut').flatMap(({ d }) => pointsOf(d).map(([x]) => x))) - 2
    }
    const surface = surfacesOf(input.form, input.parts).find(({ id }) => id === handle.id)
    const girth = Math.max(...(surface?.form.profile.map(({ r }) => 2 * Math.PI * r) ?? []))
    // Its parallels are arcs: from end to end they are a little less.
    for (const side of ['outer', 'inner']) {
      expect(width(side)).toBeLessThan(girth / 2 + 0.1)
      expect(width(side)).toBeGreaterThan(0.93 * (girth / 2))
    }
  })
})

describe('every sheet of every form (property)', () => {
  it('has its items within it, or says what is missing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FORM_PRESETS),
        fc.constantFrom(...SHEET_KINDS),
        fc.integer({ min: 2, max: 24 }),
        fc.constantFrom(1, 0.952, 0.885),
        (preset, kind, sectors, scale) => {
          const side = preset === 'tile' ? 'floor' : 'outside'
          const lines = linesFrom(motifOf(TARGET, { side, upMm: 12, heightMm: 16, repeats: 3 }))
          const input = inputOf(preset, { sectors, upMm: 20, highMm: 10 }, { scale, lines })
          const missing = SHEETS[kind].missing(input)
          if (missing) expect(missing).toMatch(/[.]$/)
          else
            for (const sheet of MAKERS[kind](input)) {
              const { widthMm, heightMm } = sheet
              const points = paths(sheet).flatMap(({ d }) => pointsOf(d))
              const without = points.filter(([x, y]) => !(x > -1 && y > -1 && x < widthMm + 1 && y < heightMm + 1))
              expect(without).toEqual([])
            }
        },
      ),
      { numRuns: 60 },
    )
  })
})
