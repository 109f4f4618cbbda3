import psychrolib from 'psychrolib'
import { describe, expect, it } from 'vitest'
import { exchange, vapourFlux, type Exchange, type Face, type Surroundings } from './airSide'
import {
  activity,
  CLAY_WATER,
  contentAt,
  diffusivity,
  dryDensity,
  dryness,
  dryingShrinkage,
  equilibrium,
  type ClayWater,
} from './clayWater'
import { crackIndex, dryWall, hourDownTo, stageBegins, waterAt } from './course'
import { humidityRatio, latentHeat, saturatedVapour, saturationPa } from './moistAir'
import { cellShares, emptyCourse, evenWall, WallSolver, type Wall } from './wallSolver'
import { coatEvaporation, steadyWetFace } from './wetSurface'
import { filledShare, rewettedUm } from './rewet'

const ROOM: Surroundings = { celsius: 21, humidity: 0.5, cover: 'open', blower: 'none', factor: 1 }
const white = CLAY_WATER.fineWhite
const lying = (to: Face['to'], lengthM: number): Face => ({ to, lengthM, upright: false, mouthShare: 1 })
const PLATE: Wall = { clay: white, thickM: 0.007, faces: [lying('out', 0.2), lying('board', 0.2)] }
const begins = stageBegins(white, 0.5)
const WORK = ['softLeatherHard', 'leatherHard', 'hardLeatherHard', 'tooFirm', 'boneDry'] as const

describe('moist air against psychrolib (ASHRAE Fundamentals 2017)', () => {
  psychrolib.SetUnitSystem(psychrolib.SI)
  it.each([5, 20, 25, 50])('saturation and humidity ratio at %d °C', (celsius) => {
    expect(saturationPa(celsius) / psychrolib.GetSatVapPres(celsius)).toBeCloseTo(1, 5)
    const pa = 0.6 * saturationPa(celsius)
    expect(humidityRatio(pa) / psychrolib.GetHumRatioFromVapPres(pa, 101_325)).toBeCloseTo(1, 5)
  })

  it('gives the handbook’s pressures (Hyland & Wexler)', () => {
    expect([20, 25, 50].map((c) => Math.round(saturationPa(c) * 100) / 100)).toEqual([2338.8, 3169.22, 12349.86])
  })
})

describe('faces', () => {
  it('a wet upright face settles where heat in and vapour out balance', () => {
    const { celsius, flux } = steadyWetFace({ to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 }, ROOM)
    expect(celsius).toBeCloseTo(16.1155, 1)
    expect(Math.abs((flux * 3.6e6) / 73.515 - 1)).toBeLessThan(0.002)
  })

  it.each([
    ['none', 0.0204],
    ['fan', 0.057],
    ['dryer', 0.393],
  ] as const)('a coat in moving air (%s) loses %d µm of water a second', (blower, um) => {
    expect(Math.abs(coatEvaporation({ ...ROOM, blower }) / um - 1)).toBeLessThan(0.005)
  })
})

/** A clay with one diffusivity whose faces lose water in proportion to what they hold: the case of the textbooks. */
const LINEAR: ClayWater = {
  name: 'linear',
  plastic: 0.2,
  shrinkageLimit: 0.1,
  A: 1000,
  B: 1,
  fastM2s: 1e-9,
  slowM2s: 1e-9,
  grainKgM3: 2650,
}

/**
 * Stage times of a wall, hours, by a classical Runge–Kutta scheme of fourth order on its own grid: another order and another
 * method than the solver’s. `trade` says how each side trades with its surroundings.
 */
