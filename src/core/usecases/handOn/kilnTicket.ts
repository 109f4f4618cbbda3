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

/** The ticket of pots of a piece (one lot), filled from what was done, with what is missing and what contradicts. */
export function kilnTicket(
  whole: Piece,
  pots: readonly number[],
  studio: Studio,
  answers: TicketAnswers,
  nowMs: number,
): KilnTicket {
  const lot = lotPieces(whole).find((one) => pots.some((pot) => one.lot.pots.includes(pot)))
  const piece = lot?.piece ?? whole
  const body = studio.bodies[whole.bodyId]
  const firing = firingWanted(piece)
  const at = firing ? piece.steps.indexOf(firing) : piece.steps.length
  const before = piece.steps.slice(0, at).filter(notSkipped)
  const ids = [...new Set(before.flatMap(mediaOfStep))]
  const media = ids.flatMap((id) => studio.media[id] ?? [])
  const owners = [...new Set(pots.map((pot) => potOf(whole, pot).owner).filter(Boolean))]
  const owner = owners.join(', ') || answers.owner.trim()
  const glazed = media.filter(({ kind }) => kindOrPlain(kind).flows)
  const foot = before.findLast((step) => isA(step, 'foot cleaning'))
  const cleaned = foot?.done ? foot.upMm >= BARE_FOOT_MM : null
  const hangs = firing?.wire === true
  const wiped = answers.wiped ?? (hangs ? true : cleaned)
  const runs = media.filter(({ cautions }) => cautions.includes('runs'))
  const slab = answers.slab ?? (firing?.slab ? true : null)
  const missing: string[] = []
  const contradictions: string[] = []
  if (!owner) missing.push('whose it is')
  if (!body) missing.push('the clay')
  if (!firing) missing.push('the firing wanted: the plan has none')
  if (!ids.length && firing?.firing === 'glaze') missing.push('the glazes: none is planned before this firing')
  if (ids.length !== media.length) missing.push('the name of a material that is no longer in the cupboard')
  if (glazed.length && wiped === null)
    missing.push(`whether bottom and ${bareFoot(studio.settings.length)} of wall are wiped bare`)
  if (runs.length && slab === null) missing.push(`whether a waster slab goes under it: ${runs[0].name} runs`)
  if (!answers.fragile.trim()) missing.push('what is fragile, and where (“nothing” is an answer)')
  const undone = before.filter((step) => !step.done)
  if (undone.length)
    missing.push(`${undone.length} ${undone.length === 1 ? 'step' : 'steps'} before this firing not noted as done`)
  if (firing) {
    for (const medium of media)
      if (kindOrPlain(medium.kind).resists ? false : conesOutside(firing.cone, medium.range) !== 0)
        contradictions.push(`cone ${firing.cone} is outside the range of ${medium.name} (${rangeWords(medium.range)})`)
    if (body && firing.firing === 'glaze' && conesOutside(firing.cone, body.range) !== 0)
      contradictions.push(`cone ${firing.cone} is outside the range of ${body.name} (${rangeWords(body.range)})`)
    const bisqued = piece.steps.slice(0, at).some((step) => isFiring(step) && step.firing === 'bisque')
    if (firing.firing === 'glaze' && !bisqued && studio.ways.firings === 'bisqueAndGlaze')
      contradictions.push('a glaze firing without a bisque before it, which is not this studio’s way')
  }
  const unlabelled = whole.use === 'food' ? glazed.filter(({ labelledFoodSafe }) => !labelledFoodSafe) : []
  for (const { name } of unlabelled) contradictions.push(`${name} is not labelled for food, and it is for food`)
  if (glazed.length && wiped === false) contradictions.push('the foot is not wiped bare, and there is glaze on it')
  if (runs.length && slab === false) contradictions.push(`${runs[0].name} runs, and no waster slab goes under it`)
  return {
    title: lotName(whole, namedPots(whole, pots)),
    owner,
    group: answers.group.trim(),
    date: localDate(nowMs, studio.calendar.timeZone),
    clay: body?.name ?? '',
    clayRange: body ? rangeWords(body.range) : '',
    count: pots.length,
    materials: media.map((medium) => ({
      name: medium.name,
      kind: kindOrPlain(medium.kind).name,
      range: rangeWords(medium.range),
      labelled: medium.labelledFoodSafe,
    })),
    firing: firing ? `${firing.firing}, cone ${firing.cone}` : '',
    wiped: !glazed.length ? 'no glaze on it' : hangs ? 'hangs on a wire' : wiped === null ? '' : wiped ? 'yes' : 'no',
    food:
      whole.use === 'food'
        ? !glazed.length
          ? 'for food; no glaze on it yet'
          : unlabelled.length
            ? 'for food; not all glazes are labelled for it'
            : 'for food; glazes labelled for it by their makers, not tested here'
        : whole.use === 'water'
          ? 'holds water, not for food'
          : 'decorative only, not for food',
    slab: slab === null ? (runs.length ? '' : 'not needed') : slab ? 'yes, goes with it' : 'no',
    fragile: answers.fragile.trim(),
    notes: pots.map((pot) => potOf(whole, pot).note).filter(Boolean),
    missing,
    contradictions,
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
