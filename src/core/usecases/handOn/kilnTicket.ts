import { counted } from '../../base/words'
import { formatLength, type LengthUnit } from '../../base/units'
import { conesOutside } from '../../firing/cones'
import { lotPieces, namedPots, potOf } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, isFiring, mediaOfStep, type StepOf } from '../../plan/step'
import { notSkipped } from '../../plan/mishap'
import { localDate } from '../../schedule/sessions'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { lotName } from '../words/potWords'
import type { Medium } from '../../vocabulary/material'
import { BARE_FOOT_MM } from '../../vocabulary/place'

/** What only a person knows of pots that go to a kiln. */
export interface TicketAnswers {
  /** Whose it is, if no owner is told of the pots. */
  readonly owner: string
  readonly group: string
  /** What is fragile, and where; “nothing” is an answer too. */
  readonly fragile: string
  /** Bottom and 6 mm of wall wiped: null where nobody has looked. */
  readonly wiped: boolean | null
  /** A waster slab goes under it: null where it is not said. */
  readonly slab: boolean | null
}

export const NO_ANSWERS: TicketAnswers = { owner: '', group: '', fragile: '', wiped: null, slab: null }

/** A material on a ticket, in the order in which it was laid on. */
export interface TicketMaterial {
  readonly name: string
  readonly kind: string
  readonly range: string
  readonly labelled: boolean
}

/** What goes to the kiln with a pot or a lot. */
export interface KilnTicket {
  readonly title: string
  readonly owner: string
  readonly group: string
  readonly date: string
  readonly clay: string
  readonly clayRange: string
  readonly count: number
  readonly materials: readonly TicketMaterial[]
  readonly firing: string
  readonly wiped: string
  readonly food: string
  readonly slab: string
  readonly fragile: string
  readonly notes: readonly string[]
  /** What nobody has said yet; with any of it the ticket does not say “complete”. */
  readonly missing: readonly string[]
  /** What cannot be true together. */
  readonly contradictions: readonly string[]
}

/** The bare foot that a kiln wants to see, in the studio’s units, for what is asked and printed. */
export const bareFoot = (unit: LengthUnit): string => formatLength(BARE_FOOT_MM, unit)

const rangeWords = ({ from, to }: { from: string; to: string }) =>
  from === to ? `cone ${from}` : `cone ${from} to ${to}`

/** The firing that pots go to next, or the last one when all is done; null for a plan without firings. */
function firingWanted(piece: Piece): StepOf<'fire'> | null {
  const firings = piece.steps.filter(isFiring)
  return firings.find(({ done }) => !done) ?? firings.at(-1) ?? null
}

/** What a ticket is made from: the lot, what it had before the firing wanted, and what was answered. */
interface TicketFacts {
  readonly all: Piece
  readonly owner: string
  readonly body: Studio['bodies'][string] | undefined
  readonly firing: StepOf<'fire'> | null
  /** A bisque comes before that firing. */
  readonly isBisqued: boolean
  readonly undone: number
  readonly media: readonly Medium[]
  /** Materials that the cupboard no longer has. */
  readonly isSomeGone: boolean
  /** Materials that are glass after the fire, those of them that no maker labels for food, and those that run. */
  readonly glazed: readonly Medium[]
  readonly unlabelled: readonly Medium[]
  readonly runs: readonly Medium[]
  readonly hangs: boolean
  /** Foot wiped bare, and a waster slab beneath: null while nobody knows. */
  readonly wiped: boolean | null
  readonly slab: boolean | null
  readonly fragile: string
}

function ticketFacts(
  all: Piece,
  pots: readonly number[],
  { media, bodies }: Studio,
  answers: TicketAnswers,
): TicketFacts {
  const piece = lotPieces(all).find((one) => pots.some((pot) => one.lot.pots.includes(pot)))?.piece ?? all
  const firing = firingWanted(piece)
  const earlier = firing ? piece.steps.slice(0, piece.steps.indexOf(firing)) : piece.steps
  const before = earlier.filter(notSkipped)
  const ids = [...new Set(before.flatMap(mediaOfStep))]
  const used = ids.flatMap((id) => media[id] ?? [])
  const glazed = used.filter(({ kind }) => kindOrPlain(kind).flows)
  const foot = before.findLast((step) => isA(step, 'foot cleaning'))
  const hangs = firing?.wire === true
  const owners = [...new Set(pots.map((pot) => potOf(all, pot).owner).filter(Boolean))]
  return {
    all,
    owner: owners.join(', ') || answers.owner.trim(),
    body: bodies[all.bodyId],
    firing,
    isBisqued: earlier.some((step) => isFiring(step) && step.firing === 'bisque'),
    undone: before.filter((step) => !step.done).length,
    media: used,
    isSomeGone: ids.length !== used.length,
    glazed,
    unlabelled: all.use === 'food' ? glazed.filter(({ labelledFoodSafe }) => !labelledFoodSafe) : [],
    runs: used.filter(({ cautions }) => cautions.includes('runs')),
    hangs,
    wiped: answers.wiped ?? (hangs ? true : foot?.done ? foot.upMm >= BARE_FOOT_MM : null),
    slab: answers.slab ?? (firing?.slab ? true : null),
    fragile: answers.fragile.trim(),
  }
}

