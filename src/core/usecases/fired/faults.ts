import { isA } from '../../plan/step'
import { inMm } from '../../base/units'
import type { Fault } from '../../model/outcome'
import type { Step } from '../../plan/step'
import { minutesWords } from '../words/timeWords'
import { hastes, type WhatHappened } from './whatHappened'
import { BARE_FOOT_MM } from '../../vocabulary/place'
import { BLISTERS_FROM_COATS } from '../../vocabulary/films'

/** Why something may have come out so. Common practice, no source, as all that stands here. */
export interface Cause {
  readonly id: string
  /** “dust or grease kept the glaze off”. */
  readonly words: string
  /** What to do next time. */
  readonly tryNext: string
  /** What of this pot’s making shows it; null when nothing does. */
  readonly evidence: (happened: WhatHappened) => string | null
}

/** A fault as it is known by name. */
export interface FaultDefinition {
  readonly name: string
  /** How it looks. */
  readonly sign: string
  readonly causes: readonly Cause[]
  /** The tile that would tell which it was. */
  readonly tile: string
}

/** Evidence that a judge of the plan as it was carried out gives. */
const found =
  (...rules: string[]) =>
  ({ findings }: WhatHappened): string | null =>
    findings.find(({ ruleId }) => rules.includes(ruleId))?.sentence ?? null

const isSkipped = (steps: readonly Step[], act: Step['act']) =>
  steps.some((step) => step.act === act && step.mishap === 'skipped')

const befell =
  (mishap: NonNullable<Step['mishap']>, words: string) =>
  ({ steps }: WhatHappened): string | null =>
    steps.some((step) => step.mishap === mishap) ? words : null

const either =
  (...all: Cause['evidence'][]): Cause['evidence'] =>
  (happened) => {
    for (const one of all) {
      const words = one(happened)
      if (words) return words
    }
    return null
  }

const dusty = ({ steps }: WhatHappened): string | null => {
  if (isSkipped(steps, 'wipeDust')) return 'Dust was to be wiped off, and it was left out.'
  const glazed = steps.findIndex((step) => isA(step, 'glazing'))
  const bisque = steps.findIndex((step) => isA(step, 'firing') && step.firing === 'bisque')
  if (glazed < 0 || bisque < 0) return null
  return steps.slice(bisque, glazed).some((step) => isA(step, 'dusting'))
    ? null
    : 'Dust was not wiped off between the bisque and the glaze.'
}

const hurried = (happened: WhatHappened): string | null => {
  const [haste] = hastes(happened)
  if (haste)
    return (
      `${haste.coats} coats in ${minutesWords(haste.minutes)}, ` +
      `which want about ${minutesWords(haste.wanted)} between them.`
    )
  return happened.steps.some((step) => 'waits' in step && !step.waits)
    ? 'A coat went on before the one before was matte.'
    : null
}

const fewer = ({ run }: WhatHappened): string | null => {
  const said = run.find(
    (entry) => entry.kind === 'otherwise' && entry.difference && 'coats' in entry.difference.changes,
  )
  return said?.kind === 'otherwise' ? `It was noted: ${said.words}.` : null
}

const otherJar = ({ run }: WhatHappened): string | null => {
  const said = run.find(
    (entry) => entry.kind === 'otherwise' && entry.difference && 'mediumId' in entry.difference.changes,
  )
  return said?.kind === 'otherwise' ? `It was noted: ${said.words}.` : null
}

const batches = ({ run, studio }: WhatHappened): string | null => {
  for (const entry of run)
    if (entry.kind === 'coat' || entry.kind === 'step')
      for (const { mediumId, batch } of entry.jars) {
        const open = studio.media[mediumId]?.stock?.batch
        if (batch && open && batch !== open)
          return `${studio.media[mediumId].name} was of batch “${batch}”; now “${open}” is open.`
      }
  return null
}

const cause = (id: string, words: string, tryNext: string, evidence: Cause['evidence']): Cause => ({
  id,
  words,
  tryNext,
  evidence,
})

const unknown = () => null

const DUST = cause(
  'dust',
  'dust or grease kept the glaze off',
  'Wipe all over with a damp clean sponge, clean hands, and let it dry again, best overnight.',
  either(found('dust-under-glaze'), dusty),
)
const THICK_GLAZE = cause(
  'thick-glaze',
  'the glaze lay too thick',
  `One coat or two seconds less; scratch through a test spot: about ${inMm(1.3)} of raw glaze is enough.`,
  either(found('glaze-runs', 'too-many-coats'), hurried),
)
const HASTE = cause(
  'haste',
  'coats went on before the last was matte and lifted it',
  'Wait until shiny turns matte; the bench counts it.',
  either(found('coat-before-matte'), hurried),
)
const FEW = cause(
  'few-coats',
  'too few coats to hide what is beneath',
  'Lay the coats that the plan asks for; pale colours want one more.',
  either(found('too-few-coats', 'glaze-too-thin'), fewer),
)
const CONE = cause(
  'cone',
  'it was fired outside the range of a material',
  'Fire in the range that all materials share, or choose others.',
  found('medium-outside-range', 'body-outside-range'),
)

