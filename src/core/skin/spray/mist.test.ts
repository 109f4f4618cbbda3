import { describe, expect, it } from 'vitest'
import { surfacesOf } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import { PART } from '../../form/parts'
import type { PartKind } from '../../form/partKinds'
import { ball } from '../../form/surfaces/ball'
import type { Surface } from '../../form/surfaces/surface'
import { profileAt } from '../../form/turnedForm'
import { presetForm } from '../../model/presetForm'
import { bandOf, OUTSIDE, wholeOf, type Place } from '../../vocabulary/place'
import { heldAs, type SprayAim, usualAim } from '../../vocabulary/spray'
import { mistOn, receivedAt, type Received } from './mist'

/** What a piece gets, its parts on it. */
const sprayed = (surfaces: readonly Surface[], aim: SprayAim, place: Place, joined = true) =>
  mistOn(surfaces, { aim, place, joined })

const EVERYWHERE = wholeOf('outside', 'base', 'rim', 'inside', 'floor')

function pieceOf(preset: 'beaker' | 'bowl', ...kinds: PartKind[]) {
  const form = buildForm(presetForm(preset))
  if (!form.ok) throw new Error(`the ${preset} does not build`)
  const parts = kinds.map((kind) => ({ ...PART[kind].begins(form.value), id: kind, kind }))
  return { form: form.value, surfaces: surfacesOf(form.value, parts) }
}

/** Area × coats of a surface, mm². */
const total = ({ coats, areaMm2 }: Received) => coats.reduce((sum, c, i) => sum + c * areaMm2[i], 0)

/** Mean coats at a height of the outside, mm up the wall. */
function atHeight({ zones, totalMm }: Surface['form'], { columns, rows, coats }: Received, upMm: number): number {
  const row = Math.round(((zones.outside.from + upMm) / totalMm) * rows)
  return coats.slice(row * columns, (row + 1) * columns).reduce((sum, c) => sum + c, 0) / columns
}

describe('a spray from one side', () => {
  const [across, up, deep] = [30, 45, 22]
  const egg = ball(
    { across, up, deep, taper: 0 },
    { middle: [0, 0, 0], out: [0, 0, 1], up: [0, 1, 0] },
    { id: 'egg', part: null, name: 'egg', sits: [] },
  )

  // The shadow of an ellipsoid along a unit vector l: π √((bc lx)² + (ac ly)² + (ab lz)²), a closed form.
  it.each([
    [0, 0],
    [0, 90],
    [35, 20],
    [-25, 130],
    [90, 0],
  ])('lays on an ellipsoid as much as its shadow is large: %s° up, from %s°', (upDeg, fromDeg) => {
    const lattice = [egg]
    const place: Place = { parts: [], on: egg.zones.map(({ key }) => `egg/${key}`), band: null, sectors: null }
    const [got] = sprayed(lattice, { upDeg, fromDeg }, place)
    const [e, a] = [(upDeg * Math.PI) / 180, (fromDeg * Math.PI) / 180]
    const l = [Math.cos(e) * Math.sin(a), Math.sin(e), Math.cos(e) * Math.cos(a)]
    const shadow = Math.PI * Math.hypot(up * deep * l[0], across * deep * l[1], across * up * l[2])
    // An area that no place names is reached all the same: whether it is aimed at changes nothing where all of it is seen.
    expect(total(got) / shadow).toBeGreaterThan(0.98)
    expect(total(got) / shadow).toBeLessThan(1.02)
  })

  it('colours the side that faces it by the cosine, and leaves the other bare', () => {
    const { form, surfaces } = pieceOf('beaker')
    const [wall] = sprayed(surfaces, { upDeg: 0, fromDeg: 0 }, OUTSIDE)
    const along = (form.zones.outside.from + 40) / form.totalMm
    const { r: below } = profileAt(form, form.zones.outside.from + 39)
    const { r: above } = profileAt(form, form.zones.outside.from + 41)
    // A wall that leans back is met less squarely.
    const upright = Math.cos(Math.asin((above - below) / 2))
    for (const degrees of [0, 30, 60])
      expect(receivedAt(wall, along, degrees / 360)).toBeCloseTo(upright * Math.cos((degrees * Math.PI) / 180), 1)
    for (const degrees of [100, 180, 260]) expect(receivedAt(wall, along, degrees / 360)).toBe(0)
  })
})

