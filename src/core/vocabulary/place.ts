import { listed } from '../base/words'
import * as z from '../base/zod'
import { ZONES, type ZoneName } from '../form/turnedForm'
import { ZONE_NAMES } from '../form/zoneNames'

/** Bare wall above the foot that a kiln wants to see, mm. Common practice, no source. */
export const BARE_FOOT_MM = 6

const mm = (max: number) => z.number().min(0).max(max)

/** A zone of a joined part: the surface’s id and the zone’s key. */
const joinedZone = z.string().regex(/^[\w.-]{1,70}\/[a-z]{1,20}$/)

/**
 * Where on the skin: whole parts of the wall, a band of it in mm along it (outside: up from the foot; inside: down from the rim), and
 * only some of a number of equal sectors. `on` names zones of what is joined to the wall: none of it if the list is empty; left out,
 * all of it goes along with the part of the wall that it is like.
 */
export const placeSchema = z
  .strictObject({
    parts: z.array(z.enum(ZONES)).max(ZONES.length),
    on: z.array(joinedZone).max(40).optional(),
    band: z.strictObject({ fromMm: mm(2000), toMm: mm(2000) }).nullable(),
    sectors: z
      .strictObject({ of: z.int().min(2).max(120), take: z.array(z.int().min(0).max(119)).min(1).max(120) })
      .nullable(),
  })
  .refine(({ parts, on }) => parts.length > 0 || (on && on.length > 0), { message: 'names no part of the piece' })

export type Place = z.infer<typeof placeSchema>

/** All of some parts. */
export const wholeOf = (...parts: Place['parts']): Place => ({ parts, band: null, sectors: null })

/** A band of the outside, mm up from the foot. */
export const bandOf = (fromMm: number, toMm: number, ...parts: Place['parts']): Place => ({
  parts: parts.length ? parts : ['outside'],
  band: { fromMm, toMm },
  sectors: null,
})

/** The inside of a vessel with its rim. */
export const INSIDE: Place = wholeOf('inside', 'floor', 'rim')
export const OUTSIDE: Place = wholeOf('outside')

/** What the parts of a wall are called on a slab. */
export const FLAT_PART_NAMES: Readonly<Record<ZoneName, string>> = {
  base: 'back',
  outside: 'edge',
  rim: 'brow',
  inside: 'brow',
  floor: 'face',
}

/** From this length a band goes to the edge of the wall, mm. */
export const TO_THE_EDGE_MM = 400

/** A place in words; `flat` for slabs, whose floor is their face. `nameOf` gives the names of zones of joined parts. */
export function placeWords(
  { parts, on, band, sectors }: Place,
  length: (mm: number) => string,
  flat = false,
  nameOf: (zone: string) => string = (zone) => zone.split('/')[0],
): string {
  const whole = parts.includes('inside') && parts.includes('floor')
  const names = [
    ...parts
      .filter((part) => !(whole && part === (flat ? 'inside' : 'floor')) && !(flat && part === 'rim' && whole))
      .map((part) => (part === 'inside' && whole && !flat ? 'inside' : (flat ? FLAT_PART_NAMES : ZONE_NAMES)[part])),
    ...new Set((on ?? []).map(nameOf)),
  ]
  const where = listed(names)
  const text = sectors ? `${where}, ${sectors.take.length} of ${sectors.of} sectors` : where
  if (!band) return text
  const to = band.toMm < TO_THE_EDGE_MM ? length(band.toMm) : parts.includes('outside') ? 'the rim' : 'the floor'
  return `${text}, ${length(band.fromMm)} to ${to} ${parts.includes('outside') ? 'up the wall' : 'down the wall'}`
}
