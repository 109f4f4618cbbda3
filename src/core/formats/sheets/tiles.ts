import { inMm } from '../../base/units'
import { boxOf } from '../../sheets/pen'
import type { Sheet, SheetItem } from '../../sheets/sheet'

/** Paper that sheets are printed on. A roll is as long as it must be. */
export const SHEET_PAPERS = ['a4', 'letter', 'a3', 'roll'] as const

export type SheetPaper = (typeof SHEET_PAPERS)[number]

export const SHEET_PAPER_WORDS: Readonly<Record<SheetPaper, string>> = {
  a4: 'A4',
  letter: 'Letter',
  a3: 'A3',
  roll: `roll, ${inMm(610)}`,
}

/** Width and height, mm. A4 and A3: ISO 216; Letter: ANSI/ASME Y14.1; roll: 24 inches. Values from memory. */
const PAPER: Readonly<Record<Exclude<SheetPaper, 'roll'>, readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
  a3: [297, 420],
}

const ROLL_WIDTH = 609.6
/** The longest page that readers of the format take: 14 400 points. */
const ROLL_MOST = 5080

/** What printers leave white; room for the bars at the right and for the words at the foot, mm [ours]. */
const MARGIN = 8
const RIGHT_BAR = 8
export const FOOT = 24
/** Pages lap over one another by so much. */
export const OVERLAP = 15
/** What reaches over by less is no page of its own, mm: half the width of a thin line. */
const SLIVER = 0.05

/** A page and what of the sheet is on it, mm. */
export interface Tile {
  readonly column: number
  readonly row: number
  /** Upper left corner of what is shown, on the sheet. */
  readonly left: number
  readonly top: number
}

export interface Tiling {
  /** The page, and what of it the sheet takes. */
  readonly page: readonly [width: number, height: number]
  readonly shown: readonly [width: number, height: number]
  readonly columns: number
  readonly rows: number
  readonly tiles: readonly Tile[]
  readonly margin: number
}

const pagesFor = (length: number, room: number): number =>
  length <= room + SLIVER ? 1 : Math.max(2, Math.ceil((length - SLIVER - OVERLAP) / (room - OVERLAP)))

/** Parts a sheet over pages, the way round that takes fewer; empty pages are left out. */
export function tiling(sheet: Sheet, paper: SheetPaper): Tiling {
  if (paper === 'roll') return onRoll(sheet)
  const [w, h] = PAPER[paper]
  const upright = laid(sheet, [w, h])
  const lying = laid(sheet, [h, w])
  return lying.tiles.length < upright.tiles.length ? lying : upright
}

/** On a roll, along it or across: whichever takes fewer pages, then less of the roll. */
function onRoll(sheet: Sheet): Tiling {
  const long = (mm: number) => Math.min(ROLL_MOST, Math.max(160, mm))
  const down = long(sheet.heightMm + 2 * MARGIN + FOOT)
  const along = long(sheet.widthMm + 2 * MARGIN + RIGHT_BAR)
  const [across, lying] = [laid(sheet, [ROLL_WIDTH, down]), laid(sheet, [along, ROLL_WIDTH])]
  if (across.tiles.length !== lying.tiles.length) return across.tiles.length < lying.tiles.length ? across : lying
  return down <= along ? across : lying
}

/** A line at the very edge of a page keeps so much of it, mm. */
const EDGE_MM = 0.3

/** Where pages begin along one side of a sheet, and how many they are: by what is drawn, so that an empty border takes no page. */
function pagesAlong(from: number, to: number, room: number): { readonly start: number; readonly count: number } {
  const [whole, drawn] = [pagesFor(to, room), pagesFor(to - from + 2 * EDGE_MM, room)]
  return drawn < whole ? { start: from - EDGE_MM, count: drawn } : { start: 0, count: whole }
}

function laid(sheet: Sheet, [w, h]: readonly [number, number]): Tiling {
  const shown = [w - 2 * MARGIN - RIGHT_BAR, h - 2 * MARGIN - FOOT] as const
  const boxes = sheet.items.map(boxOf)
  const ends = (k: 0 | 1, size: number) =>
    boxes.length
      ? ([Math.min(...boxes.map((box) => box[k])), Math.max(...boxes.map((box) => box[k + 2]))] as const)
      : ([0, size] as const)
  const across = pagesAlong(...ends(0, sheet.widthMm), shown[0])
  const down = pagesAlong(...ends(1, sheet.heightMm), shown[1])
  const all = Array.from({ length: down.count * across.count }, (_, i): Tile => {
    const [row, column] = [Math.floor(i / across.count), i % across.count]
    return {
      column,
      row,
      left: across.start + column * (shown[0] - OVERLAP),
      top: down.start + row * (shown[1] - OVERLAP),
    }
  })
  // What lies whole on a page is not repeated by another; what is larger is on every page that it reaches.
  const taken = new Set<Tile>()
  for (const [l, t, r, b] of boxes) {
    const isWhole = ({ left, top }: Tile) => l >= left && r <= left + shown[0] && t >= top && b <= top + shown[1]
    const reaches = ({ left, top }: Tile) => r >= left && l <= left + shown[0] && b >= top && t <= top + shown[1]
    const whole = all.filter(isWhole)
    if (!whole.length) all.filter(reaches).forEach((tile) => taken.add(tile))
    else if (!whole.some((tile) => taken.has(tile))) taken.add(whole[0])
  }
  const tiles = all.filter((tile) => taken.has(tile))
  return { page: [w, h], shown, columns: across.count, rows: down.count, tiles, margin: MARGIN }
}

/** Whether a text is to be written on a tile: on the one that holds most of it, moved so that all of it is there. */
export function wordsWithin(
  item: SheetItem & { kind: 'text' },
  tile: Tile,
  { shown, tiles }: Tiling,
): SheetItem | null {
  const [l, t, r, b] = boxOf(item)
  const seen = (one: Tile) =>
    Math.max(0, Math.min(r, one.left + shown[0]) - Math.max(l, one.left)) *
    Math.max(0, Math.min(b, one.top + shown[1]) - Math.max(t, one.top))
  const whole = (one: Tile) => l >= one.left && r <= one.left + shown[0] && t >= one.top && b <= one.top + shown[1]
  if (whole(tile)) return item
  if (tiles.some(whole)) return null
  const most = tiles.reduce((best, one) => (seen(one) > seen(best) ? one : best))
  if (most !== tile || seen(tile) === 0) return null
  const shift = (low: number, high: number, from: number, to: number) =>
    low < from ? from - low : high > to ? to - high : 0
  const dx = shift(l, r, tile.left, tile.left + shown[0])
  const dy = shift(t, b, tile.top, tile.top + shown[1])
  return { ...item, at: [item.at[0] + dx, item.at[1] + dy] }
}