function rungeKutta(
  wall: Wall,
  trade: (side: 0 | 1, celsius: number, activity: number) => Exchange,
  stages: number,
  dt: number,
  n = 24,
): number[] {
  const { clay, thickM } = wall
  const from = stageBegins(clay, ROOM.humidity)
  const width = cellShares(n).map((w) => w * thickM)
  const density = dryDensity(clay)
  const rate = (water: Float64Array, celsius: number): { water: Float64Array; celsius: number } => {
    const flux = [0, 1].map((side) => {
      const x = water[side ? n - 1 : 0]
      const half = (2 * density * diffusivity(clay, x, celsius)) / width[side ? n - 1 : 0]
      let [low, high] = [1e-9, 0.5]
      const e = trade(side as 0 | 1, celsius, activity(clay, x))
      for (let i = 0; i < 48; i++) {
        const s = (low + high) / 2
        if (half * (x - s) > vapourFlux(e, activity(clay, s), celsius)) low = s
        else high = s
      }
      const j = half * (x - low)
      return {
        j,
        heat: e.convection * (e.airCelsius - celsius) + e.radiation * (21 - celsius) - latentHeat(celsius) * j,
      }
    })
    const out = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      const left = i
        ? (2 * (water[i - 1] - water[i])) /
          (width[i - 1] / diffusivity(clay, water[i - 1], celsius) + width[i] / diffusivity(clay, water[i], celsius))
        : -flux[0].j / density
      const right =
        i < n - 1
          ? (2 * (water[i + 1] - water[i])) /
            (width[i + 1] / diffusivity(clay, water[i + 1], celsius) + width[i] / diffusivity(clay, water[i], celsius))
          : -flux[1].j / density
      out[i] = (left + right) / width[i]
    }
    const mean = water.reduce((sum, x, i) => sum + x * width[i], 0) / thickM
    return { water: out, celsius: (flux[0].heat + flux[1].heat) / (density * thickM * (900 + 4186 * mean)) }
  }
  let water = new Float64Array(n).fill(clay.plastic)
  let celsius = 21
  const reached: number[] = []
  for (let t = 0; reached.length < stages; t += dt) {
    const at = (k: { water: Float64Array; celsius: number }, h: number) =>
      rate(
        water.map((x, i) => x + h * k.water[i]),
        celsius + h * k.celsius,
      )
    const k1 = rate(water, celsius)
    const k2 = at(k1, dt / 2)
    const k3 = at(k2, dt / 2)
    const k4 = at(k3, dt)
    water = water.map((x, i) => x + (dt / 6) * (k1.water[i] + 2 * k2.water[i] + 2 * k3.water[i] + k4.water[i]))
    celsius += (dt / 6) * (k1.celsius + 2 * k2.celsius + 2 * k3.celsius + k4.celsius)
    const mean = water.reduce((sum, x, i) => sum + x * width[i], 0) / thickM
    if (mean <= from[WORK[reached.length]]) reached.push((t + dt) / 3600)
  }
  return reached
}

