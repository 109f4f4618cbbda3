import { pacesSchema } from '../plan/pace'
import * as z from '../base/zod'
import { calendarSchema, scheduleSchema } from './calendar'
import type { FiredWith } from '../firing/firedWith'
import { bodySchema, mediumSchema, type Body } from '../vocabulary/material'
import { pieceSchema } from './piece'
import { roomSchema } from './room'
import { tileSchema } from './tile'

export const settingsSchema = z.strictObject({
  length: z.enum(['mm', 'in']),
  temperature: z.enum(['C', 'F']),
  clock: z.enum(['24', '12']),
  theme: z.enum(['system', 'light', 'dark']),
  /** What the printer makes of a length, as shares; null while it was not measured. */
  printer: z.strictObject({ across: z.number().min(0.9).max(1.1), down: z.number().min(0.9).max(1.1) }).nullable(),
})

export type Settings = z.infer<typeof settingsSchema>

/** The schools a studio follows. */
export const waysSchema = z.strictObject({
  foot: z.enum(['underglazeAllowed', 'bare']),
  boneDrySgraffito: z.enum(['never', 'withCare']),
  firstGlaze: z.enum(['inside', 'outside']),
  firings: z.enum(['bisqueAndGlaze', 'onceFired']),
  beforeDip: z.enum(['decorationFiring', 'brushTheClear', 'dipAtOnce']),
  // Younger than the others: a studio written before has the default.
  damping: z.enum(['whereThirsty', 'dampEvenly']).default('whereThirsty'),
  order: z.enum(['groundFirst', 'detailsFirst']).default('groundFirst'),
})

export type Ways = z.infer<typeof waysSchema>

/** What a plan is fired with, on a body and as a studio works. */
export const firedWith = ({ range }: Body, { firings }: Pick<Ways, 'firings'>): FiredWith => ({
  range,
  once: firings === 'onceFired',
})

/** The choices and the reason for each default. */
export const WAY_CHOICES: {
  readonly [K in keyof Ways]: {
    readonly question: string
    readonly because: string
    readonly choices: Readonly<Record<Ways[K], string>>
  }
} = {
  foot: {
    question: 'Underglaze on the foot',
    because: 'Default: allowed, since underglaze does not melt. Bare foot until tested is the careful school.',
    choices: { underglazeAllowed: 'allowed', bare: 'bare foot' },
  },
  boneDrySgraffito: {
    question: 'Sgraffito on bone-dry clay',
    because: 'Default: never, since it chips and the dust holds silica.',
    choices: { never: 'never', withCare: 'possible, damp and with a respirator' },
  },
  firstGlaze: {
    question: 'Which side is glazed first',
    because:
      'Default: inside, since drips can be sponged off a bare outside. Outside first when drips over it are meant.',
    choices: { inside: 'inside', outside: 'outside' },
  },
  firings: {
    question: 'Number of firings',
    because: 'Default: bisque and glaze. Once-fired saves a firing; raw glazed greenware is fragile and can blister.',
    choices: { bisqueAndGlaze: 'bisque, then glaze', onceFired: 'once-fired' },
  },
  beforeDip: {
    question: 'Unfired underglaze on bisque under a dipped clear',
    because:
      'Default: a decoration firing for fine work. Brushing the clear spares the firing; dipping at once risks a smear.',
    choices: {
      decorationFiring: 'decoration firing first',
      brushTheClear: 'brush the clear',
      dipAtOnce: 'let it dry well and dip',
    },
  },
  damping: {
    question: 'Damping before colour',
    because:
      'Default: where the surface is thirsty, so that texture takes the colour. Damping evenly takes any colour more evenly.',
    choices: { whereThirsty: 'where it is thirsty', dampEvenly: 'damp evenly before each colour' },
  },
  order: {
    question: 'Ground or details first',
    because: 'Default: the ground, since a broad brush does not stop at a line. Details first are kept under wax.',
    choices: { groundFirst: 'ground first', detailsFirst: 'details first' },
  },
}

export const DEFAULT_SETTINGS: Settings = {
  length: 'mm',
  temperature: 'C',
  clock: '24',
  theme: 'system',
  printer: null,
}

export const DEFAULT_WAYS: Ways = {
  foot: 'underglazeAllowed',
  boneDrySgraffito: 'never',
  firstGlaze: 'inside',
  firings: 'bisqueAndGlaze',
  beforeDip: 'decorationFiring',
  damping: 'whereThirsty',
  order: 'groundFirst',
}

const keyed = <T extends z.ZodType>(schema: T) => z.record(z.string().min(1).max(64), schema)

/**
 * Everything of a studio. Pieces, bodies and media are kept by id. `order` is the order of the pieces on the rack; those that are put
 * away stand in `archive`, the latest first, and take no part in days and dryness.
 */
export const studioSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  settings: settingsSchema,
  ways: waysSchema,
  bodies: keyed(bodySchema),
  media: keyed(mediumSchema),
  pieces: keyed(pieceSchema),
  order: z.array(z.string().min(1).max(64)).max(5000),
  archive: z.array(z.string().min(1).max(64)).max(5000),
  /** How fast hands are, by kind of work, where that is known better than ours. */
  paces: pacesSchema,
  rooms: keyed(roomSchema),
  calendar: calendarSchema,
  schedule: scheduleSchema,
  tiles: keyed(tileSchema),
})

export type Studio = z.infer<typeof studioSchema>
