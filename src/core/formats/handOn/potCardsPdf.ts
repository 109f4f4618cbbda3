import type { CardFonts } from '../paper'
import { Area, finished, newSheets, newPage, PAPER_MM, SOFT, type Paper } from '../paper'

/** A pot card as it is printed: a picture (PNG or JPEG) and plain words. */
export interface PrintedPotCard {
  readonly title: string
  readonly lines: readonly string[]
  readonly small: readonly string[]
  readonly picture: Uint8Array | null
}

/** Pot cards, each a page or a postcard of its own. */
export async function potCardsPdf(
  cards: readonly PrintedPotCard[],
  fonts: CardFonts,
  paper: Paper | 'postcard',
): Promise<Uint8Array> {
  const sheets = await newSheets('Pot cards', fonts, PAPER_MM[paper])
  const [width, height] = sheets.size
  const postcard = paper === 'postcard'
  const margin = postcard ? 8 : 20
  for (const card of cards) {
    const page = newPage(sheets)
    const size = postcard ? { width: 58, height: height - 2 * margin } : { width: width - 2 * margin, height: 120 }
    const whole = new Area(sheets, page, margin, margin, width - 2 * margin, height - 2 * margin)
    if (card.picture) await whole.picture(card.picture, card.title, 0, 0, size.width, size.height)
    const text = postcard
      ? new Area(
          sheets,
          page,
          margin + size.width + 6,
          margin,
          width - 2 * margin - size.width - 6,
          height - 2 * margin,
        )
      : new Area(sheets, page, margin, margin + size.height + 6, width - 2 * margin, height - 2 * margin - size.height)
    text.text(card.title, postcard ? 16 : 26, { bold: true, as: 'H1' })
    text.down += 2
    for (const line of card.lines) {
      text.text(line, postcard ? 9 : 12)
      text.down += 1.2
    }
    for (const line of card.small) text.text(line, postcard ? 7.5 : 9, { colour: SOFT })
  }
  return finished(sheets)
}