describe('the wall solver against closed forms', () => {
  it.each([
    [0.05, 0.868214],
    [0.2, 0.649017],
    [0.5, 0.385175],
  ])('a slab dried from both faces, Bi 5, Fo %d: mean %d (Crank 1975; Carslaw & Jaeger)', (fourier, wanted) => {
    const half = 0.005
    const factor = (5 * 1e-9 * LINEAR.A * dryDensity(LINEAR)) / (5e-4 * saturatedVapour(20) * half)
    const wall: Wall = { clay: LINEAR, thickM: 2 * half, faces: [lying('board', 1), lying('board', 1)] }
    const hours = (fourier * half * half) / 1e-9 / 3600
    const { course } = dryWall(wall, [{ untilHours: hours, around: { ...ROOM, celsius: 20, humidity: 0, factor } }])
    expect(Math.abs(course.mean.at(-1)! / 0.2 / wanted - 1)).toBeLessThan(0.01)
  })

  it('under a constant flux the face falls behind the mean by j ℓ / 3 D ρ (Carslaw & Jaeger 1959, 3.8)', () => {
    const clay: ClayWater = { ...LINEAR, plastic: 0.4, A: 1e-7 }
    const wall: Wall = {
      clay,
      thickM: 0.006,
      faces: [lying('board', 1), { to: 'inside', lengthM: 0.1, upright: true, mouthShare: 1e-12 }],
    }
    const course = emptyCourse()
    new WallSolver(wall).run(evenWall(clay, 0.4, 20), { ...ROOM, factor: 0.3 }, 20, course)
    const i = course.hours.length - 1
    const flux =
      ((course.mean[i - 1] - course.mean[i]) * dryDensity(clay) * 0.006) /
      ((course.hours[i] - course.hours[i - 1]) * 3600)
    const behind = (flux * 0.006) / (3 * diffusivity(clay, 0.4, course.celsius[i]) * dryDensity(clay))
    expect((course.mean[i] - course.faces[0][i]) / behind).toBeCloseTo(1, 1)
  })

  it('while the face is wet the mean falls steadily, at the rate of a wet face', () => {
    const wall: Wall = {
      clay: white,
      thickM: 0.007,
      faces: [
        { to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 },
        { to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 },
      ],
    }
    const { course } = dryWall(wall, [{ untilHours: 3, around: ROOM }])
    const rate = ((waterAt(course, 1) - waterAt(course, 2)) * dryDensity(white) * 0.007) / 3600
    const wet = 2 * steadyWetFace(wall.faces[0], ROOM).flux
    expect(rate / wet).toBeGreaterThan(0.9)
    expect(rate / wet).toBeLessThan(1.01)
  })

  it('no water is lost on the way: what leaves the faces is what the wall no longer holds', () => {
    const { course } = dryWall(PLATE, [{ untilHours: 40, around: ROOM }])
    let gone = 0
    for (let i = 1; i < course.hours.length; i++) {
      const flux = (at: number) =>
        PLATE.faces.reduce((sum, face, side) => {
          const a = activity(white, course.faces[side][at])
          return sum + vapourFlux(exchange(face, ROOM, course.celsius[at], a), a, course.celsius[at])
        }, 0)
      gone += ((flux(i) + flux(i - 1)) / 2) * (course.hours[i] - course.hours[i - 1]) * 3600
    }
    const lost = (white.plastic - course.mean.at(-1)!) * dryDensity(white) * PLATE.thickM
    expect(Math.abs(gone / lost - 1)).toBeLessThan(0.015)
  })

  it('an explicit fourth-order integrator on its own grid gives the same stage times', () => {
    const reached = rungeKutta(PLATE, (side, celsius, a) => exchange(PLATE.faces[side], ROOM, celsius, a), 3, 4)
    const { course } = dryWall(PLATE, [{ untilHours: 20, around: ROOM }])
    reached.forEach((hours, i) =>
      expect(Math.abs(hourDownTo(course, begins[WORK[i]])! / hours - 1)).toBeLessThan(0.007),
    )
  }, 30_000)
})

describe('check values of our prototype', () => {
  it('a 7 mm plate, open, 21 °C, 50 %', () => {
    const { course } = dryWall(PLATE, [{ untilHours: 60, around: ROOM }])
    const wanted = [4.29, 9.63, 15.51, 26.75, 47.16]
    WORK.forEach((stage, i) => expect(Math.abs(hourDownTo(course, begins[stage])! / wanted[i] - 1)).toBeLessThan(0.01))
  })

  it.each([
    [60, 0.7409, 0.6887],
    [300, 0.6975, 0.46],
  ])('a hair dryer for %d s firms the skin, not the wall', (seconds, mean, skin) => {
    const course = emptyCourse()
    const end = new WallSolver(PLATE).run(
      evenWall(white, contentAt(white, 0.75), 21),
      { ...ROOM, blower: 'dryer' },
      seconds / 3600,
      course,
    )
    const shares = cellShares(end.water.length)
    let [top, depth] = [0, 0]
    for (let i = 0; i < shares.length && depth < 1 / 7; i++) {
      const take = Math.min(shares[i], 1 / 7 - depth)
      top += take * end.water[i] * 7
      depth += take
    }
    expect(dryness(white, course.mean.at(-1)!)).toBeCloseTo(mean, 1)
    expect(Math.abs(dryness(white, top) - skin)).toBeLessThan(0.03)
    expect(crackIndex(white, course, course.hours.length - 1)).toBeGreaterThan(seconds === 300 ? 0.4 : 0.15)
  })

  it.each([
    ['fineWhite', 0.1968, 0.1588, 0.015, 6.3],
    ['red', 0.184, 0.1444, 0.023, 6.8],
    ['grogged', 0.1678, 0.1364, 0.015, 5.6],
    ['porcelain', 0.1923, 0.1576, 0.013, 5.9],
  ] as const)('%s: stages and shrinkage', (kind, leather, hard, bone, percent) => {
    const clay = CLAY_WATER[kind]
    const b = stageBegins(clay, 0.5)
    expect(b.leatherHard).toBeCloseTo(leather, 3)
    expect(b.hardLeatherHard).toBeCloseTo(hard, 3)
    expect(b.boneDry).toBeCloseTo(bone, 3)
    expect(100 * dryingShrinkage(clay, equilibrium(clay, 0.5))).toBeCloseTo(percent, 1)
  })

  it('rewetting: how deep a coat goes, and how far it fills a thin part', () => {
    expect(rewettedUm(white, 0.015, 112.5)).toBeGreaterThan(430)
    expect(rewettedUm(white, 0.015, 112.5)).toBeLessThan(510)
    expect(rewettedUm(white, 0.015, 175)).toBeGreaterThan(680)
    expect(filledShare(white, 0.015, 3, 112.5, 1)).toBeCloseTo(0.3, 1)
    expect(filledShare(white, 0.015, 3, 112.5, 3)).toBeGreaterThan(0.85)
  })
})

