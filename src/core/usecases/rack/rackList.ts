import { hasWords, plainText } from '../../base/words'
import { STAGE, type Stage } from '../../clay/stages'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { actOf, mediaOfStep } from '../../plan/step'
import { nextStepIndex, timeline } from '../../plan/timeline'
import { stepWords } from '../words/stepWords'

/** How the pieces of the rack are looked through. */
export interface RackWish {
  /** Words that a piece must all have somewhere: name, clay, colours, techniques, state, tags, notes. */
  readonly search: string
  readonly sort: RackSort
  readonly group: RackGroup
}

export const RACK_SORTS = ['placed', 'name', 'along', 'due', 'made'] as const
export const RACK_GROUPS = ['none', 'next', 'state', 'clay', 'tag'] as const

export type RackSort = (typeof RACK_SORTS)[number]
export type RackGroup = (typeof RACK_GROUPS)[number]

/** Pieces that stand together, under a heading; one without a heading when nothing is grouped. */
export interface RackShelf {
  readonly title: string
  readonly ids: readonly string[]
}

/** What is known of a piece on the rack, worked out once for each piece as it stands. */
interface Known {
  readonly studio: Pick<Studio, 'bodies' | 'media'>
  readonly text: string
  readonly stage: Stage
  readonly next: string
  /** Share of its steps that are done. */
  readonly along: number
}

const known = new WeakMap<Piece, Known>()

function knownOf(piece: Piece, studio: Studio): Known {
  const before = known.get(piece)
  if (before?.studio.bodies === studio.bodies && before.studio.media === studio.media) return before
  const words = piece.steps.map((step) => stepWords(step, studio, piece))
  const next = nextStepIndex(piece.steps)
  const { stage } = timeline(piece.steps)[next]
  const colours = piece.steps.flatMap(mediaOfStep).map((id) => studio.media[id]?.name ?? '')
  const found: Known = {
    studio: { bodies: studio.bodies, media: studio.media },
    text: plainText(
      [
        piece.name,
        piece.form.preset,
        studio.bodies[piece.bodyId]?.name ?? '',
        STAGE[stage].name,
        ...words.map(({ title }) => title),
        ...piece.steps.flatMap((step) => [actOf(step).family, actOf(step).hint]),
        ...colours,
        ...piece.tags,
        piece.notes,
        ...piece.pots.flatMap(({ owner, note, lost }) => [owner, note, lost ?? '']),
        ...lotPieces(piece).map((lot) => STAGE[timeline(piece.steps)[nextStepIndex(lot.piece.steps)].stage].name),
      ].join('\n'),
    ),
    stage,
    next: nextWords(piece, next),
    along: piece.steps.length ? next / piece.steps.length : 0,
  }
  known.set(piece, found)
  return found
}

/** What hands do next to a piece, by families: those that wait for the same stand together. */
function nextWords({ steps }: Piece, next: number): string {
  if (!steps.length) return 'To be planned'
  return next < steps.length ? `Next: ${actOf(steps[next]).family.toLowerCase()}` : 'Done'
}

/** Whether a piece has all words of a search. */
export const isFound = (piece: Piece, studio: Studio, search: string): boolean =>
  !search.trim() || hasWords(knownOf(piece, studio).text, search)

const byName = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' })

/** An instant or a day that there may not be: what has none comes last. */
const when = (iso: string | null, otherwise: number) => (iso ? Date.parse(iso) : otherwise)

function order(sort: RackSort, studio: Studio): ((a: Piece, b: Piece) => number) | null {
  switch (sort) {
    case 'placed':
      return null
    case 'name':
      return (a, b) => byName.compare(a.name, b.name)
    case 'along':
      return (a, b) => knownOf(b, studio).along - knownOf(a, studio).along
    case 'due':
      return (a, b) => when(a.making.dueOn, Infinity) - when(b.making.dueOn, Infinity)
    case 'made':
      return (a, b) => when(b.making.madeAt, -Infinity) - when(a.making.madeAt, -Infinity)
  }
}

/** The headings under which a piece stands; a piece with several tags stands under each. */
function headings(piece: Piece, studio: Studio, group: RackGroup): readonly string[] {
  switch (group) {
    case 'none':
      return ['']
    case 'next':
      return [knownOf(piece, studio).next]
    case 'state':
      return [STAGE[knownOf(piece, studio).stage].name]
    case 'clay':
      return [studio.bodies[piece.bodyId]?.name ?? 'another clay']
    case 'tag':
      return piece.tags.length ? piece.tags : ['without a tag']
  }
}

/** Pieces of a list as they are looked through; headings in the order in which their first piece comes. */
export function rackShelves(ids: readonly string[], studio: Studio, wish: RackWish): RackShelf[] {
  const pieces = ids.flatMap((id) => {
    const piece = studio.pieces[id]
    return piece && isFound(piece, studio, wish.search) ? [piece] : []
  })
  const by = order(wish.sort, studio)
  // Two that are equal, or two without a date, stay as they were placed.
  if (by) pieces.sort((a, b) => by(a, b) || 0)
  const shelves = new Map<string, string[]>()
  for (const piece of pieces)
    for (const title of headings(piece, studio, wish.group))
      shelves.set(title, [...(shelves.get(title) ?? []), piece.id])
  return [...shelves].map(([title, on]) => ({ title, ids: on }))
}

/** All tags of a studio, the most used first. */
export function tagsOf(studio: Studio): string[] {
  const counts = new Map<string, number>()
  for (const { tags } of Object.values(studio.pieces))
    for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1] || byName.compare(a[0], b[0])).map(([tag]) => tag)
}

/** Tags as they are typed, with commas between: each once, as many and as long as a piece may have. */
export const tagsIn = (text: string): string[] =>
  [...new Set(text.split(',').map((tag) => tag.trim().slice(0, 40).trim()))].filter(Boolean).slice(0, 12)

/** A name with a number that no piece has yet. */
export function freeName(name: string, pieces: Readonly<Record<string, Piece>>): string {
  const taken = new Set(Object.values(pieces).map((piece) => piece.name))
  for (let i = 2; ; i++) {
    const next = `${name.slice(0, 74)} ${i}`
    if (!taken.has(next)) return next
  }
}
