import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { line, path, text } from '../sheets/pen'
import { squareOf } from '../sheets/fixtures/input'
import { makeBenchCard } from '../usecases/measure/makeBenchCard'
import { benchCardPdf } from './benchCardPdf'
import { cardFonts } from './fixtures/reading'
import { labelsPdf } from './handOn/labelsPdf'
import { listPdf } from './handOn/listPdf'
import { potCardsPdf } from './handOn/potCardsPdf'
import { ticketsPdf } from './handOn/ticketsPdf'
import { sheetsPdf } from './sheets/sheetsPdf'
import { tileLabelsPdf } from './tileLabelsPdf'

/* What a screen reader finds in what is printed, as pdf.js reads it. Common practice for accessible PDF: ISO 14289-1, from memory. */

interface Node {
  readonly role?: string
  readonly alt?: string
  readonly id?: string
  readonly children?: readonly Node[]
}

/** Language, title in the title bar, the tree of each page, and the text of each marked part. */
async function read(bytes: Uint8Array) {
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const { info } = (await pdf.getMetadata()) as { info: { Language?: string; Title?: string } }
  const lines: string[] = []
  const unmarked: string[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n)
    const { items } = await page.getTextContent({ includeMarkedContent: true })
    const texts = new Map<string, string>()
    const open: string[] = []
    for (const item of items) {
      if ('str' in item) {
        const id = open.at(-1)
        if (id === undefined) unmarked.push(item.str)
        else texts.set(id, `${texts.get(id) ?? ''}${item.str}${item.hasEOL ? ' ' : ''}`)
      } else if (item.type === 'endMarkedContent') open.pop()
      else open.push(item.id ?? '')
    }
    const walk = (node: Node, depth: number): void => {
      const own = node.children?.find(({ id }) => id)?.id
      const words = own === undefined ? '' : (texts.get(own) ?? '').replace(/\s+/g, ' ').trim()
      if (node.role && node.role !== 'Root')
        lines.push(`${' '.repeat(depth)}${node.role}${node.alt ? ` [${node.alt}]` : ''}${words ? ` ${words}` : ''}`)
      node.children?.filter(({ role }) => role).forEach((child) => walk(child, depth + 1))
    }
    walk((await page.getStructTree()) as unknown as Node, 0)
  }
  return {
    language: info.Language,
    title: info.Title,
    shownInBar: ((await pdf.getViewerPreferences()) as { DisplayDocTitle?: boolean } | null)?.DisplayDocTitle,
    marked: ((await pdf.getMarkInfo()) as { Marked?: boolean } | null)?.Marked,
    lines,
    unmarked: unmarked.filter((words) => words.trim()),
  }
}

const studio = demoStudio()
const piece = { ...studio.pieces['reed-jugs'], count: 2 }
const card = makeBenchCard(piece, studio, [])
const figure = {
  title: 'Section',
  words: ['Widest 120 mm.'],
  widthMm: 60,
  heightMm: 60,
  items: [path('cut', squareOf(20, 5)), text([30, 30], 'joint of the handle', 3)],
}
const wide = { ...figure, widthMm: 400, items: [...figure.items, path('cut', line([0, 0], [400, 10]))] }
const ticket = { title: 'Jug', lines: [['Whose', 'Ola'] as const], materials: ['1 Marsh black'], open: ['the foot'] }
const list = {
  title: 'Packing list',
  intro: 'Pack each in two layers.',
  groups: [{ heading: 'Box 1', lines: [['Jug 1', 'wrapped'] as const] }],
}
const address = 'https://example.org/plan/a'

const PRINTED: Readonly<Record<string, () => Promise<Uint8Array>>> = {
  'a bench card': () => benchCardPdf({ ...card, openFindings: ['The foot'] as never }, cardFonts, 'a4', null, [figure]),
  'kiln tickets': () => ticketsPdf([ticket, ticket], cardFonts, 'a4'),
  'a packing list': () => listPdf(list, cardFonts, 'a4'),
  labels: () => labelsPdf([{ title: 'Reed jugs', lines: ['pots 1 to 4'], address }], cardFonts, 'a4'),
  'pot cards': () =>
    potCardsPdf([{ title: 'Jug', lines: ['by Ola'], small: ['not for food'], picture: null }], cardFonts, 'postcard'),
  'tile labels': () => tileLabelsPdf([{ title: 'Tile 1', lines: ['Marsh black'] }], cardFonts),
  'sheets at true size': () => sheetsPdf([{ sheet: wide, foot: 'Jug, leather-hard' }], cardFonts, 'a4'),
}

describe('what a screen reader finds in what is printed', () => {
  it.each(Object.entries(PRINTED))(
    '%s: language, title, a heading first, and every word within the structure',
    async (_, write) => {
      const found = await read(await write())
      expect([found.language, found.shownInBar, found.marked]).toEqual(['en', true, true])
      expect(found.title).toMatch(/\w/)
      expect(found.unmarked).toEqual([])
      const roles = found.lines.map((line) => line.trim().split(' ')[0])
      expect(roles.find((role) => /^(H\d|P)$/.test(role))).toMatch(/^H\d$/)
      for (const line of found.lines) if (line.trim().startsWith('Figure')) expect(line).toMatch(/\[.*\w.*\]/)
    },
  )

  it('the steps of a bench card are headings, and boxes say which pot they are for', async () => {
    const { lines } = await read(await PRINTED['a bench card']())
    const flat = lines.map((line) => line.trim())
    expect(flat).toContain('H1 Reed jugs')
    expect(flat).toContain('Figure [Section, drawn in small] joint of the handle')
    for (const { number, title } of card.steps) expect(flat).toContain(`H2 ${number} ${title}`)
    expect(flat.some((line) => /^Figure \[.*to tick, pot 2\] 2$|^Figure \[.*to tick, pot 2\]$/.test(line))).toBe(true)
    expect(flat).toContain('H2 Still to settle')
  })

  it('a ticket is a table whose rows are led by their terms, and lists of what is on it and what is to settle', async () => {
    const { lines } = await read(await PRINTED['kiln tickets']())
    const flat = lines.map((line) => line.trim()).join('\n')
    expect(flat).toContain(['Table', 'TR', 'TH', 'P Whose', 'TD', 'P Ola'].join('\n'))
    expect(flat).toContain(['L', 'LI', 'LBody', 'P 1 Marsh black'].join('\n'))
    expect(flat.match(/^H1 Jug$/gm)).toHaveLength(2)
  })

  it('a sheet over several pages says which part each drawing is', async () => {
    const { lines } = await read(await PRINTED['sheets at true size']())
    expect(lines.filter((line) => line.includes('H1'))).toHaveLength(1)
    expect(lines.filter((line) => /drawn at true size, part 2 of 2/.test(line))).toHaveLength(1)
  })
})
