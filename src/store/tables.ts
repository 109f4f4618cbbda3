import { writeMediaCsv } from '@/core/formats/mediaCsv'
import { writeRoomRecord } from '@/core/formats/roomRecordCsv'
import { BYTE_ORDER_MARK, writeTable } from '@/core/formats/table'
import type { Room } from '@/core/model/room'
import type { Studio } from '@/core/model/studio'
import { isComplete, ticketRows, type KilnTicket } from '@/core/usecases/handOn/kilnTicket'
import { download, fileName } from './download'
import { tell } from './studioStore'

/* Tables for other programs. */

const handOver = (name: string, table: string): void =>
  download(name, new Blob([BYTE_ORDER_MARK, table], { type: 'text/csv' }))

/** The cupboard as a table. */
export const saveMediaTable = (studio: Studio): void =>
  handOver(fileName(`${studio.name} cupboard`, 'csv'), writeMediaCsv(Object.values(studio.media)))

/** The record of a room as a table. */
export const saveRoomTable = (room: Room): void =>
  handOver(fileName(`${room.name} record`, 'csv'), writeRoomRecord(room.record))

/** The load as a table. */
export function saveLoadTable(tickets: readonly KilnTicket[]): void {
  handOver('kiln-load.csv', writeTable(ticketRows(tickets)))
  const open = tickets.filter((ticket) => !isComplete(ticket)).length
  if (open) tell('news', `${open} of ${tickets.length} tickets are not complete; the table says what is to settle.`)
}
