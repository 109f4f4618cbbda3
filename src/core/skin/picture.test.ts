import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { PRESETS } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import { type Step, type StepContent } from '../plan/step'
import { bandOf, OUTSIDE } from '../vocabulary/place'
import * as build from '../plan/build'
import { packTexel, StackOptics } from './appearance'
import { compilePlan } from '../plan/compilePlan'
import { skinGrid } from './grid'
import { MediaTable } from './mediaTable'
import { copiedRows, opaqueColours, Palette, SkinPainter, skinPatch, SLOPE_RANGE } from './picture'
import { SkinSimulation } from './simulation'

const studio = demoStudio()
const built = buildTurnedForm('jug', PRESETS.jug.sizes)
if (!built.ok) throw new Error('the jug does not build')
const grid = skinGrid(built.value, 512, 256)
const mediaTable = new MediaTable(Object.values(studio.media))
const optics = new StackOptics(studio.bodies['estuary-red'], mediaTable.list)

const plan = (lineMm: number, colour = 'marsh-black'): Step[] =>
  build.numbered('p', 0, [
    build.bring('leatherHard'),
    build.coat('chalk-slip', OUTSIDE, 2),
    build.coat(colour, bandOf(30, 150), 3),
    build.carve('narrowLoop', build.motif('leaves', 9, 40, 60, lineMm, { seed: 2 }), 0.6),
    build.impress('cloth', bandOf(160, 200), 0.4),
    build.bring('boneDry'),
    build.fire('bisque', '04'),
  ] as StepContent[])

const freshPalette = () => new Palette(optics, { kind: 'fired' }, 'daylight')

function painted(steps: Step[], on = grid) {
  const simulation = new SkinSimulation(on, mediaTable.list)
  simulation.update(compilePlan(steps, mediaTable, on))
  const painter = new SkinPainter(simulation)
  return { simulation, painter, picture: painter.paint(simulation.pagesAfter(steps.length - 1), freshPalette()) }
}

describe('the painted skin', () => {
  const { simulation, picture } = painted(plan(2))
  const ids = simulation.idsAfter(6)
  const looks = simulation.stacks.stacks.map((stack) => optics.appearance(stack, { kind: 'fired' }, 'daylight'))

  it('has at every texel the colour and gloss of its stack', () => {
    const colours = new Uint32Array(picture.colour.slice().buffer)
    for (let i = 0; i < ids.length; i += 3) {
      const { linear, gloss } = looks[ids[i]]
      if (colours[i] !== packTexel(linear, gloss) >>> 0)
        expect(colours[i], `texel ${i}`).toBe(packTexel(linear, gloss) >>> 0)
    }
  })

  it('has the slopes of the heights round each texel, closed round the form, and the height itself', () => {
    const { width, height, rowMm, columnMm } = grid
    const heightAt = (x: number, y: number) =>
      looks[ids[Math.min(height - 1, Math.max(0, y)) * width + ((x + width) % width)]].heightUm
    const byte = (v: number) => Math.floor(Math.min(255, Math.max(0, v)))
    let steep = 0
    for (let y = 0; y < height; y++) {
      for (const x of [0, 1, 17, 200, 255, 256, 400, width - 2, width - 1]) {
        const across =
          128 + (((heightAt(x + 1, y) - heightAt(x - 1, y)) / 1000 / (2 * columnMm[y])) * 127) / SLOPE_RANGE
        const down = 128 + (((heightAt(x, y + 1) - heightAt(x, y - 1)) / 1000 / (2 * rowMm)) * 127) / SLOPE_RANGE
        const at = 4 * (y * width + x)
        expect(Math.abs(picture.relief[at] - byte(across)), `across at ${x}, ${y}`).toBeLessThanOrEqual(1)
        expect(Math.abs(picture.relief[at + 1] - byte(down)), `down at ${x}, ${y}`).toBeLessThanOrEqual(1)
        expect(Math.abs(picture.relief[at + 2] - byte(128 + heightAt(x, y) / 8))).toBeLessThanOrEqual(1)
        if (Math.abs(across - 128) > 10) steep++
      }
    }
    expect(steep).toBeGreaterThan(20)
  })

  it('painted after edits equals painted afresh, and says which rows changed', () => {
    const { simulation: edited, painter } = painted(plan(2))
    const palette = freshPalette()
    painter.paint(edited.pagesAfter(6), palette)
    for (const steps of [plan(2.6), plan(2.6, 'tide-blue'), plan(1.2, 'tide-blue'), plan(2)]) {
      const before = new Uint8Array(painter.paint(edited.pagesAfter(6), palette).colour)
      edited.update(compilePlan(steps, mediaTable, grid))
      const again = painter.paint(edited.pagesAfter(6), palette)
      const fresh = painted(steps).picture
      expect(Buffer.compare(again.colour, fresh.colour)).toBe(0)
      expect(Buffer.compare(again.relief, fresh.relief)).toBe(0)
      const [from, to] = again.dirtyRows
      for (let i = 0; i < before.length; i++) {
        const row = Math.floor(i / (4 * grid.width))
        if (before[i] !== again.colour[i] && (row < from || row >= to))
          throw new Error(`row ${row} changed outside ${from} to ${to}`)
      }
    }
  })

  it('nothing changed, nothing is painted', () => {
    const { simulation: same, painter } = painted(plan(2))
    const palette = freshPalette()
    painter.paint(same.pagesAfter(6), palette)
    expect(painter.paint(same.pagesAfter(6), palette)).toMatchObject({ dirtyTiles: 0, dirtyRows: [0, 0] })
    // Another light is another palette: all of it is painted again.
    expect(painter.paint(same.pagesAfter(6), new Palette(optics, { kind: 'fired' }, 'lamp')).dirtyTiles).toBe(
      (grid.width / 64) * (grid.height / 64),
    )
  })

  it('every moment of the plan can be looked at in any order', () => {
    const whole = plan(2)
    const { simulation: one } = painted(whole)
    for (const moment of [3, 0, 5, 2, 4, 1, 6, -1]) {
      const { simulation: upTo } = painted(whole.slice(0, moment + 1))
      const a = one.idsAfter(moment)
      const b = upTo.idsAfter(moment)
      for (let i = 0; i < a.length; i += 5)
        if (a[i] || b[i]) expect(one.stacks.stacks[a[i]]).toEqual(upTo.stacks.stacks[b[i]])
    }
  })
})

