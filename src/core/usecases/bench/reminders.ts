import type { Studio } from '../../model/studio'
import { sprays } from '../../plan/localStage'
import { mediaOfStep, type Step } from '../../plan/step'
import { kindOrPlain } from '../../vocabulary/mediumKinds'

/** What hands do beside an act: stir, refill, rinse, change the water, put leftovers back. Common practice, no source. */
export interface Reminder {
  readonly id: 'stir' | 'refill' | 'rinse' | 'water' | 'washWax' | 'leftover' | 'layOut' | 'shake'
  readonly words: string
}

/** A wash settles so fast that a reminder comes again after so many minutes. Common practice, no source. */
export const STIR_EVERY_MINUTES = 5

const jarOf = (step: Step | null): string | null => (step ? (mediaOfStep(step)[0] ?? null) : null)

/** What belongs beside an act, knowing what was done before it and what comes next. */
export function remindersFor(
  step: Step,
  before: Step | null,
  next: Step | null,
  { media }: Pick<Studio, 'media'>,
): Reminder[] {
  const list: Reminder[] = []
  const mine = jarOf(step)
  const medium = mine ? media[mine] : undefined
  const last = jarOf(before)
  const coming = jarOf(next)
  const spray = sprays(step)
  const brushed = !('applicator' in step) || step.applicator === 'brush'
  if (medium) {
    const { name } = medium
    if (spray && last !== mine)
      list.push({
        id: 'rinse',
        words: `Spray water through the gun until it runs clear, and sieve ${name}: a lump blocks the nozzle.`,
      })
    else if (last && last !== mine && media[last]?.kind !== 'wax')
      list.push({
        id: 'rinse',
        words: `Rinse the brush of ${media[last]?.name ?? 'the last colour'} and dry it: a wet one waters ${name} and drips.`,
      })
    if (last && last !== mine && media[last] && isDarker(media[last].raw.wet, medium.raw.wet))
      list.push({ id: 'water', words: 'Change the water: what was in it is darker than what comes.' })
    if (medium.kind === 'wash')
      list.push({ id: 'stir', words: `Stir ${name} at every brushful; it settles within 20 seconds.` })
    else if (kindOrPlain(medium.kind).resists)
      list.push({ id: 'washWax', words: 'A brush kept for wax, washed at once in hot soapy water.' })
    else list.push({ id: 'shake', words: `Stir ${name} to the bottom of the jar.` })
    if ('applicator' in step && step.applicator === 'bottle')
      list.push({ id: 'refill', words: 'Keep the bulb more than half full, or it spits.' })
    else if (brushed && !kindOrPlain(medium.kind).resists && medium.kind !== 'wash')
      list.push({ id: 'refill', words: 'Load, lay, load again; never stretch the colour thin.' })
    if (coming !== mine) list.push({ id: 'leftover', words: `What is left of ${name} goes back into its own jar.` })
  }
  if (coming && coming !== mine && media[coming])
    list.push({ id: 'layOut', words: `Next on the table: ${media[coming].name}, and only then.` })
  return list
}

/** Whether a raw colour is darker than another, by the sum of its parts. */
function isDarker(a: string, b: string): boolean {
  const sum = (hex: string) => [1, 3, 5].reduce((all, at) => all + parseInt(hex.slice(at, at + 2), 16), 0)
  return sum(a) + 90 < sum(b)
}
