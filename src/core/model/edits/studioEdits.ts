import { counted } from '../../base/words'
import { isTimeZone } from '../../base/timeZone'
import { paceSchema } from '../../plan/pace'
import { mediaOfStep } from '../../plan/step'
import { bodySchema, mediumSchema } from '../../vocabulary/material'
import { calendarSchema, scheduleSchema } from '../calendar'
import { roomSchema } from '../room'
import { tileSchema } from '../tile'
import { checkWith, type Edits } from './edit'

/** Edits of the studio: its name and ways, rooms, materials, tiles and days. */
export const STUDIO_EDITS: Edits<
  | 'studio.rename'
  | 'studio.settings'
  | 'studio.ways'
  | 'studio.pace'
  | 'studio.replace'
  | 'studio.stock'
  | 'room.set'
  | 'room.remove'
  | 'body.set'
  | 'medium.set'
  | 'medium.remove'
  | 'tile.set'
  | 'tile.remove'
  | 'calendar.change'
  | 'schedule.set'
  | 'medium.use'
> = {
  'studio.rename': (studio, { name }) => {
    if (!name.trim()) return { code: 'bad-value', path: 'name', actual: 'empty', expected: 'a name of 1 to 80 letters' }
    studio.name = name.trim().slice(0, 80).trim()
    return null
  },
  'studio.settings': (studio, { changes }) => {
    Object.assign(studio.settings, changes)
    return null
  },
  'studio.ways': (studio, { changes }) => {
    Object.assign(studio.ways, changes)
    return null
  },
  'studio.pace': (studio, { kind, pace }) => {
    if (pace) studio.paces[kind] = pace
    else delete studio.paces[kind]
    return pace && checkWith(paceSchema, pace, 'pace')
  },
  'studio.replace': (studio, { studio: next }) => {
    Object.assign(studio, next)
    return null
  },
  'studio.stock': (studio, { bodies, media }) => {
    for (const [id, body] of Object.entries(bodies)) studio.bodies[id] ??= body
    for (const [id, medium] of Object.entries(media)) studio.media[id] ??= medium
    return null
  },
  'room.set': (studio, { room }) => {
    studio.rooms[room.id] = room
    return checkWith(roomSchema, room, 'room')
  },
  'room.remove': (studio, { roomId }) => {
    const inIt = Object.values(studio.pieces).filter((piece) => piece.making.roomId === roomId)
    if (inIt.length)
      return {
        code: 'bad-value',
        path: 'room',
        actual: `still home to ${counted(inIt.length, 'piece', 'pieces')}`,
        expected: 'empty; move them to another room first',
      }
    delete studio.rooms[roomId]
    return null
  },
  'body.set': (studio, { body }) => {
    studio.bodies[body.id] = body
    return checkWith(bodySchema, body, 'clay')
  },
  'medium.set': (studio, { medium }) => {
    studio.media[medium.id] = medium
    return checkWith(mediumSchema, medium, 'medium')
  },
  'medium.remove': (studio, { mediumId }) => {
    const used = Object.values(studio.pieces).filter((piece) =>
      [...piece.steps, ...(piece.variant ?? [])].some((step) => mediaOfStep(step).includes(mediumId)),
    )
    if (used.length)
      return {
        code: 'bad-value',
        path: studio.media[mediumId]?.name ?? mediumId,
        actual: `used on “${used[0].name}”`,
        expected: 'unused; take it out of the plans first',
      }
    delete studio.media[mediumId]
    return null
  },
  'tile.set': (studio, { tile }) => {
    studio.tiles[tile.id] = tile
    return checkWith(tileSchema, tile, 'tile')
  },
  'tile.remove': (studio, { tileId }) => {
    delete studio.tiles[tileId]
    return null
  },
  'calendar.change': (studio, { changes }) => {
    Object.assign(studio.calendar, changes)
    const { timeZone } = changes
    if (timeZone !== undefined && !isTimeZone(timeZone))
      return { code: 'bad-value', path: 'time zone', actual: timeZone, expected: 'one such as Europe/Paris' }
    return checkWith(calendarSchema, studio.calendar, 'calendar')
  },
  'schedule.set': (studio, { schedule }) => {
    studio.schedule = schedule
    return checkWith(scheduleSchema, schedule, 'schedule')
  },
  'medium.use': (studio, { mediumId, ml }) => {
    const stock = studio.media[mediumId]?.stock
    if (stock) stock.jars = Math.max(0, Math.round((stock.jars - ml / stock.jarMl) * 1000) / 1000)
    return null
  },
}