/** Faults, what they look like, why they come and what to do. Common practice, no source. */
export const FAULT: Readonly<Record<Fault, FaultDefinition>> = {
  crawl: {
    name: 'Crawled',
    sign: 'the glaze drew back and left bald spots, often at rims',
    causes: [
      DUST,
      THICK_GLAZE,
      cause(
        'beneath',
        'a thick or dusty colour lay under it',
        'Fewer coats beneath, or a decoration firing before the glaze.',
        found('too-many-coats', 'line-too-thick'),
      ),
    ],
    tile: 'One tile, half wiped and half not, the same glaze over both.',
  },
  pinhole: {
    name: 'Pinholes',
    sign: 'fine holes to the clay',
    causes: [
      cause(
        'gas',
        'gas from the clay came through the glaze late',
        'A hotter or slower bisque, and a short hold at the top.',
        found('body-outside-range'),
      ),
      DUST,
      THICK_GLAZE,
    ],
    tile: 'The same glaze on tiles of two bisque firings.',
  },
  blister: {
    name: 'Blisters',
    sign: 'bubbles, burst or whole',
    causes: [
      cause(
        'thick-colour',
        'a colour lay so thick that it blistered',
        `Brush blobs out; more than ${BLISTERS_FROM_COATS} coats in one place are too many.`,
        found('too-many-coats', 'line-too-thick'),
      ),
      cause(
        'damp',
        'it was fired while damp or in one firing',
        'Dry it longer, or bisque it first.',
        found('fired-while-damp', 'glaze-on-greenware'),
      ),
      CONE,
    ],
    tile: 'One, two and four coats of the colour side by side under the same glaze.',
  },
  shiver: {
    name: 'Shivered',
    sign: 'the glaze flakes off edges in sharp slivers',
    causes: [
      cause(
        'alone',
        'a glaze that must not be used alone lay alone',
        'Layer it as its jar says.',
        found('glaze-alone'),
      ),
      cause('fit', 'the clay shrinks more than this glaze in cooling', 'Another glaze for this clay.', unknown),
    ],
    tile: 'The glaze alone and under another on a tile with a sharp edge of this clay.',
  },
  craze: {
    name: 'Crazed',
    sign: 'a net of fine cracks in the glaze',
    causes: [
      cause(
        'fit',
        'the glaze shrinks more than this clay in cooling',
        'Another clear for this clay; not for food.',
        unknown,
      ),
      THICK_GLAZE,
      CONE,
    ],
    tile: 'The glaze thin and thick on this clay; rub ink into it after a week.',
  },
  run: {
    name: 'Ran',
    sign: 'glaze flowed down and pooled',
    causes: [
      cause(
        'runny',
        'the glaze runs at this thickness',
        'Thinner near the foot; a waster slab beneath.',
        found('glaze-runs'),
      ),
      THICK_GLAZE,
      CONE,
    ],
    tile: 'A standing tile with one, two and three coats at the top.',
  },
  stuck: {
    name: 'Stuck to the shelf',
    sign: 'glaze or wash ran under the foot',
    causes: [
      cause(
        'foot',
        'glaze or thick wash was on the foot',
        `A bare foot and about ${inMm(BARE_FOOT_MM)} above it; wax helps.`,
        either(found('glaze-on-foot', 'wash-left-thick', 'slab-needed'), ({ steps }) =>
          isSkipped(steps, 'cleanFoot') ? 'The foot was to be wiped bare, and it was left out.' : null,
        ),
      ),
      cause('runny', 'the glaze ran', 'Thinner near the foot; a waster slab beneath.', found('glaze-runs')),
    ],
    tile: 'A standing tile of this glaze on a piece of waster slab.',
  },
  pale: {
    name: 'Pale',
    sign: 'the colour is weaker than planned, or the clay shows',
    causes: [
      FEW,
      cause(
        'watery',
        'the jar was not stirred or was let down',
        'Stir to the bottom; use it from the jar.',
        ({ steps }) =>
          steps.some((step) => isA(step, 'coating') && step.water > 0.2) ? 'A colour was let down with water.' : null,
      ),
      CONE,
    ],
    tile: 'One to four coats of the colour on this clay under this clear.',
  },
  streaky: {
    name: 'Streaky',
    sign: 'brush strokes show',
    causes: [
      FEW,
      HASTE,
      cause('one-way', 'all coats went one way', 'Cross the direction at each coat.', ({ steps }) =>
        steps.some((step) => isA(step, 'coating') && step.direction === 'oneWay' && step.coats > 1)
          ? 'A colour was laid in one direction only.'
          : null,
      ),
      cause(
        'thirsty',
        'the clay drank the colour at once',
        'Damp the piece evenly just before.',
        found('not-damped', 'hollows-stay-white'),
      ),
    ],
    tile: 'Two tiles with the same coats, one crossed and one not.',
  },
  smeared: {
    name: 'Smeared',
    sign: 'colour went where it should not be',
    causes: [
      cause(
        'dip',
        'unfixed colour floated off in the dip',
        'A decoration firing before the dip, or brush the clear on.',
        found('dip-over-unfixed-colour'),
      ),
      cause(
        'early',
        'it was wiped before it had set',
        'Let it set; wring the sponge.',
        either(
          found('wiped-too-early', 'swabbed-too-early', 'sponge-too-wet'),
          befell('tooEarly', 'It was noted as wiped too early.'),
        ),
      ),
      cause(
        'hand',
        'a hand smudged it',
        'Touch only what is matte; paper under the piece.',
        befell('smudged', 'It was noted as smudged.'),
      ),
      HASTE,
    ],
    tile: 'The line dipped raw, brushed over and fixed first, on one tile each.',
  },
  flaked: {
    name: 'Flaked',
    sign: 'colour or slip came off',
    causes: [
      cause(
        'too-dry',
        'slip went on clay that had stopped shrinking',
        'Slip on leather-hard clay only; underglaze from there on.',
        found('stage-harms-step', 'trailed-on-dry-skin'),
      ),
      cause('thick', 'it lay too thick', 'Fewer coats.', found('too-many-coats', 'line-too-thick')),
      cause('dust', 'dust lay under it', 'Brush crumbs off with a soft dry brush.', dusty),
    ],
    tile: 'The slip on leather-hard and on hard leather-hard clay.',
  },
  crack: {
    name: 'Cracked',
    sign: 'a crack in the clay',
    causes: [
      cause(
        'uneven',
        'it dried unevenly or too fast',
        'Cover the rim, dry it upside down, no hair dryer on one place.',
        either(found('dryer-firms-the-skin'), ({ piece }) =>
          piece.making.log.some((entry) => entry.kind === 'blow') ? 'It was dried with moving air.' : null,
        ),
      ),
      cause(
        'soaked',
        'a part was wetted again',
        'Little water on dry clay.',
        found('thin-part-soaks', 'clay-gets-wetter'),
      ),
      cause(
        'damp',
        'it was fired while damp',
        'Wait until it is no longer cool to the cheek.',
        found('fired-while-damp'),
      ),
    ],
    tile: 'None: look at where the crack starts, and at how that place dried.',
  },
  warp: {
    name: 'Warped',
    sign: 'it is no longer round or flat',
    causes: [
      cause(
        'handled',
        'it was moved or dried from one side while soft',
        'Turn it while it dries; move it on its board.',
        unknown,
      ),
      CONE,
    ],
    tile: 'A bar of this clay held up at both ends through the same firing.',
  },
  colour: {
    name: 'Other colour',
    sign: 'the colour is another than planned',
    causes: [
      cause(
        'jar',
        'another jar, or another batch',
        'One jar on the table at a time; a tile of each new batch.',
        either(otherJar, batches),
      ),
      CONE,
      cause(
        'optics',
        'the colour is known from a swatch or a guess only',
        'Measure what came out: it teaches the colour.',
        ({ steps, studio }) => {
          const guessed = steps.flatMap((step) =>
            'mediumId' in step && studio.media[step.mediumId] && studio.media[step.mediumId].knownBy !== 'tiles'
              ? [studio.media[step.mediumId].name]
              : [],
          )
          return guessed.length ? `No tile of ${guessed[0]} has been measured yet.` : null
        },
      ),
      FEW,
    ],
    tile: 'The colour in one to four coats on this clay, under this clear, at this cone.',
  },
}

/** A cause and whether this pot’s making shows it. */
export interface Suspect {
  readonly cause: Cause
  readonly evidence: string | null
}

/** Why a fault may have come, what is shown by the run first. */
export function suspects(fault: Fault, happened: WhatHappened): Suspect[] {
  return FAULT[fault].causes
    .map((one) => ({ cause: one, evidence: one.evidence(happened) }))
    .sort((a, b) => Number(b.evidence !== null) - Number(a.evidence !== null))
}