/** What is not known yet, in the order of the ticket. */
function missingOf(facts: TicketFacts, unit: LengthUnit): string[] {
  const { owner, body, firing, media, isSomeGone, glazed, runs, wiped, slab, fragile, undone } = facts
  const rows: readonly (readonly [boolean, string])[] = [
    [!owner, 'whose it is'],
    [!body, 'the clay'],
    [!firing, 'the firing wanted: the plan has none'],
    [firing?.firing === 'glaze' && media.length === 0 && !isSomeGone, 'the glazes: none is planned before this firing'],
    [isSomeGone, 'the name of a material that is no longer in the cupboard'],
    [glazed.length > 0 && wiped === null, `whether bottom and ${bareFoot(unit)} of wall are wiped bare`],
    [runs.length > 0 && slab === null, `whether a waster slab goes under it: ${runs[0]?.name} runs`],
    [!fragile, 'what is fragile, and where (“nothing” is an answer)'],
    [undone > 0, `${counted(undone, 'step', 'steps')} before this firing not noted as done`],
  ]
  return rows.flatMap(([isMissing, words]) => (isMissing ? [words] : []))
}

/** What of it cannot be, or is not wise. */
function contradictionsOf(facts: TicketFacts, { ways }: Pick<Studio, 'ways'>): string[] {
  const { body, firing, isBisqued, media, glazed, unlabelled, runs, wiped, slab } = facts
  const isGlaze = firing?.firing === 'glaze'
  const heated = [...media.filter(({ kind }) => !kindOrPlain(kind).resists), ...(body && isGlaze ? [body] : [])]
  return [
    ...heated
      .filter(({ range }) => firing && conesOutside(firing.cone, range) !== 0)
      .map(({ name, range }) => `cone ${firing?.cone} is outside the range of ${name} (${rangeWords(range)})`),
    ...(isGlaze && !isBisqued && ways.firings === 'bisqueAndGlaze'
      ? ['a glaze firing without a bisque before it, which is not this studio’s way']
      : []),
    ...unlabelled.map(({ name }) => `${name} is not labelled for food, and it is for food`),
    ...(glazed.length && wiped === false ? ['the foot is not wiped bare, and there is glaze on it'] : []),
    ...(runs.length && slab === false ? [`${runs[0].name} runs, and no waster slab goes under it`] : []),
  ]
}

function footWords({ glazed, hangs, wiped }: TicketFacts): string {
  if (!glazed.length) return 'no glaze on it'
  if (hangs) return 'hangs on a wire'
  return wiped === null ? '' : wiped ? 'yes' : 'no'
}

function foodWords({ all, glazed, unlabelled }: TicketFacts): string {
  if (all.use !== 'food') return all.use === 'water' ? 'holds water, not for food' : 'decorative only, not for food'
  if (!glazed.length) return 'for food; no glaze on it yet'
  return unlabelled.length
    ? 'for food; not all glazes are labelled for it'
    : 'for food; glazes labelled for it by their makers, not tested here'
}

function slabWords({ slab, runs }: TicketFacts): string {
  if (slab === null) return runs.length ? '' : 'not needed'
  return slab ? 'yes, goes with it' : 'no'
}

/** The ticket of pots of a piece (one lot), filled from what was done, with what is missing and what contradicts. */
export function kilnTicket(
  all: Piece,
  pots: readonly number[],
  studio: Studio,
  answers: TicketAnswers,
  nowMs: number,
): KilnTicket {
  const facts = ticketFacts(all, pots, studio, answers)
  const { body, firing } = facts
  return {
    title: lotName(all, namedPots(all, pots)),
    owner: facts.owner,
    group: answers.group.trim(),
    date: localDate(nowMs, studio.calendar.timeZone),
    clay: body?.name ?? '',
    clayRange: body ? rangeWords(body.range) : '',
    count: pots.length,
    materials: facts.media.map((medium) => ({
      name: medium.name,
      kind: kindOrPlain(medium.kind).name,
      range: rangeWords(medium.range),
      labelled: medium.labelledFoodSafe,
    })),
    firing: firing ? `${firing.firing}, cone ${firing.cone}` : '',
    wiped: footWords(facts),
    food: foodWords(facts),
    slab: slabWords(facts),
    fragile: facts.fragile,
    notes: pots.map((pot) => potOf(all, pot).note).filter(Boolean),
    missing: missingOf(facts, studio.settings.length),
    contradictions: contradictionsOf(facts, studio),
  }
}

/** Whether nothing stands against “complete”. */
export const isComplete = ({ missing, contradictions }: KilnTicket): boolean =>
  missing.length === 0 && contradictions.length === 0

/** The load as a table: a row a ticket. */
export const ticketRows = (tickets: readonly KilnTicket[]): Record<string, string | number>[] =>
  tickets.map((ticket) => ({
    pots: ticket.title,
    count: ticket.count,
    owner: ticket.owner,
    group: ticket.group,
    date: ticket.date,
    clay: ticket.clay,
    materials: ticket.materials.map(({ name, range }) => `${name} (${range})`).join('; '),
    firing: ticket.firing,
    foot_wiped: ticket.wiped,
    food: ticket.food,
    slab: ticket.slab,
    fragile: ticket.fragile,
    complete: isComplete(ticket) ? 'yes' : 'no',
    to_settle: [...ticket.missing, ...ticket.contradictions].join('; '),
  }))
