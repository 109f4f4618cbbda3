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
import { cards, SOON_MS } from '@/workers/clients'
import { download, fileName } from './download'
import { font, previewPng } from './exports'
import { photoBlob } from './photos'
import { tell, useStudio } from './studioStore'

const fontsOf = async () => {
  const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
  return { regular, bold }
}

/** Makes a sheet and hands it over; what went wrong is told. */
async function handOver(name: string, make: () => Promise<Uint8Array<ArrayBuffer>>): Promise<void> {
  try {
    download(fileName(name, 'pdf'), new Blob([await make()], { type: 'application/pdf' }))
  } catch (error) {
    tell(
      'problem',
      `“${name}” could not be made (${error instanceof Error ? error.message : 'unknown'}); reload the page and try again.`,
    )
  }
}

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
export const printTickets = (tickets: readonly KilnTicket[], paper: Paper): Promise<void> =>
  handOver('kiln tickets', async () => {
    const fonts = await fontsOf()
    return cards.ask((worker) => worker.tickets(tickets.map(printed), fonts, paper), { limitMs: SOON_MS })
  })

/** The picture of a pot: its latest photograph of the front, or the preview of how it comes out. */
async function pictureOf(piece: Piece, pot: number, studio: Studio): Promise<Uint8Array | null> {
  const photos = entriesOf(piece.run, 'photo').filter((entry) => tellsOf(entry, pot))
  const front = photos.findLast(({ side }) => side === 'front') ?? photos.at(-1)
  const blob = front && (await photoBlob(front.photoId, 'whole'))
  if (blob) return new Uint8Array(await blob.arrayBuffer())
  const own = lotPieces(piece).find(({ lot }) => lot.pots.includes(pot))?.piece ?? piece
  return previewPng(own, studio, 700)
}

/** Pot cards of some pots, each a page or a postcard. */
export const printPotCards = (
  pots: readonly { readonly piece: Piece; readonly pot: number }[],
  studio: Studio,
  paper: Paper | 'postcard',
): Promise<void> =>
  handOver('pot cards', async () => {
    const made: PrintedPotCard[] = []
    for (const { piece, pot } of pots) {
      const card = potCard(piece, pot, studio, Date.now())
      made.push({
        title: card.title,
        lines: [card.madeOf, card.how, ...card.care, `Made by ${card.madeBy}, ${card.date}.`],
        small: [card.caution],
        picture: await pictureOf(piece, pot, studio),
      })
    }
    const fonts = await fontsOf()
    return cards.ask((worker) => worker.potCards(made, fonts, paper), { limitMs: SOON_MS })
  })

/** Labels for boxes and shelves, with a code that opens the piece in this studio. */
export const printLabels = (
  pots: readonly { readonly piece: Piece; readonly pots: readonly number[] }[],
  studio: Studio,
  paper: Paper,
): Promise<void> =>
  handOver('labels', async () => {
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
export const printPacking = (pieces: readonly Piece[], paper: Paper): Promise<void> =>
  handOver('packing list', async () => {
    const unit = useStudio.getState().studio.settings.length
    const lines = packingList(pieces, unit)
    const [across, deep, high] = [BOX_MM.across, BOX_MM.deep, BOX_MM.high].map((mm) => formatLength(mm, unit))
    const boxes = [...new Set(lines.map(({ box }) => box))]
    const fonts = await fontsOf()
    const list = {
      title: 'Packing list',
      intro:
        `${boxes.length} ${boxes.length === 1 ? 'box' : 'boxes'} of about ${across} × ${deep} × ${high}, ` +
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