/**
 * Still air over a draped face by the usual laws, written anew: free convection off a plate (0.59 and 0.54 Ra^¼), forced at
 * .03 m/s (0.664 Re^½ Pr^⅓), blended with exponent 3, vapour by Lewis; then plastic that lets .6 mm/s through. Values from memory.
 */
function underPlastic(face: Face, celsius: number, wet: number): Exchange {
  const kelvin = (celsius + 21) / 2 + 273.15
  const r = kelvin / 293.15
  const [nu, alpha, vapour] = [1.506e-5 * r ** 1.78, 2.14e-5 * r ** 1.81, 2.49e-5 * r ** 1.81]
  const virtual = (c: number, pa: number) => (c + 273.15) / (1 - (0.378 * pa) / 101_325)
  const [skin, air] = [virtual(celsius, wet * saturationPa(celsius)), virtual(21, 0.5 * saturationPa(21))]
  const rayleigh = (9.80665 * Math.abs(skin - air) * face.lengthM ** 3) / (((skin + air) / 2) * nu * alpha)
  const nusselt = Math.cbrt(
    ((face.upright ? 0.59 : 0.54) * rayleigh ** 0.25) ** 3 +
      (0.664 * Math.sqrt((0.03 * face.lengthM) / nu) * Math.cbrt(nu / alpha)) ** 3,
  )
  const heat = (nusselt * 0.02572 * r ** 0.85) / face.lengthM
  const resistance = ((101_325 / (287.05 * kelvin)) * 1006 * (alpha / vapour) ** (2 / 3)) / heat
  return {
    vapourMs: 1 / (resistance + 1 / 6e-4),
    convection: heat / 2,
    radiation: (4 * 0.93 * 5.670374419e-8 * 294.15 ** 3) / 2,
    airCelsius: 21,
    vapourKgM3: 0.5 * saturatedVapour(21),
  }
}

describe('draped clay dries in still air', () => {
  it.each([
    ['a small bowl', 0.09, 0.005],
    ['a large bowl', 0.22, 0.007],
  ])('%s of white clay, against an integrator of another order with its own air', (_, lengthM, thickM) => {
    const face = (to: Face['to']): Face => ({ to, lengthM, upright: true, mouthShare: 1 })
    const wall: Wall = { clay: white, thickM, faces: [face('out'), face('out')] }
    const draped: Surroundings = { ...ROOM, cover: 'draped' }
    const reached = rungeKutta(wall, (side, celsius, wet) => underPlastic(wall.faces[side], celsius, wet), 2, 6, 16)
    const { course } = dryWall(wall, [{ untilHours: 200, around: draped }])
    reached.forEach((hours, i) =>
      expect(Math.abs(hourDownTo(course, begins[WORK[i]])! / hours - 1)).toBeLessThan(0.012),
    )
    // The room’s draught under the plastic would make it quicker.
    const { course: open } = dryWall(wall, [{ untilHours: 200, around: ROOM }])
    expect(hourDownTo(course, begins.leatherHard)!).toBeGreaterThan(2 * hourDownTo(open, begins.leatherHard)!)
  })
})
