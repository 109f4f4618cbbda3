import { counted } from '../../base/words'
import type { Difference } from '../../model/run'
import type { Studio } from '../../model/studio'
import type { Mishap } from '../../plan/mishap'
import { actOf, isA, isAreaWork, isHandwork, stepSchema, type Step } from '../../plan/step'
import { APPLICATOR, APPLICATORS, AREA_TOOL, AREA_TOOLS, GLAZINGS, TOOL, TOOLS } from '../../vocabulary/tools'

/** One way in which a step can go otherwise than planned: a press at the bench. */
export interface Otherwise {
  readonly id: string
  /** On its button. */
  readonly word: string
  /** In the record. */
  readonly words: string
  readonly difference: Difference
}

const GLAZED: Readonly<Record<(typeof GLAZINGS)[number], string>> = {
  dip: 'Dipped',
  pour: 'Poured',
  brush: 'Brushed',
  spray: 'Sprayed',
}

/**
 * What can have been different in a step, as it was planned; `so` is what was said of it already, which the next adds to.
 */
export function differencesOf(step: Step, so: Difference | null, { media }: Pick<Studio, 'media'>): Otherwise[] {
  if (!isHandwork(step)) return []
  const made = (
    id: string,
    word: string,
    words: string,
    changes: Difference['changes'],
    mishap?: Mishap,
  ): Otherwise => ({
    id,
    word,
    words,
    difference: {
      stepId: step.id,
      changes: { ...so?.changes, ...changes },
      mishap: mishap ?? so?.mishap ?? null,
    },
  })
  const list: Otherwise[] = []
  if ('coats' in step) {
    const laid = Number(so?.changes.coats ?? step.coats)
    const coats = (n: number, word: string) =>
      list.push(made(`coats-${n}`, word, `${counted(n, 'coat', 'coats')} instead of ${step.coats}`, { coats: n }))
    if (laid > 1) coats(laid - 1, `One coat fewer: ${laid - 1}`)
    if (stepSchema.safeParse({ ...step, coats: laid + 1 }).success) coats(laid + 1, `One coat more: ${laid + 1}`)
  }
  if ('mediumId' in step) {
    const planned = media[step.mediumId]
    const laid = String(so?.changes.mediumId ?? step.mediumId)
    for (const other of Object.values(media))
      if (planned && other.kind === planned.kind && other.id !== laid)
        list.push(
          made(`jar-${other.id}`, other.name, `${other.name} instead of ${planned.name}`, { mediumId: other.id }),
        )
  }
  if (isA(step, 'coating'))
    for (const applicator of APPLICATORS)
      if (applicator !== step.applicator)
        list.push(
          made(`tool-${applicator}`, APPLICATOR[applicator].name, `with ${APPLICATOR[applicator].name}`, {
            applicator,
          }),
        )
  if (isA(step, 'glazing'))
    for (const how of GLAZINGS)
      if (how !== step.how) list.push(made(`tool-${how}`, GLAZED[how], `${GLAZED[how].toLowerCase()} instead`, { how }))
  if (isAreaWork(step))
    for (const tool of AREA_TOOLS)
      if (tool !== step.tool)
        list.push(made(`tool-${tool}`, AREA_TOOL[tool].name, `with a ${AREA_TOOL[tool].name}`, { tool }))
  if ('tool' in step && typeof step.tool === 'string' && step.tool in TOOL)
    for (const tool of TOOLS)
      if (tool !== step.tool) list.push(made(`tool-${tool}`, TOOL[tool].name, `with a ${TOOL[tool].name}`, { tool }))
  if ('waits' in step && step.waits)
    list.push(made('hurried', 'Not waited until matte', 'not waited until it was matte', { waits: false }))
  if (isA(step, 'wiping') && step.sponge === 'wrung')
    list.push(made('wet', 'Sponge too wet', 'with a sponge that was too wet', { sponge: 'wet' }))
  const early = actOf(step).tooEarly
  if (early) list.push(made('early', early, early.toLowerCase(), {}, 'tooEarly'))
  if (isA(step, 'smudgeable')) list.push(made('smudged', 'Smudged', 'smudged by a hand', {}, 'smudged'))
  list.push(made('skipped', 'Skipped', 'left out', {}, 'skipped'))
  return list
}

/** What was different, in words. */
export function differenceWords(step: Step, { changes, mishap }: Difference, studio: Pick<Studio, 'media'>): string {
  const all = differencesOf(step, null, studio)
  const words = Object.entries(changes).map(([key, value]) => {
    if (key === 'coats' && 'coats' in step) return `${counted(Number(value), 'coat', 'coats')} instead of ${step.coats}`
    return all.find(({ difference }) => difference.changes[key] === value)?.words ?? ''
  })
  const befell = mishap ? all.find(({ difference }) => difference.mishap === mishap)?.words : ''
  return [...words, befell ?? ''].filter(Boolean).join(', ')
}
