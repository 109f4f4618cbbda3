import { strokeOutline } from '../skin/motifs/strokeOutline'
import type { Motif } from '../vocabulary/motif'
import { holdIslands, type HeldSheet } from './bridges'
import { drawnFlat, type FlatMark } from './drawnFlat'
import { said } from './measures'
import { circle, fitted, line, path, polyline, text } from './pen'
import { grown, united, without, type Polygon } from './polygons'
import type { Sheet, SheetItem } from './sheet'
import { chosenLines, type SheetInput } from './sheetInput'
import { copyOf } from './tracing'

/** Paper round the windows, mm [ours]. */
const FRAME_MM = 14

/** What marks cover as polygons: shapes by their rule, lines as broad as they are, white taken away. */
function covered(marks: readonly FlatMark[]): Polygon[] {
  let all: Polygon[] = []
  for (const mark of marks) {
    const own =
      mark.kind === 'filled'
        ? united(mark.contours, [], mark.rule)
        : united(strokeOutline(mark.points, { width: mark.widthMm, cap: 'round', join: 'round' }))
    all = mark.paper ? without(all, own) : united(all, own)
  }
  return all
}

/** Sheets with windows, one for each layer, in register; or the shape itself where it is the shape that covers. */
export function stencil(input: SheetInput): Sheet[] {
  const chosen = chosenLines(input)
  if (!chosen) return []
  const { options } = input
  const copy = copyOf(chosen.motif, options.copy)
  const layers = layersOf(chosen.motif, chosen.worked)
  const shapes = layers.map(({ motif, words }) => {
    const flat = drawnFlat(
      input,
      { ...motif, made: motif.drawing && motif.made === 'line' ? 'line' : 'filled', ground: false },
      copy,
    )
    return { words, windows: flat ? covered(flat.marks) : [] }
  })
  const points = shapes.flatMap(({ windows }) => windows.flat())
  if (!points.length) return []
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const frame: Polygon = [
    [Math.min(...xs) - FRAME_MM, Math.min(...ys) - FRAME_MM],
    [Math.max(...xs) + FRAME_MM, Math.min(...ys) - FRAME_MM],
    [Math.max(...xs) + FRAME_MM, Math.max(...ys) + FRAME_MM],
    [Math.min(...xs) - FRAME_MM, Math.max(...ys) + FRAME_MM],
  ]
  return shapes.map(({ windows, words }, i) => {
    const held = holdIslands(frame, windows, options.bridgeMm)
    const name = shapes.length > 1 ? `${chosen.name}, layer ${i + 1}` : chosen.name
    return {
      title: `Stencil, ${name}`,
      words: [words, ...toldOf(held, input)].filter(Boolean),
      ...fitted(stencilItems(frame, held, options.kerfMm, i + 1)),
    }
  })
}

/** Layers in register: each different part of the drawing that is worked by itself. */
function layersOf(
  motif: Motif,
  worked: readonly { readonly step: number; readonly title: string; readonly motif: Motif }[],
) {
  const layers: { motif: Motif; words: string }[] = []
  const seen = new Set<string>()
  for (const { motif: own, step, title } of worked) {
    const key = JSON.stringify([own.only ?? null, own.made])
    if (seen.has(key)) continue
    seen.add(key)
    layers.push({ motif: own, words: `For step ${step}, ${title}.` })
  }
  return layers.length ? layers : [{ motif, words: '' }]
}

function toldOf({ islands, bridges, lost, whole }: HeldSheet, input: SheetInput): string[] {
  const { bridgeMm, kerfMm } = input.options
  const wide = said(bridgeMm, input)
  const long = bridges.filter(({ lengthMm }) => lengthMm > 6 * bridgeMm).length
  return [
    islands
      ? `${islands === 1 ? '1 island is' : `${islands} islands are`} held by ` +
        `${bridges.length === 1 ? '1 bridge' : `${bridges.length} bridges`} ${wide} wide: touch them up after.`
      : 'No islands: nothing falls out.',
    long ? `${long === 1 ? '1 bridge is' : `${long} bridges are`} long and may sag: hold them down with a pin.` : '',
    lost.length
      ? `${lost.length === 1 ? '1 piece is' : `${lost.length} pieces are`} too thin to be held by bridges of ${wide}, ` +
        'and cut away: marked with a ring.'
      : '',
    whole ? '' : 'Not all of it hangs together: make bridges wider.',
    kerfMm > 0
      ? `Windows are cut ${said(kerfMm / 2, input)} inside their outline, for what the cutter takes away.`
      : '',
  ].filter(Boolean)
}

function stencilItems(frame: Polygon, held: HeldSheet, kerfMm: number, layer: number): SheetItem[] {
  const [[left, top], [right], [, bottom]] = frame
  const windows = kerfMm > 0 ? grown(held.windows, -kerfMm / 2) : held.windows
  return [
    path('cut', polyline(frame, true)),
    ...windows.map((w) => path('cut', polyline(w, true))),
    ...held.bridges.map(({ from, to }) => path('guide', line(from, to))),
    ...held.lost.map((spot) => path('mark', circle(spot, 1.6))),
    // Three marks, no two alike and none opposite another: a sheet cannot be laid on turned or the wrong way up.
    path('score', [
      ...line([left + 6, top + 4], [left + 6, top + 8]),
      ...line([left + 4, top + 6], [left + 8, top + 6]),
    ]),
    path('score', [
      ...line([right - 8, top + 4], [right - 4, top + 8]),
      ...line([right - 4, top + 4], [right - 8, top + 8]),
    ]),
    path('score', [...circle([left + 9, bottom - 6], 2), ...line([left + 9, bottom - 9], [left + 9, bottom - 3])]),
    text([right - 12, bottom - 4], `${layer}`, 4, { anchor: 'end', bold: true }),
  ]
}
