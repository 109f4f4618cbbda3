import { BAR_MM } from '../clay/stageScale'
import { profileAt } from '../form/turnedForm'
import { alongOutside, radii, said } from './measures'
import { drawnFlat } from './drawnFlat'
import { drawnItems } from './drawnItems'
import { arc, circle, cross, fitted, line, mapped, path, polyline, text, type Spot } from './pen'
import type { Sheet, SheetItem } from './sheet'
import { chosenLines, type SheetInput } from './sheetInput'
import { copyOf } from './tracing'

/** Unglazed above the shelf, mm along the wall, and raw glaze of a good thickness. Common practice, no source. */
const FOOT_LINE_MM = 6
const RAW_GLAZE_MM = 1.3

const CARD_MM = 62
/** Lines of words keep so far apart, mm. */
const CLEAR_MM = 5
const NOTCH_MM = 5

/** Heights above the shelf, mm as made, of millimetres up the outside. */
export const heightAt = ({ form }: Pick<SheetInput, 'form'>, upMm: number): number =>
  profileAt(form, alongOutside(form, upMm)).z

/** A card that stands beside a piece: notches at the heights of its bands, teeth for groove and glaze. */
export function heightGauge(input: SheetInput): Sheet[] {
  const { form, scale, grooveMm } = input
  const tall = form.heightMm * scale + 12
  const heights = [{ upMm: FOOT_LINE_MM, words: 'glaze stops here' }, ...input.heights]
    .map(({ upMm, words }) => ({ z: heightAt(input, upMm) * scale, words }))
    .sort((a, b) => a.z - b.z)
  // Teeth stand on the top edge: each is as long as what it measures.
  const teeth = [
    ...(grooveMm > 0 ? [{ mm: grooveMm, words: `groove ${said(grooveMm, input)}` }] : []),
    { mm: RAW_GLAZE_MM, words: `raw glaze ${said(RAW_GLAZE_MM, input)}` },
  ]
  const top: Spot[] = []
  teeth.forEach(({ mm }, i) => {
    const x = CARD_MM - 12 - i * 22
    top.push([x, -tall], [x, -tall - mm], [x - 8, -tall - mm], [x - 8, -tall])
  })
  const items: SheetItem[] = [path('cut', polyline([[0, 0], [CARD_MM, 0], [CARD_MM, -tall], ...top, [0, -tall]], true))]
  teeth.forEach(({ words }, i) =>
    items.push(text([CARD_MM - 16 - i * 22, -tall + 4], words, 2.6, { anchor: 'middle' })),
  )
  const labels: number[] = []
  for (const { z, words } of heights) {
    // Notches on the right edge, the straight side up: that side is the height.
    items.push(
      path('cut', line([CARD_MM, -z], [CARD_MM - NOTCH_MM, -z], [CARD_MM, -z + 2.5])),
      path('mark', line([CARD_MM - NOTCH_MM - 3, -z], [CARD_MM - NOTCH_MM, -z])),
    )
    const label = Math.max(z, (labels.at(-1) ?? -Infinity) + 3.6)
    labels.push(label)
    items.push(text([CARD_MM - NOTCH_MM - 4, -label + 1], `${said(z, input)}  ${words}`, 2.9, { anchor: 'end' }))
  }
  // How it is used is said between the labels, as far up as there is room.
  const free = Array.from({ length: Math.max(0, Math.floor(tall - 20)) }, (_, i) => tall - 12 - i).find((y) =>
    labels.every((label) => Math.abs(label - y) > CLEAR_MM),
  )
  items.push(text([3, -4], 'shelf', 2.6))
  if (free) items.push(text([3, -free], 'stand it on the shelf, notches to the wall', 2.6))
  return [
    {
      title: 'Height gauge',
      words: [
        'Heights are straight up from the shelf; the straight side of each notch is the height.',
        'The teeth are full size: they do not shrink with the clay.',
      ],
      ...fitted(items),
    },
  ]
}

/** The outside as a card to hold against the form. */
export function profileRib(input: SheetInput): Sheet[] {
  const { form, scale } = input
  const { outside } = form.zones
  const { widest } = radii(form)
  const back = widest * scale + 28
  const count = Math.max(24, Math.ceil((outside.to - outside.from) / 1))
  const wall = Array.from({ length: count + 1 }, (_, i): Spot => {
    const { r, z } = profileAt(form, outside.from + ((outside.to - outside.from) * i) / count)
    return [r * scale, -z * scale]
  })
  const top = Math.min(...wall.map(([, y]) => y))
  const rim = wall[wall.length - 1]
  const items: SheetItem[] = [
    path('cut', polyline([...wall, [rim[0], top - 6], [back, top - 6], [back, 0]], true)),
    ...Array.from({ length: Math.floor(-top / 10) }, (_, i) =>
      path('guide', line([back - 6, -(i + 1) * 10], [back, -(i + 1) * 10]), { widthMm: 0.18 }),
    ),
    text([back - 8, top / 2], `back ${said(back, input)} from the axis`, 2.8, { anchor: 'middle', turn: -90 }),
    text([back - 4, -3], 'shelf', 2.6, { anchor: 'end' }),
  ]
  return [
    {
      title: 'Profile rib',
      words: [
        'Stand it on the shelf with its back parallel to the axis and its edge pointing at it.',
        'Held askew it reads wider: 10° off by 1.5 %, 20° by 6 %.',
        ...(form.plan.plan.kind === 'round' ? [] : ['For the narrow side: half the width.']),
      ],
      ...fitted(items),
    },
  ]
}

const LADDER_MM = 100
const STEP_MM = 9

