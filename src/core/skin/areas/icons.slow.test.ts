import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSvgDrawing } from '../../formats/svgDrawing'
import { buildForm } from '../../form/buildForm'
import { presetForm } from '../../model/presetForm'
import * as build from '../../plan/build'
import type { Motif } from '../../vocabulary/motif'
import { skinGrid } from '../grid'
import { listAreas, partAreas } from './findAreas'
import { colourNeighbours } from './fourColours'

const built = buildForm(presetForm('tile'))
if (!built.ok) throw new Error('no tile')
const grid = skinGrid(built.value, 512, 256)
const folder = new URL('../../../../node_modules/feather-icons/dist/icons/', import.meta.url)

/** Icons with outlines that close, every so many of the collection. */
const names = readdirSync(folder)
  .filter((name) => name.endsWith('.svg'))
  .filter((name) => /<(circle|rect|ellipse|polygon)|[zZ]["\s]/.test(readFileSync(new URL(name, folder), 'utf8')))
const fifty = names.filter((_, i) => i % Math.floor(names.length / 50) === 0).slice(0, 50)

describe('real icons as drawings (feather-icons, MIT)', () => {
  it('fifty of them part a tile into areas that are coloured without two neighbours alike', () => {
    let areasInAll = 0
    for (const name of fifty) {
      const read = readSvgDrawing(readFileSync(new URL(name, folder), 'utf8'), name)
      if (!read.ok) throw new Error(name)
      const motif: Motif = {
        ...build.motif('line', 1, 0, 90, 1.6, { side: 'floor', made: 'line', variation: 0 }),
        drawing: read.value.drawing,
      }
      const parted = partAreas(grid, motif)
      const { areas, orphaned } = listAreas(parted, motif, [])
      expect(orphaned).toEqual([])
      expect(areas.length, name).toBeGreaterThan(1)
      areasInAll += areas.length
      const at = new Map(areas.map(({ id }, i) => [id, i]))
      const neighbours = areas.map((area) => area.neighbours.map((id) => at.get(id) ?? -1))
      const colours = colourNeighbours(neighbours)
      neighbours.forEach((list, i) => list.forEach((j) => expect(colours[i], name).not.toBe(colours[j])))
      // Each is found again by its own place.
      const again = listAreas(parted, motif, areas)
      expect(again.areas.map(({ id, label }) => [id, label])).toEqual(areas.map(({ id, label }) => [id, label]))
    }
    expect(areasInAll).toBeGreaterThan(120)
  })
})