describe('what is taken from the painted skin', () => {
  it('the rows that changed, put on what was there before, make the new skin', () => {
    const { simulation, painter } = painted(plan(2))
    const palette = freshPalette()
    const kept = copiedRows(painter.paint(simulation.pagesAfter(6), palette), 'all')
    for (const line of [2.6, 1.1]) {
      simulation.update(compilePlan(plan(line), mediaTable, grid))
      const picture = painter.paint(simulation.pagesAfter(6), palette)
      const { from, to, colour, relief } = copiedRows(picture, 'changed')
      expect(to - from).toBeLessThan(grid.height)
      kept.colour.set(colour, 4 * from * grid.width)
      kept.relief.set(relief, 4 * from * grid.width)
      expect(Buffer.compare(kept.colour, picture.colour)).toBe(0)
      expect(Buffer.compare(kept.relief, picture.relief)).toBe(0)
    }
    expect(copiedRows(painter.paint(simulation.pagesAfter(6), palette), 'changed').colour.length).toBe(0)
  })

  it('its colours without their gloss are the same colours, opaque, and another piece of memory', () => {
    const { picture } = painted(plan(2))
    const opaque = opaqueColours(picture)
    for (let i = 0; i < opaque.length; i += 4)
      if (opaque[i + 3] !== 255 || opaque[i] !== picture.colour[i] || opaque[i + 2] !== picture.colour[i + 2])
        throw new Error(`texel ${i / 4} differs`)
    opaque.fill(0)
    expect(picture.colour.some((v) => v > 0)).toBe(true)
  })

  it('a patch is in true millimetres, up is up, and it goes on over the seam', () => {
    const fine = skinGrid(grid.form, 512, 1024)
    const { picture } = painted(
      plan(2).filter((step) => step.act !== 'carve'),
      fine,
    )
    const { from } = fine.form.zones.outside
    const samples = 88
    const dark = (patch: Uint8ClampedArray, x: number, y: number) => patch[4 * (y * samples + x)] < 110
    // The dark band ends 150 mm up; seen from 6 mm below its edge, the edge lies 6 of 24 mm above the middle.
    const patch = skinPatch(picture, { grid: fine, x: 0, y: 0 }, 0.3, (from + 144) / fine.form.totalMm, samples, 24)
    const edge = Array.from({ length: samples }, (_, y) => y).find((y) => dark(patch, 40, y))
    expect(Math.abs((edge ?? 0) - samples * (0.5 - 6 / 24))).toBeLessThan((2 * fine.rowMm * samples) / 24)
    expect(dark(patch, 40, samples - 1)).toBe(true)
    expect([...patch.filter((_, i) => i % 4 === 3)].every((alpha) => alpha === 255)).toBe(true)
    expect(skinPatch(picture, { grid: fine, x: 0, y: 0 }, 1, 0.4, samples, 24)).toEqual(
      skinPatch(picture, { grid: fine, x: 0, y: 0 }, 0, 0.4, samples, 24),
    )
  })
})