/** Lines to practise: a ladder of the tools’ widths, shapes that every hand learns by, and the lines of this plan. */
export function practiceSheet(input: SheetInput): Sheet[] {
  const items: SheetItem[] = []
  let y = 0
  for (const { mm, tool } of input.ladder) {
    items.push(
      path('mark', line([0, y], [LADDER_MM, y]), { widthMm: mm }),
      text([LADDER_MM + 4, y + 1.2], `${tool}, ${said(mm, input)}`, 3.2),
    )
    y += STEP_MM
  }
  y += 6
  const wave = Array.from({ length: 81 }, (_, i): Spot => [i * 0.5, y + 8 - 6 * Math.sin((i / 80) * 6 * Math.PI)])
  const spiral = Array.from({ length: 121 }, (_, i): Spot => {
    const angle = (i / 120) * 6 * Math.PI
    return [62 + (1 + i * 0.07) * Math.cos(angle), y + 9 + (1 + i * 0.07) * Math.sin(angle)]
  })
  items.push(path('mark', polyline(wave)), path('mark', polyline(spiral)))
  for (let r = 3; r <= 9; r += 3) items.push(path('mark', circle([90, y + 9], r)))
  for (let i = 0; i < 8; i++) items.push(path('mark', line([108 + i * 3, y], [108 + i * 3, y + 18])))
  y += 26
  const chosen = chosenLines(input)
  const flat = chosen && drawnFlat(input, { ...chosen.motif, ground: false }, copyOf(chosen.motif, 1))
  if (chosen && flat) {
    const drawn = drawnItems(flat.marks, { broad: true })
    const { items: own } = fitted(drawn, 0)
    items.push(text([0, y + 3], chosen.name, 3.2, { bold: true }))
    for (const item of own)
      if (item.kind === 'path') items.push({ ...item, d: mapped(item.d, ([u, v]) => [u, v + y + 8]) })
  }
  return [
    {
      title: 'Practice sheet',
      words: [
        'Trace it on a slab of the same clay at the same stage, each line three times: slowly, at ease, without the sheet.',
      ],
      ...fitted(items),
    },
  ]
}

/** Two lines 100 mm apart to draw on wet clay, and how to read them after each firing. */
export function shrinkageBar(input: SheetInput): Sheet[] {
  const items: SheetItem[] = [
    path(
      'cut',
      polyline(
        [
          [-14, -16],
          [BAR_MM + 14, -16],
          [BAR_MM + 14, 16],
          [-14, 16],
        ],
        true,
      ),
    ),
    path('mark', line([0, -10], [0, 10]), { widthMm: 0.3 }),
    path('mark', line([BAR_MM, -10], [BAR_MM, 10]), { widthMm: 0.3 }),
    path('mark', line([0, 0], [BAR_MM, 0]), { widthMm: 0.3 }),
    cross([0, 0], 4),
    cross([BAR_MM, 0], 4),
    text([BAR_MM / 2, -4], said(BAR_MM, input), 5, { anchor: 'middle', bold: true }),
    text([BAR_MM / 2, 10], 'on wet clay, as thrown', 3.2, { anchor: 'middle' }),
  ]
  // A scale to lay on the fired bar: what it has shrunk stands beside the line that it reaches.
  const below = 30
  items.push(
    path('mark', line([0, below], [BAR_MM, below])),
    path('mark', line([0, below - 6], [0, below + 6]), { widthMm: 0.3 }),
  )
  for (let percent = 0; percent <= 16; percent += 1) {
    const x = BAR_MM - percent
    const long = percent % 5 === 0
    items.push(path('mark', line([x, below], [x, below + (long ? 6 : 3)])))
    if (long) items.push(text([x, below + 9.5], `${percent}`, 2.8, { anchor: 'middle' }))
  }
  items.push(
    text([BAR_MM + 4, below + 9.5], '% shrunk', 2.8),
    text([0, below + 16], 'lay this on the fired bar, left lines together', 3),
  )
  return [
    {
      title: 'Shrinkage bar',
      words: [
        `Press two fine lines ${said(BAR_MM, input)} apart into a slab of this clay while it is wet, thick as your walls, ` +
          'and leave it flat.',
        'Read the bar when it is bone dry, after the bisque and after the last firing; tell Vernice what it reads.',
      ],
      ...fitted(items),
    },
  ]
}

/** A rectangle to measure a printer by, and a card to measure a screen by. */
export function printerCheck(): Sheet[] {
  const [w, h] = PRINTER_MM
  const items: SheetItem[] = [
    path(
      'mark',
      polyline(
        [
          [0, 0],
          [w, 0],
          [w, h],
          [0, h],
        ],
        true,
      ),
      { widthMm: 0.2 },
    ),
    cross([0, 0], 4),
    cross([w, h], 4),
    text([w / 2, 10], `${w} mm across`, 5, { anchor: 'middle', bold: true }),
    text([10, h / 2], `${h} mm down`, 5, { anchor: 'middle', bold: true, turn: -90 }),
    path('guide', arc([w / 2, h / 2], 50, 0, 2 * Math.PI), { widthMm: 0.18 }),
    text([w / 2, h / 2], 'circle of 100 mm', 4, { anchor: 'middle' }),
  ]
  return [
    {
      title: 'Printer check',
      words: [
        'Print at 100 % (“actual size”), measure the rectangle both ways and tell Vernice in Studio what it measures.',
      ],
      ...fitted(items, 1),
    },
  ]
}

/** Sides of the rectangle of the printer check, mm: with its crosses it goes on one page of A4 and of Letter. */
export const PRINTER_MM = [170, 225] as const
