import { copies, liesFlat } from '../skin/motifs/motifCopies'
import type { Motif } from '../vocabulary/motif'
import { ownTools } from '../vocabulary/pieceDrawing'
import { drawnFlat, type FlatDrawing } from './drawnFlat'
import { drawnItems } from './drawnItems'
import { said, spanWords } from './measures'
import { notePins } from './notePins'
import { arrow, boxOfAll, circle, cross, fitted, line, mirrored, path, polyline, text, type Spot } from './pen'
import type { Sheet, SheetItem } from './sheet'
import { chosenLines, type SheetInput } from './sheetInput'

/** Holes for pouncing are pricked this far apart, mm. Common practice, no source. */
const POUNCE_MM = 3

/** Lines of several steps are told apart by their dashes. */
const DASHES: readonly (readonly number[] | undefined)[] = [undefined, [3, 1.2], [1, 1], [4, 1, 1, 1]]

/** Which copy is laid out, from 0; all of what lies flat, and where it is asked for. */
export const copyOf = (motif: Motif, copy: number): number | null =>
  copy === 0 || liesFlat(motif) ? null : Math.min(copies(motif).length, copy) - 1

/** The outline of the flat part, the direction of the clay, and marks to lay it on by the sectors of the wheel. */
function registration(flat: FlatDrawing, motif: Motif, drawn: readonly SheetItem[], sectors: number): SheetItem[] {
  const items: SheetItem[] = []
  const { edge } = flat
  if (edge) {
    items.push(
      path('guide', polyline(Array.from({ length: 181 }, (_, i) => edge(i / 180))), { widthMm: 0.15 }),
      cross([0, 0], 5),
    )
    for (let k = 0; k < sectors; k++) {
      const [x, y] = edge(k / sectors)
      items.push(path('mark', line([x * 0.97, y * 0.97], [x * 1.02, y * 1.02])))
    }
    const [x, y] = edge(0)
    items.push(text([x, y + 4], 'front', 3, { anchor: 'middle', bold: true }))
    return items
  }
  if (!drawn.length) return items
  const [left, top, right, bottom] = boxOfAll(drawn)
  const middle = (left + right) / 2
  items.push(
    path('mark', line([middle, top - 8], [middle, top - 3])),
    path('mark', line([middle, bottom + 3], [middle, bottom + 8])),
    cross([left - 6, bottom + 4], 2.5),
    cross([right + 6, top - 4], 2.5),
    arrow([right + 6, (top + bottom) / 2 + 6], [right + 6, (top + bottom) / 2 - 6]),
    text([right + 8, (top + bottom) / 2], `to the ${flat.toward.word === 'up' ? 'top' : flat.toward.word}`, 2.6),
    text([middle, top - 9], `middle of ${motif.repeats > 1 ? 'a repeat' : 'it'}`, 2.4, { anchor: 'middle' }),
    ...flat.rays.flatMap((ray) => [
      path('guide', polyline(ray), { dash: [3, 2], widthMm: 0.15 }),
      text([ray[0][0], ray[0][1] + 3.4], 'edge of the repeat', 2, { anchor: 'middle' }),
    ]),
  )
  return items
}

/** The lines of a drawing at true size as they lie on the clay. */
export function tracing(input: SheetInput): Sheet[] {
  const chosen = chosenLines(input)
  if (!chosen) return []
  const { options } = input
  const copy = copyOf(chosen.motif, options.copy)
  const whole = drawnFlat(input, chosen.motif, copy)
  if (!whole) return []
  const dotsMm = options.dotted ? POUNCE_MM : 0
  const legend: string[] = []
  const worked = chosen.worked.length ? chosen.worked : null
  const drawn: SheetItem[] = worked
    ? worked.flatMap(({ motif, tool, step, title }, i) => {
        const flat = drawnFlat(input, { ...motif, ground: false }, copy)
        legend.push(`${dashWord(i)}: step ${step}, ${title}, ${tool}, ${said(motif.lineMm, input)} wide.`)
        return flat ? drawnItems(flat.marks, { dotsMm, broad: true, dash: DASHES[i % DASHES.length] }) : []
      })
    : drawnItems(whole.marks, { dotsMm, broad: true })
  const pins = pinsOn(input, whole, chosen.motif)
  const all = [...registration(whole, chosen.motif, drawn, options.sectors), ...drawn, ...pins.items]
  const [left, , right] = boxOfAll(drawn.length ? drawn : all)
  const words = [
    copy === null
      ? chosen.motif.repeats > 1 && !liesFlat(chosen.motif)
        ? `All ${copies(chosen.motif).length} repeats round the wall.`
        : ''
      : chosen.motif.repeats > 1
        ? `Repeat ${copy + 1} of ${copies(chosen.motif).length}.`
        : '',
    options.mirrored
      ? 'Mirrored: rub graphite on this side, lay it face down, and it comes out the right way round.'
      : options.dotted
        ? 'Prick the dots, lay it on and pat charcoal through.'
        : 'Lay it on and go over the lines with a blunt point.',
    ...legend,
    ...ownTools(chosen.motif.drawing).map(({ name, mm }) => `${name || 'Some lines'}: ${said(mm, input)} wide.`),
    ...pins.words,
    whole.offMm > 0.1 ? `Flattened: lines are off by up to ${said(whole.offMm, input)}.` : '',
    spanWords(right - left, input),
    options.sketchMm > 0
      ? `A sketch ${said(options.sketchMm, input)} wide: copy it at ${copyPercent(right - left, options.sketchMm)} %.`
      : '',
  ].filter(Boolean)
  return [
    {
      title: `${chosen.name}${options.mirrored ? ', mirrored' : options.dotted ? ', to pounce' : ''}`,
      words,
      ...fitted(options.mirrored ? mirrored(all) : all),
    },
  ]
}

