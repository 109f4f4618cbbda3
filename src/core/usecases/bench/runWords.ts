import { STAGE } from '../../clay/stages'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { samePlace, standingEntries, tellsOf, type RunEntry, type RunEntryOf } from '../../model/run'
import type { Studio } from '../../model/studio'
import { formatTemperature } from '../../base/units'
import { localClock, localDay } from '../../schedule/sessions'
import { coatsOf } from '../../plan/step'
import { placeNotes } from '../words/placeNotes'
import { potsWords } from '../words/potWords'
import { stepWords } from '../words/stepWords'

/** One line of the record: when, on which pots, what, and what else is known of it. */
export interface RunLine {
  readonly id: string
  readonly atMs: number
  /** “Tue 3 Mar, 18:40”. */
  readonly when: string
  readonly pots: string
  readonly words: string
  /** By whom, which batch, how dry, how warm. */
  readonly beside: string
  readonly kind: RunEntry['kind'] | 'made'
  readonly photoId: string | null
  /** Whether it tells of something that went otherwise. */
  readonly differs: boolean
}

/** The record of a piece, or of one of its pots, in the order of time; what was taken back is left out. */
export function runLines(piece: Piece, studio: Studio, pot: number | null = null): RunLine[] {
  return standingEntries(piece.run)
    .filter((entry) => pot === null || tellsOf(entry, pot))
    .map((entry): RunLine => {
      const atMs = Date.parse(entry.at)
      return {
        id: entry.id,
        atMs,
        when: whenWords(atMs, studio),
        pots: piece.count > 1 && entry.pots.length ? potsWords(entry.pots) : '',
        words: entryWords(entry, piece, studio),
        beside: besideWords(entry, studio),
        kind: entry.kind,
        photoId: entry.kind === 'photo' ? entry.photoId : null,
        differs: entry.kind === 'otherwise' || entry.kind === 'lost',
      }
    })
    .sort((a, b) => a.atMs - b.atMs)
}

const whenWords = (atMs: number, { calendar: { timeZone }, settings }: Studio): string =>
  `${localDay(atMs, timeZone)}, ${localClock(atMs, timeZone, settings.clock)}`

/** The life of one pot: when it was made, and its record after that. */
export function lifeLines(piece: Piece, studio: Studio, pot: number): RunLine[] {
  const lines = runLines(piece, studio, pot)
  const { madeAt } = (lotPieces(piece).find(({ lot }) => lot.pots.includes(pot))?.piece ?? piece).making
  if (!madeAt) return lines
  const atMs = Date.parse(madeAt)
  const made: RunLine = {
    id: 'made',
    atMs,
    when: whenWords(atMs, studio),
    pots: '',
    words: `Made of ${studio.bodies[piece.bodyId]?.name ?? 'a clay that is gone'}`,
    beside: '',
    kind: 'made',
    photoId: null,
    differs: false,
  }
  return [made, ...lines].sort((a, b) => a.atMs - b.atMs)
}

function titleOf(stepId: string, piece: Piece, studio: Studio): string {
  const at = piece.steps.findIndex(({ id }) => id === stepId)
  return at < 0 ? 'a step that is no longer planned' : `${at + 1} ${stepWords(piece.steps[at], studio, piece).title}`
}

function entryWords(entry: RunEntry, piece: Piece, studio: Studio): string {
  switch (entry.kind) {
    case 'coat': {
      const step = piece.steps.find(({ id }) => id === entry.stepId)
      const coats = step ? coatsOf(step) : 1
      const title = titleOf(entry.stepId, piece, studio)
      return coats > 1 || entry.coat > 0 ? `${title}, coat ${entry.coat + 1} of ${coats}` : title
    }
    case 'step':
      return titleOf(entry.stepId, piece, studio)
    case 'undone':
      return `Not done after all: ${titleOf(entry.stepId, piece, studio)}`
    case 'otherwise':
      return `${titleOf(entry.stepId, piece, studio)}: ${entry.difference ? entry.words : 'as planned after all'}`
    case 'looked':
      return (
        `${titleOf(entry.stepId, piece, studio)}, coat ${entry.coat + 1}: ` +
        `${entry.shiny ? 'still shiny' : 'matte'} after ${spanWords(entry.waited)}`
      )
    case 'note':
      return [entry.stepId && titleOf(entry.stepId, piece, studio), entry.where].filter(Boolean).join(', ')
        ? `${[entry.stepId && titleOf(entry.stepId, piece, studio), entry.where].filter(Boolean).join(', ')}: ${entry.text}`
        : entry.text
    case 'photo':
      return `Photograph: ${photoWords(entry, piece, studio)}`
    case 'lost':
      return `Lost: ${entry.why || 'not said how'}`
    case 'struck':
      return ''
  }
}

/** What a photograph shows: the place it belongs to, a side, a jar by its name. */
export const photoWords = (entry: RunEntryOf<'photo'>, piece: Piece, studio: Studio): string =>
  placeOf(entry, piece, studio) ?? shownOn(entry, studio)

/** What a photograph shows that belongs to no place. */
const shownOn = ({ side, mediumId }: RunEntryOf<'photo'>, { media }: Studio): string =>
  side === 'jar' && mediumId ? `jar of ${media[mediumId]?.name ?? 'what is gone'}` : PHOTO_WORDS[side]

/** Where on the piece a photograph belongs, in words; null where it belongs to the whole. */
function placeOf({ placed }: RunEntryOf<'photo'>, piece: Piece, { settings }: Studio): string | null {
  if (!placed) return null
  const here = placeNotes(piece, settings.length).find((noted) => samePlace(noted.placed, placed))
  return here?.where ?? 'a place that is gone'
}

/** What a photograph shows, in words. */
export const PHOTO_WORDS = {
  front: 'front',
  side: 'side',
  back: 'back',
  base: 'base',
  jar: 'a jar',
  mistake: 'a mistake',
  other: 'something else',
} as const

/** Seconds in words: “40 s”, “4 min”. */
const spanWords = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`

function besideWords(entry: RunEntry, { media, settings }: Studio): string {
  const parts: string[] = []
  if (entry.kind === 'coat' || entry.kind === 'step') {
    for (const { mediumId, batch } of entry.jars)
      if (batch) parts.push(`${media[mediumId]?.name ?? 'a jar that is gone'}: ${batch}`)
    if (entry.clay) parts.push(STAGE[entry.clay].name)
    if (entry.celsius !== null) parts.push(formatTemperature(entry.celsius, settings.temperature))
    if (entry.humidity !== null) parts.push(`${Math.round(100 * entry.humidity)} % humidity`)
  }
  if (entry.by) parts.push(`by ${entry.by}`)
  return parts.join(', ')
}
