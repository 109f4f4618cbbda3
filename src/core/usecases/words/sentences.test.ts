import { describe, expect, it } from 'vitest'
import { textInUnits } from '../../base/units'
import { STAGE, STAGES } from '../../clay/stages'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import { PART } from '../../form/parts'
import { PART_KINDS } from '../../form/partKinds'
import { findingsOf, MISTAKES, planned } from '../../judge/fixtures/mistakes'
import type { Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import { atStage } from '../../plan/stepTime'
import { ACT_NAMES, actOf, type Step, type StepContent } from '../../plan/step'
import { MOTIFS } from '../../skin/motifs/library'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import { newStepContent } from '../create/newStep'
import { benchWords, stepWords } from './stepWords'

/* Sentences that are built of parts, in all their combinations: none of them reads as if a machine had glued it. */

const studio = demoStudio()

const COUNTED =
  'coat|area|step|pot|line|drop|pass|repeat|sector|jar|day|hour|minute|piece|copy|firing|row|part|place|bubble|dab|stroke'

/** Names of what there are many of, as motifs are called. */
const MANY = Object.values(MOTIFS)
  .map(({ name }) => name.toLowerCase())
  .filter((name) => name.endsWith('s') && !name.endsWith('ss'))

/** What is wrong with how a sentence is put together, with an example of it. */
const WRONG: readonly (readonly [what: string, pattern: RegExp])[] = [
  ['a value shows through', /undefined|null|NaN|Infinity|\[object|\$\{/],
  ['words stand twice', /\b(\p{L}[\p{L} ]+) \1\b/u],
  ['one of many', /(?<![.\d])\b(?:1|[Oo]ne) (?!glass\b|pass\b|cross\b|less\b|s\b)\p{L}*[^s\W]s\b(?! of| at)/u],
  ['many of one', new RegExp(`(?<![\\d.:/×−-])\\b(?:0|[2-9]|\\d\\d+) (?:${COUNTED})\\b`)],
  [
    'many do as one',
    new RegExp(`(?<!of )\\b(?:${MANY.join('|')}) (?:stands|lies|fires|comes|runs|needs|is|has|gets|shows)\\b`, 'u'),
  ],
  ['the wrong article', /\b[Aa] (?:[aeio]|un[^i])/],
  ['the wrong article', /\b[Aa]n [^aeiou“h\d]/],
  ['signs and spaces', /  | [,.;:!?]|,[,.]|\.\.(?!\.)|;[.,]|\( | \)|:\.|\.,/],
  ['a bracket is left open', /^[^()]*\([^()]*$|^[^()]*\)[^()]*$/],
  ['a quote is left open', /“[^”]*$/],
]

const faultsOf = (text: string): string[] =>
  WRONG.flatMap(([what, pattern]) => {
    const found = pattern.exec(text)
    return found ? [`${what} (“${found[0]}”): ${text}`] : []
  })

const wrongAmong = (texts: Iterable<string>): string[] => [
  ...new Set([...texts].map((text) => textInUnits(text, { length: 'mm', temperature: 'C' })).flatMap(faultsOf)),
]

describe('what is looked for', () => {
  it.each([
    ['Scratching on bone dry clay dry clay scratches.', 'words stand twice'],
    ['One reeds seen', 'one of many'],
    ['1 areas', 'one of many'],
    ['12 area', 'many of one'],
    ['The reeds stands.', 'many do as one'],
    ['Wait for a hour.', ''],
    ['It takes a inlay.', 'the wrong article'],
    ['Done ; then wait', 'signs and spaces'],
    ['Clear of undefined', 'a value shows through'],
    ['1 pass at 1 s, 2 coats', ''],
  ])('%s', (text, what) => expect(faultsOf(text).map((said) => said.split(' (')[0])).toEqual(what ? [what] : []))
})

const pieceOf = (preset: Parameters<typeof presetForm>[0], parts: 'none' | 'all' = 'none'): Piece => {
  const form = presetForm(preset)
  const built = buildForm(form)
  if (!built.ok) throw new Error(preset)
  const all = PART_KINDS.map((kind) => ({ id: kind, kind, ...PART[kind].begins(built.value) }))
  return { ...studio.pieces['wax-beakers'], form: parts === 'all' ? { ...form, parts: all } : form }
}

const PIECES: readonly (readonly [name: string, piece: Piece])[] = [
  ['a jug', studio.pieces['reed-jugs']],
  ['a tile', pieceOf('tile')],
  ['a figure', pieceOf('seal')],
  ['a pot with all parts', pieceOf('beaker', 'all')],
]

/** A step with everything counted once, twice and more often, of every motif. */
function variants(step: Step): Step[] {
  const many: Step[] = [step]
  const vary = (changes: (from: Step) => Step[]) => many.push(...many.flatMap(changes))
  if ('coats' in step) vary((from) => [1, 2, 5].map((coats) => ({ ...from, coats }) as Step))
  if ('waits' in step) vary((from) => [{ ...from, waits: false } as Step])
  if ('take' in step)
    vary((from) =>
      [1, 2].map(
        (n) =>
          ({
            ...from,
            take: Array.from({ length: n }, (_, k) => ({ id: k + 1, copy: 0, at: [0, 0] })),
          }) as unknown as Step,
      ),
    )
  if ('motif' in step && step.motif) {
    const { motif } = step
    const as = (more: Partial<Motif>) => ({ ...step, motif: { ...motif, ...more } }) as Step
    for (const kind of Object.keys(MOTIFS) as MotifKind[])
      for (const repeats of [1, 2, 12]) many.push(as({ kind, repeats }))
    many.push(as({ rows: 2 }), as({ rows: 3, ground: true }), as({ side: 'inside' }), as({ side: 'floor' }))
  }
  return many
}

describe('every act', () => {
  it.each(PIECES.flatMap(([name, piece]) => ACT_NAMES.map((act) => [act, name, piece] as const)))(
    '%s on %s reads well at every stage, however much is counted',
    (act, _, piece) => {
      const form = buildForm(piece.form)
      if (!form.ok) throw new Error('no form')
      const step = {
        id: 's',
        done: false,
        ...newStepContent(act, piece, studio, form.value, piece.steps.length - 1),
      } as Step
      const said = new Set<string>()
      for (const one of variants(step)) {
        const words = stepWords(one, studio, piece)
        said.add(words.title).add(words.brief)
        const technique = actOf(one).fit(one, (id) => studio.media[id]?.kind)
        for (const stage of STAGES) {
          const bench = benchWords(one, atStage(stage, 'open'), studio, piece)
          for (const text of [bench.detail, bench.lookFor, bench.caution ?? '', bench.wait ?? '']) said.add(text)
          if (technique && technique.fit[stage].fit !== 'good')
            said.add(`${technique.doing} on ${STAGE[stage].name} clay: ${technique.fit[stage].because}.`)
        }
      }
      expect(wrongAmong(said)).toEqual([])
    },
  )
})

/** The steps of a mistake with its motifs of another kind: one of many things, one of one, and letters. */
const KINDS = ['reeds', 'star', 'letters'] as const

const ofKind = (step: StepContent, kind: MotifKind): StepContent =>
  'motif' in step && step.motif && !step.motif.drawing
    ? ({ ...step, motif: { ...step.motif, kind, text: '' } } as StepContent)
    : step

describe('every finding', () => {
  it.each(MISTAKES.map((mistake) => [mistake.rule, mistake.what, mistake] as const))(
    '%s: %s reads well, of whatever motif',
    (_, __, { steps, piece, ways, jar }) => {
      const plans = [steps, ...KINDS.map((kind) => steps.map((step) => ofKind(step, kind)))]
      const findings = plans.flatMap((plan) => findingsOf(planned(plan, { ...piece }), ways, jar))
      const said = findings.flatMap(({ sentence, because, where, mends }) => [
        sentence,
        because,
        where,
        ...mends.map(({ label }) => label),
      ])
      expect(wrongAmong(said)).toEqual([])
      for (const { sentence, because } of findings)
        expect([sentence, because].join(' ')).toMatch(/^[\p{Lu}\d“].*[.!?]$/u)
    },
  )
})
