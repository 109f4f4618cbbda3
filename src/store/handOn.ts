import { counted } from '@/core/base/words'
import { formatLength } from '@/core/base/units'
import type { PrintedPotCard } from '@/core/formats/handOn/potCardsPdf'
import type { PrintedTicket } from '@/core/formats/handOn/ticketsPdf'
import type { Paper } from '@/core/formats/paper'
import { lotPieces, potOf } from '@/core/model/lots'
import { entriesOf, tellsOf } from '@/core/model/run'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { bareFoot, type KilnTicket } from '@/core/usecases/handOn/kilnTicket'
import { BOX_MM, packingList } from '@/core/usecases/handOn/packing'
import { potCard } from '@/core/usecases/handOn/potCard'
import { lotName, potsWords } from '@/core/usecases/words/potWords'
import { cards, LONG_MS, SOON_MS } from '@/workers/clients'
import { type Report } from './atWork'
import { fileName } from './download'
import { font, previewPng } from './exports'
import { handOver, pdf } from './handOver'
import { photoBlob } from './photos'
import { useStudio } from './studioStore'

const fontsOf = async () => {
  const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
  return { regular, bold }
}

/** Makes a paper and hands it over. */
const print = (
  name: string,
  of: number,
  make: (report: Report) => Promise<Uint8Array<ArrayBuffer>>,
): Promise<boolean> =>
  handOver(
    {
      what: `Making ${name}`,
      of,
      fileName: fileName(name, 'pdf'),
      failed: (why) => `“${name}” could not be made (${why}); reload the page and try again.`,
    },
    async (report) => pdf(await make(report)),
  )

/** A ticket as it is printed. */
const printed = (ticket: KilnTicket): PrintedTicket => ({
  title: ticket.title,
  lines: [
    ['Whose', ticket.owner],
    ['Group', ticket.group],
    ['Date', ticket.date],
    ['How many', String(ticket.count)],
    ['Clay', ticket.clay && `${ticket.clay}, ${ticket.clayRange}`],
    ['Firing wanted', ticket.firing],
    [`Foot, ${bareFoot(useStudio.getState().studio.settings.length)} bare`, ticket.wiped],
    ['Use', ticket.food],
    ['Waster slab', ticket.slab],
    ['Fragile', ticket.fragile],
    ...(ticket.notes.length ? [['Notes', ticket.notes.join('; ')] as const] : []),
  ],
  materials: ticket.materials.map(
    ({ name, kind, range, labelled }, i) =>
      `${i + 1} ${name}, ${kind}, ${range}${kind === 'glaze' ? (labelled ? ', labelled for food' : ', not labelled for food') : ''}`,
  ),
  open: [...ticket.missing, ...ticket.contradictions],
})

/** Prints tickets; those with something to settle say so. */
export const printTickets = (tickets: readonly KilnTicket[], paper: Paper): Promise<boolean> =>
  print('kiln tickets', 0, async () => {
    const fonts = await fontsOf()
    return cards.ask((worker) => worker.tickets(tickets.map(printed), fonts, paper), { limitMs: SOON_MS })
  })

/** The picture of a pot: its latest photograph of the front, or the preview of how it comes out. */
async function pictureOf(
  piece: Piece,
  pot: number,
  studio: Studio,
  previews: Map<string, Promise<Uint8Array>>,
): Promise<Uint8Array | null> {
  const photos = entriesOf(piece.run, 'photo').filter((entry) => tellsOf(entry, pot))
  const front = photos.findLast(({ side }) => side === 'front') ?? photos.at(-1)
  const blob = front && (await photoBlob(front.photoId, 'whole'))
  if (blob) return new Uint8Array(await blob.arrayBuffer())
  const own = lotPieces(piece).find(({ lot }) => lot.pots.includes(pot))?.piece ?? piece
  // Pots of one lot look alike.
  const preview = previews.get(own.id) ?? previewPng(own, studio, 700)
  previews.set(own.id, preview)
  return preview
}

/** Pot cards of some pots, each a page or a postcard. */
export const printPotCards = (
  pots: readonly { readonly piece: Piece; readonly pot: number }[],
  studio: Studio,
  paper: Paper | 'postcard',
): Promise<boolean> =>
  print('pot cards', pots.length, async (report) => {
    const made: PrintedPotCard[] = []
    const previews = new Map<string, Promise<Uint8Array>>()
    for (const [i, { piece, pot }] of pots.entries()) {
      report(i)
      const card = potCard(piece, pot, studio, Date.now())
      made.push({
        title: card.title,
        lines: [card.madeOf, card.how, ...card.care, `Made by ${card.madeBy}, ${card.date}.`],
        small: [card.caution],
        picture: await pictureOf(piece, pot, studio, previews),
      })
    }
    const fonts = await fontsOf()
    return cards.ask((worker) => worker.potCards(made, fonts, paper), { limitMs: LONG_MS })
  })

/** Labels for boxes and shelves, with a code that opens the piece in this studio. */
export const printLabels = (
  pots: readonly { readonly piece: Piece; readonly pots: readonly number[] }[],
  studio: Studio,
  paper: Paper,
): Promise<boolean> =>
  print('labels', 0, async () => {
    const fonts = await fontsOf()
    const labels = pots.map(({ piece, pots: own }) => ({
      title: piece.name,
      lines: [
        piece.count > 1 ? potsWords(own) : '',
        [...new Set(own.map((pot) => potOf(piece, pot).owner).filter(Boolean))].join(', '),
        studio.bodies[piece.bodyId]?.name ?? '',
        studio.name,
      ].filter(Boolean),
      address: `${window.location.origin}/plan/${piece.id}`,
    }))
    return cards.ask((worker) => worker.labels(labels, fonts, paper), { limitMs: SOON_MS })
  })

/** Which pots go to a kiln elsewhere, wrapped how, in which box. */
export const printPacking = (pieces: readonly Piece[], paper: Paper): Promise<boolean> =>
  print('packing list', 0, async () => {
    const unit = useStudio.getState().studio.settings.length
    const lines = packingList(pieces, unit)
    const [across, deep, high] = [BOX_MM.across, BOX_MM.deep, BOX_MM.high].map((mm) => formatLength(mm, unit))
    const boxes = [...new Set(lines.map(({ box }) => box))]
    const fonts = await fontsOf()
    const list = {
      title: 'Packing list',
      intro:
        `${counted(boxes.length, 'box', 'boxes')} of about ${across} × ${deep} × ${high}, ` +
        'the heaviest below. Rims are wrapped first: they break first. Tick what is in.',
      groups: boxes.map((box) => ({
        heading: `Box ${box}`,
        lines: lines
          .filter((line) => line.box === box)
          .map(
            (line) =>
              [
                `${line.pots.length} × ${lotName({ name: line.name }, line.pots)}${line.owners ? ` (${line.owners})` : ''}`,
                `${line.sizes}; ${line.how}`,
              ] as const,
          ),
      })),
    }
    return cards.ask((worker) => worker.list(list, fonts, paper), { limitMs: SOON_MS })
  })
