import { listAreas, partAreas } from '../../skin/areas/findAreas'
import type { StackOptics } from '../../skin/appearance'
import { chartOf, type Atlas } from '../../skin/atlas'
import { lightnessOf, type Lightness } from '../../skin/gauges'
import type { Stack } from '../../skin/stack'
import type { PieceDrawing } from '../../vocabulary/pieceDrawing'

/** Shares of the area that are light, middle and dark; null where nothing is looked at. */
export type AreasLightness = Readonly<Record<Lightness, number>> | null

/** Shares of some areas of a drawing that are light, middle and dark on a skin as it is. */
export function areasLightness(
  { motif, areas }: PieceDrawing,
  wanted: ReadonlySet<number>,
  atlas: Atlas,
  ids: Int32Array,
  stacks: readonly Stack[],
  optics: StackOptics,
): AreasLightness {
  const { grid, x: left, y: above } = chartOf(atlas, motif.on)
  const parted = partAreas(grid, motif)
  const { raster, labels } = parted
  const coloured = new Set(
    listAreas(parted, motif, areas).areas.flatMap(({ id, label }) => (wanted.has(id) ? [label] : [])),
  )
  const mm2 = { light: 0, middle: 0, dark: 0 }
  const known = new Map<number, Lightness>()
  labels.label.forEach((label, i) => {
    if (!coloured.has(label)) return
    const [column, row] = [i % raster.width, Math.floor(i / raster.width)]
    const id = ids[(above + raster.top + row) * atlas.width + left + column]
    let lightness = known.get(id)
    if (!lightness) known.set(id, (lightness = lightnessOf(optics.lab(stacks[id])[0])))
    mm2[lightness] += raster.mm2(column, row)
  })
  const all = mm2.light + mm2.middle + mm2.dark
  return all > 0 ? { light: mm2.light / all, middle: mm2.middle / all, dark: mm2.dark / all } : null
}
