import type { PathItem, Sheet, TextItem } from '../../sheets/sheet'
import { pathData } from './sheetSvg'
import { SHEET_PAPERS, tiling, type SheetPaper, type Tiling } from './tiles'

/** A path as a page draws it: its outline in SVG’s letters, in mm. */
export type ScreenPath = Omit<PathItem, 'd'> & { readonly d: string }

export type ScreenItem = ScreenPath | TextItem

/** A sheet as it goes to the screen: few and plain things, since to hand over and to draw a thousand lines holds a page up. */
export type ScreenSheet = Omit<Sheet, 'items'> & {
  readonly items: readonly ScreenItem[]
  /** How it goes on the pages of each paper. */
  readonly tiled: Readonly<Record<SheetPaper, Tiling>>
}

/** Sheets for the screen, what stands at their foot, and what is missing for them. */
export interface ShownSheets {
  readonly sheets: readonly ScreenSheet[]
  readonly foot: string
  readonly missing: string | null
}

const styleOf = ({ layer, widthMm, colour, dash }: PathItem): string =>
  `${layer} ${widthMm ?? ''} ${colour ?? ''} ${dash?.join() ?? ''}`

/** A sheet for the screen. Lines that are drawn alike, one after another, are one path; what is filled stands by itself. */
export function screenSheet(sheet: Sheet): ScreenSheet {
  const items: ScreenItem[] = []
  let style: string | null = null
  let line: string[] = []
  let path: Omit<PathItem, 'd'> | null = null
  const end = () => {
    if (path) items.push({ ...path, d: line.join('') })
    path = null
  }
  for (const item of sheet.items) {
    const own = item.kind === 'path' && !item.fill ? styleOf(item) : null
    if (item.kind === 'path' && path && own !== null && own === style) line.push(pathData(item.d))
    else {
      end()
      if (item.kind === 'path') {
        const { d, ...rest } = item
        path = rest
        line = [pathData(d)]
      } else items.push(item)
    }
    style = own
  }
  end()
  const tiled = Object.fromEntries(SHEET_PAPERS.map((paper) => [paper, tiling(sheet, paper)]))
  return { ...sheet, items, tiled: tiled as ScreenSheet['tiled'] }
}