/** What is noted where the lines are laid flat. */
const pinsOn = (input: SheetInput, { at, grid }: FlatDrawing, { on = 'wall' }: Motif) =>
  notePins(input, on, ({ across, alongMm }) => at([across * grid.width, alongMm / grid.rowMm]))

const dashWord = (i: number) => ['Whole line', 'Dashes', 'Dots', 'Dashes and dots'][i % 4]

/** At how many per cent a sketch is copied to come out so wide, to a tenth. */
export const copyPercent = (wantedMm: number, sketchMm: number): string => ((100 * wantedMm) / sketchMm).toFixed(1)

/** Areas with their numbers and a legend: which jar, how many coats, a box for each. */
export function byNumber(input: SheetInput): Sheet[] {
  const chosen = chosenLines(input)
  if (!chosen) return []
  const { options, areas, jars } = input
  const flat = drawnFlat(input, { ...chosen.motif, ground: false }, null)
  if (!flat) return []
  const drawn = drawnItems(flat.marks)
  const items: SheetItem[] = [...registration(flat, chosen.motif, drawn, options.sectors), ...drawn]
  for (const { spot, jars: own, id, called, widthMm } of areas) {
    const at = numberAt(flat, spot)
    if (!at) continue
    const size = Math.max(1.8, Math.min(5, widthMm * input.scale * 0.6))
    const label = own.length ? own.join('+') : '–'
    items.push(text([at[0], at[1] + size * 0.35], label, size, { anchor: 'middle', bold: true }))
    if (widthMm * input.scale > NAMED_MM)
      items.push(text([at[0], at[1] + size * 0.35 + 3], called || `area ${id}`, 2.4, { anchor: 'middle' }))
  }
  items.push(...legendItems(input, items))
  const pins = pinsOn(input, flat, chosen.motif)
  items.push(...pins.items)
  const named = areas.filter(({ called, note }) => called || note)
  const blank = areas.filter(({ jars: own }) => !own.length).length
  return [
    {
      title: `${chosen.name}, by number`,
      words: [
        `${areas.length} areas, ${jars.length} jars.`,
        blank ? `${blank} without a colour: marked –.` : '',
        ...pins.words,
        ...named.map(({ id, called, note }) => `Area ${id}: ${[called, note].filter(Boolean).join(', ')}.`),
      ].filter(Boolean),
      ...fitted(items),
    },
  ]
}

/** Where the number of an area stands: what lies on the wall that rises from a flat part has it just outside. */
function numberAt({ at, edge }: FlatDrawing, spot: readonly [number, number]): Spot | null {
  const place = at(spot)
  if (!place || !edge) return place
  const [reach, far] = [Math.hypot(...edge(0)), Math.hypot(...place)]
  return far > reach ? [(place[0] / far) * (reach + BESIDE_MM), (place[1] / far) * (reach + BESIDE_MM)] : place
}

const BESIDE_MM = 10

/** From this width an area has its name under its number, mm. */
const NAMED_MM = 11

const SWATCH_MM = 9
const ROW_MM = 13
const BOX_MM = 4.5

/** The jars under a drawing: number, raw and fired colour, name, a box for each coat. */
function legendItems({ jars }: SheetInput, drawn: readonly SheetItem[]): SheetItem[] {
  if (!jars.length) return []
  const [left, , , bottom] = boxOfAll(drawn)
  const top = bottom + 12
  const swatch = ([x, y]: Spot, fill: string): SheetItem =>
    path(
      'mark',
      polyline(
        [
          [x, y],
          [x + SWATCH_MM, y],
          [x + SWATCH_MM, y + SWATCH_MM],
          [x, y + SWATCH_MM],
        ],
        true,
      ),
      { fill },
    )
  return [
    text([left + 8, top - 2], 'raw', 2.6),
    text([left + 18, top - 2], 'fired', 2.6),
    ...jars.flatMap(({ name, raw, fired, coats, tool, step }, i): SheetItem[] => {
      const y = top + i * ROW_MM
      return [
        text([left, y + 6.5], `${i + 1}`, 5, { bold: true }),
        swatch([left + 8, y], raw),
        swatch([left + 18, y], fired),
        text([left + 30, y + 3.6], name, 3.6, { bold: true }),
        text([left + 30, y + 8.4], `step ${step}, ${tool}, ${coats === 1 ? '1 coat' : `${coats} coats`}`, 2.9),
        ...Array.from({ length: coats }, (_, k): SheetItem => {
          const x = left + 84 + k * (BOX_MM + 2)
          return path(
            'mark',
            polyline(
              [
                [x, y + 2],
                [x + BOX_MM, y + 2],
                [x + BOX_MM, y + 2 + BOX_MM],
                [x, y + 2 + BOX_MM],
              ],
              true,
            ),
          )
        }),
      ]
    }),
    path('guide', circle([left, top], 0.01)),
  ]
}
