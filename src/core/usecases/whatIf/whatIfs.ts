import type { Finding } from '../../judge/finding'
import { COVER_NAMES, isDamp, stageIndex } from '../../clay/stages'
import { CONES, coneIndex } from '../../firing/cones'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { bring } from '../../plan/build'
import { isA, isHandwork, stepSchema, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { differencesOf } from '../bench/differences'

/** A mistake or a choice that belongs to a step: “What if I lay one coat only?” */
export interface WhatIf {
  readonly id: string
  readonly stepId: string
  /** After “What if I”. */
  readonly words: string
  readonly steps: Step[]
}

/** More coats than this no act allows. */
const MOST_COATS = 12

/** So many other jars are offered. */
const MOST_JARS = 8

/** So many cones hotter or colder a kiln misses at most [our choice]. */
const CONES_OFF = 3

const WORDS: Readonly<Record<string, string>> = {
  hurried: 'do not wait until each coat is matte',
  wet: 'take too wet a sponge',
  early: 'do not let it set first',
  smudged: 'smudge it',
  skipped: 'leave this out',
}

const wordsOf = (id: string, word: string): string => {
  if (WORDS[id]) return WORDS[id]
  if (id.startsWith('jar-')) return `take ${word}`
  if (id.startsWith('tool-')) return `take ${word.toLowerCase()}`
  return word.toLowerCase()
}

/** What may be asked of a step of a plan. */
export function whatIfs(piece: Piece, stepId: string, studio: Pick<Studio, 'media'>): WhatIf[] {
  const index = piece.steps.findIndex(({ id }) => id === stepId)
  const step = piece.steps[index]
  if (!step) return []
  const made = (id: string, words: string, steps: Step[]): WhatIf => ({ id, stepId, words, steps })
  const changed = (changes: object): Step[] =>
    piece.steps.map((other) => (other === step ? ({ ...step, ...changes } as Step) : other))
  const list: WhatIf[] = []
  if ('coats' in step) {
    if (step.coats > 1) list.push(made('one-coat', 'lay one coat only', changed({ coats: 1 })))
    const many = Math.min(MOST_COATS, 3 * step.coats)
    if (many > step.coats && stepSchema.safeParse({ ...step, coats: many }).success)
      list.push(made('many-coats', `lay ${many} coats`, changed({ coats: many })))
  }
  const jars: WhatIf[] = []
  for (const { id, word, difference } of differencesOf(step, null, studio)) {
    if (id.startsWith('coats-')) continue
    const { changes, mishap } = difference
    const one = made(id, wordsOf(id, word), changed({ ...changes, ...(mishap ? { mishap } : {}) }))
    if (id.startsWith('jar-')) jars.push(one)
    else list.push(one)
  }
  return [...list, ...timingIfs(piece, index, made), ...jars.slice(0, MOST_JARS)]
}

type Make = (id: string, words: string, steps: Step[]) => WhatIf

/** What is asked of when a step is done, and of firings. */
function timingIfs(piece: Piece, index: number, made: Make): WhatIf[] {
  const { steps } = piece
  const step = steps[index]
  const { stage } = timeline(steps)[index]
  const before = steps.slice(0, index)
  const list: WhatIf[] = []
  const inserted = (other: Step) => [...before, other, ...steps.slice(index)]
  if (isHandwork(step) && isDamp(stage)) {
    const dried: Step = { ...bring('boneDry'), id: 'what-if-dry', done: false }
    list.push(made('bone-dry', 'wait until it is bone dry', inserted(dried)))
    const lastBring = before.findLastIndex((other) => isA(other, 'drying'))
    if (lastBring >= 0 && stageIndex(stage) > stageIndex('softLeatherHard')) {
      const soft = steps.map((other, i) =>
        i === lastBring && isA(other, 'drying') ? { ...other, to: 'softLeatherHard' as const } : other,
      )
      list.push(made('soft', 'do not wait until it is firm', soft))
      list.push(
        made(
          'wet-clay',
          'do it on wet clay',
          steps.filter((_, i) => i !== lastBring),
        ),
      )
    }
  }
  if (isA(step, 'drying') && step.cover !== 'open')
    list.push(
      made(
        'dryer',
        `take a hair dryer instead of leaving it ${COVER_NAMES[step.cover]}`,
        steps.map((other) => (other === step ? { ...step, cover: 'open', blower: 'dryer' } : other)),
      ),
    )
  const fixes = before.findLastIndex((other) => isA(other, 'firing') && other.firing === 'decoration')
  if (isA(step, 'glazing') && fixes >= 0)
    list.push(
      made(
        'unfixed',
        'leave out the decoration firing',
        steps.filter((_, i) => i !== fixes),
      ),
    )
  const bisque = before.findLastIndex((other) => isA(other, 'firing') && other.firing === 'bisque')
  if (isA(step, 'glazing') && bisque >= 0)
    list.push(
      made(
        'once-fired',
        'glaze it without a bisque',
        steps.filter((_, i) => i !== bisque),
      ),
    )
  if (isA(step, 'firing')) {
    const at = coneIndex(step.cone)
    for (const [id, off] of [
      ['hotter', CONES_OFF],
      ['colder', -CONES_OFF],
    ] as const) {
      const cone = CONES[at + off]
      if (cone)
        list.push(
          made(
            id,
            `fire it to cone ${cone}`,
            steps.map((other) => (other === step ? { ...step, cone } : other)),
          ),
        )
    }
    list.push(
      made(
        'no-firing',
        'leave out this firing',
        steps.filter((other) => other !== step),
      ),
    )
  }
  return list
}

/** Findings that a change brings: those that were not there before. */
export function newFindings(before: readonly Finding[], after: readonly Finding[]): Finding[] {
  const key = ({ ruleId, stepId }: Finding) => `${ruleId} ${stepId}`
  const known = new Set(before.map(key))
  return after.filter((finding) => !known.has(key(finding)))
}
