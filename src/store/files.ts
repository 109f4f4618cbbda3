import type { Piece } from '@/core/model/piece'
import type { Room } from '@/core/model/room'
import type { Studio } from '@/core/model/studio'
import type { KilnTicket } from '@/core/usecases/handOn/kilnTicket'
import { lazyLoad } from './lazyLoad'

/* Files that come in and go out. What reads and writes them is loaded when one does: a studio on screen needs none of it. */

const incoming = () => lazyLoad(() => import('./incoming'))
const zips = () => lazyLoad(() => import('./zipFiles'))
const tables = () => lazyLoad(() => import('./tables'))

/** Opens a file that Vernice wrote: a piece is added, a studio replaces the one on screen (undo brings it back). */
export const openFile = async (file: File): Promise<void> => (await incoming())?.openFile(file)

/** Brings in materials from a table. */
export const openMedia = async (file: File): Promise<void> => (await incoming())?.openMedia(file)

/** Brings in the record of a room from a table; dates that could be read two ways are asked about. */
export const openRoomRecord = async (file: File, room: Room): Promise<void> =>
  (await incoming())?.openRoomRecord(file, room)

/** The whole studio with photographs and tables. */
export const saveStudioZip = async (studio: Studio): Promise<void> => (await zips())?.saveStudioZip(studio)

/** One piece with its photographs and tables. */
export const savePieceZip = async (piece: Piece, studio: Studio): Promise<void> =>
  (await zips())?.savePieceZip(piece, studio)

/** The cupboard as a table. */
export const saveMediaTable = async (studio: Studio): Promise<void> => (await tables())?.saveMediaTable(studio)

/** The record of a room as a table. */
export const saveRoomTable = async (room: Room): Promise<void> => (await tables())?.saveRoomTable(room)

/** The load as a table; how many of its tickets are not complete is told. */
export const saveLoadTable = async (tickets: readonly KilnTicket[]): Promise<void> =>
  (await tables())?.saveLoadTable(tickets)