describe('a spray round a turning piece', () => {
  // With n the direction away from the wall and l towards the gun, a = n_y l_y and b = n_r l_r: the mean over a turn of max(0, n·l)
  // is a if a ≥ b, 0 if a ≤ −b, else (a acos(−a/b) + √(b² − a²))/π.
  const mean = (a: number, b: number) =>
    a >= b ? a : a <= -b ? 0 : (a * Math.acos(-a / b) + Math.sqrt(b * b - a * a)) / Math.PI

  it.each([0, 20, 50])('held %s° up lays on each slope of a wall what its mean over a turn says', (upDeg) => {
    const { form, surfaces } = pieceOf('bowl')
    const [wall] = sprayed(surfaces, { upDeg, fromDeg: null }, OUTSIDE)
    const e = (upDeg * Math.PI) / 180
    const long = form.zones.outside.to - form.zones.outside.from
    const points = [0.35, 0.5, 0.65, 0.8].map((share) => {
      const at = form.zones.outside.from + share * long
      const [p, q] = [profileAt(form, at - 2), profileAt(form, at + 2)]
      const length = Math.hypot(q.r - p.r, q.z - p.z)
      const [nr, ny] = [(q.z - p.z) / length, -(q.r - p.r) / length]
      return { got: atHeight(form, wall, share * long), wanted: mean(ny * Math.sin(e), nr * Math.cos(e)) }
    })
    const scale = points.at(-1)!.got / points.at(-1)!.wanted
    for (const { got, wanted } of points) expect(Math.abs(got - scale * wanted)).toBeLessThan(0.08 * scale * 0.318)
  })

  it('is one coat in the middle of what it is aimed at, and thins out past it', () => {
    const { form, surfaces } = pieceOf('beaker')
    const [wall] = sprayed(surfaces, { upDeg: 0, fromDeg: null }, bandOf(30, 50))
    expect(atHeight(form, wall, 40)).toBeCloseTo(1, 1)
    const past = [56, 61, 72].map((upMm) => atHeight(form, wall, upMm))
    expect(past[0]).toBeGreaterThan(0.5)
    // At 11 mm the mist is at 1/e.
    expect(past[1]).toBeGreaterThan(0.27)
    expect(past[1]).toBeLessThan(0.48)
    expect(past[2]).toBeLessThan(0.08)
  })

  it('does not get inside when held level, and reaches the floor only from high up', () => {
    const { form, surfaces } = pieceOf('beaker')
    const inside = ({ upDeg }: Pick<SprayAim, 'upDeg'>) => {
      const [wall] = sprayed(surfaces, { upDeg, fromDeg: null }, EVERYWHERE)
      const along = (form.zones.floor.from + form.zones.floor.to) / 2 / form.totalMm
      return receivedAt(wall, along, 0.2)
    }
    expect(inside({ upDeg: 0 })).toBe(0)
    expect(inside({ upDeg: 20 })).toBe(0)
    expect(inside({ upDeg: 90 })).toBeGreaterThan(0.5)
  })
})

it.each([
  ['a wall', OUTSIDE, 'slightly from above'],
  ['a band', bandOf(20, 40), 'slightly from above'],
  ['the inside', wholeOf('inside', 'floor', 'rim'), 'steeply from above'],
  ['a face', wholeOf('floor'), 'straight down'],
  ['a lid', { parts: [], on: ['lid/top'], band: null, sectors: null } satisfies Place, 'slightly from above'],
])('%s is sprayed as one would by itself', (_, place, words) => {
  expect(heldAs(usualAim(place)).words).toBe(words)
})

it('a face sprayed straight down gets one coat all over, and its back none', () => {
  const { form, surfaces } = pieceOf('bowl')
  const [wall] = sprayed(surfaces, usualAim(wholeOf('floor')), wholeOf('floor'))
  const middle = (form.zones.floor.from + form.zones.floor.to) / 2 / form.totalMm
  expect(receivedAt(wall, middle, 0.3)).toBeCloseTo(1, 1)
  // The axis too, where columns run together.
  expect(receivedAt(wall, 1, 0.3)).toBeCloseTo(1, 1)
  expect(receivedAt(wall, 0.5 * (form.zones.base.to / form.totalMm), 0.3)).toBe(0)
})

describe('parts in the way', () => {
  const { form, surfaces } = pieceOf('beaker', 'handle')
  const handle = surfaces.find(({ part }) => part?.kind === 'handle')!
  const degrees = handle.part!.degrees
  const behind = (received: readonly Received[], share: number) => {
    const along = (form.zones.outside.from + 0.5 * (form.zones.outside.to - form.zones.outside.from)) / form.totalMm
    return receivedAt(received[0], along, share)
  }

  it('a handle shades the wall behind it and is coloured in its place, named or not', () => {
    const aim = { upDeg: 0, fromDeg: degrees }
    const bare = sprayed(pieceOf('beaker').surfaces, aim, { ...OUTSIDE, on: [] })
    const shaded = sprayed(surfaces, aim, { ...OUTSIDE, on: [] })
    expect(behind(bare, degrees / 360)).toBeGreaterThan(0.9)
    expect(behind(shaded, degrees / 360)).toBe(0)
    expect(total(shaded[surfaces.indexOf(handle)])).toBeGreaterThan(200)
  })

  it('of a handle the side towards the gun is coloured and the one towards the pot is not', () => {
    const mist = sprayed(surfaces, { upDeg: 0, fromDeg: degrees }, OUTSIDE)[surfaces.indexOf(handle)]
    // Share ½ looks out, shares 0 and 1 at the pot (the seam).
    expect(receivedAt(mist, 0.5, 0.5)).toBeGreaterThan(0.8)
    expect(receivedAt(mist, 0.5, 0)).toBe(0)
  })

  it('until it is joined it lies beside its pot, and neither is in the other’s way', () => {
    const aim = { upDeg: 0, fromDeg: degrees }
    const before = sprayed(surfaces, aim, { ...OUTSIDE, on: [] }, false)
    expect(behind(before, degrees / 360)).toBeGreaterThan(0.9)
    expect(total(before[surfaces.indexOf(handle)])).toBe(0)
  })

  it('a lid is lifted off: its pot is open under it', () => {
    const lidded = pieceOf('beaker', 'lid')
    const floor = (form.zones.floor.from + form.zones.floor.to) / 2 / form.totalMm
    const [wall, lid] = sprayed(lidded.surfaces, { upDeg: 90, fromDeg: 0 }, EVERYWHERE)
    expect(receivedAt(wall, floor, 0.2)).toBeGreaterThan(0.9)
    expect(total(lid)).toBeGreaterThan(1000)
  })
})
