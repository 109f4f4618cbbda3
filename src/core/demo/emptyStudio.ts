import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import { EMPTY_SCHEDULE, plainCalendar } from '../model/calendar'
import { plainRoom } from '../model/room'
import { DEFAULT_SETTINGS, DEFAULT_WAYS, type Studio } from '../model/studio'

/** What the demo studio is called; apart from it, since it is known again by this. */
export const DEMO_NAME = 'Tidewater shed'

/** Records by their ids. */
export const byId = <T extends { id: string }>(list: readonly T[]): Record<string, T> =>
  Object.fromEntries(list.map((entry) => [entry.id, entry]))

/** A studio with the starter cupboard and no pieces. */
export const emptyStudio = (timeZone = 'UTC'): Studio => ({
  name: 'My studio',
  settings: { ...DEFAULT_SETTINGS },
  ways: { ...DEFAULT_WAYS },
  bodies: byId(STARTER_BODIES),
  media: byId(STARTER_MEDIA),
  pieces: {},
  order: [],
  archive: [],
  paces: {},
  rooms: { studio: plainRoom('studio', 'The studio') },
  calendar: plainCalendar(timeZone),
  schedule: EMPTY_SCHEDULE,
  tiles: {},
})
