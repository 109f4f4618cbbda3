import { hands } from '../pace'
import type { Stage } from '../../clay/stages'
import { good, harmful, stageRow, workable, type StageRow } from '../../clay/stageFit'
import type { SkinCompiler } from '../../skin/skinCompiler'
import { defineAct, type Family, type Trait } from '../actDefinition'
import type { StepTime } from '../stepTime'
import { DUST_CAUTION } from './phrases'

/* Acts of the hand that lay no colour and take no place: they have a stage, words and minutes. */

interface Handwork {
  readonly family: Family
  readonly word: string
  readonly hint: string
  readonly title: string
  readonly brief: string
  readonly detail: string
  readonly lookFor: string
  readonly doing: string
  readonly fit: StageRow
  readonly minutes: number
  readonly dusty?: readonly Stage[]
  readonly after?: (before: StepTime) => StepTime
  readonly compile?: (skin: SkinCompiler) => void
}

const handwork = <const A extends string, const Traits extends readonly Trait[]>(
  act: A,
  traits: Traits,
  of: Handwork,
) =>
  defineAct(
    act,
    {},
  )({
    family: of.family,
    traits,
    word: of.word,
    hint: of.hint,
    begin: () => ({}),
    title: () => of.title,
    brief: () => of.brief,
    kind: () => 'clean',
    bench: (_, { stage }) => ({
      detail: of.detail,
      lookFor: of.lookFor,
      caution: of.dusty?.includes(stage) ? DUST_CAUTION : '',
    }),
    fit: () => ({ doing: of.doing, fit: of.fit }),
    hands: () => hands('small', of.minutes),
    ...(of.after ? { after: of.after } : {}),
    compile: of.compile ?? (() => undefined),
  })

const cracks = harmful('dry clay cracks when it is tapped')

export const tapFlat = handwork('tapFlat', [], {
  family: 'Clean',
  word: 'Tap the base flat',
  hint: 'while it is soft enough, so that it stands without rocking',
  title: 'Tap the base flat',
  brief: 'on a flat board',
  detail: 'Tap the piece down on a flat board, then press the middle of the base in a little.',
  lookFor: 'it does not rock, and the middle stands free of the board',
  doing: 'Tapping the base',
  fit: stageRow(
    workable('wet clay goes out of shape'),
    good,
    good,
    harmful('the clay is too stiff and cracks at the foot'),
    cracks,
    harmful('bisque does not give, it chips'),
    harmful('bisque does not give, it chips'),
    harmful('a fired pot breaks'),
  ),
  minutes: 0.5,
})

export const sand = handwork('sand', [], {
  family: 'Clean',
  word: 'Sand and wipe',
  hint: 'rough places smooth, damp and without dust',
  title: 'Sand and wipe',
  brief: 'damp, fine pad',
  detail: 'Smooth rough places with a damp, fine pad, and wipe the slurry off with a clean sponge.',
  lookFor: 'nothing scratches a fingertip; no dust on a dark cloth',
  doing: 'Sanding',
  fit: stageRow(
    harmful('wet clay smears under a pad'),
    workable('soft clay smears; a finger does it better'),
    workable('a damp sponge does it better'),
    good,
    workable('dry clay makes dust: keep it damp, and wear a respirator'),
    workable('bisque makes hard dust: keep it wet, and let it dry again'),
    harmful('raw glaze rubs off'),
    workable('glass is sanded at the foot only, and wet'),
  ),
  minutes: 4,
  dusty: ['boneDry', 'bisque', 'fired'],
  compile: (skin) => {
    skin.dustOff()
  },
})

export const brushCrumbs = handwork('brushCrumbs', [], {
  family: 'Clean',
  word: 'Brush crumbs off',
  hint: 'after carving, with a soft dry brush',
  title: 'Brush crumbs off',
  brief: 'soft dry brush',
  detail: 'Tip the piece and brush the crumbs onto paper, then fold it. Never blow, and no fingers: they smear.',
  lookFor: 'clean lines; no burr that catches the brush',
  doing: 'Brushing crumbs off',
  fit: stageRow(
    harmful('wet crumbs smear into the surface'),
    workable('soft crumbs smear; let them dry a little'),
    good,
    good,
    good,
    good,
    workable('a brush takes raw glaze with it; tip the piece instead'),
    workable('there are no crumbs any more'),
  ),
  minutes: 1,
  dusty: ['boneDry', 'bisque', 'glazedRaw'],
  compile: (skin) => {
    skin.dustOff()
  },
})

export const practiceSlab = handwork('practiceSlab', [], {
  family: 'Mark out',
  word: 'Cut a practice slab',
  hint: 'of the same clay; it gets the same coats at the same time',
  title: 'Cut a practice slab',
  brief: 'the same clay',
  detail:
    'Cut a slab of the same clay as thick as the wall. Give it the same coats at the same time, and try each line on it.',
  lookFor: 'it lies where the piece lies, under the same cover',
  doing: 'Cutting a practice slab',
  fit: stageRow(
    good,
    good,
    workable('it is as dry as the piece only if it was cut with it'),
    workable('a fresh slab is wetter than the piece'),
    workable('a fresh slab is wetter than the piece'),
    workable('a bisqued slab must have been fired with it'),
    workable('a bisqued slab must have been fired with it'),
  ),
  minutes: 3,
})

export const boxIt = handwork('boxIt', [], {
  family: 'Dry',
  word: 'Box it',
  hint: 'into the damp box, to stay as it is',
  title: 'Into the damp box',
  brief: 'stays as dry as it is',
  detail: 'Close it into the damp box or a tight bag, on a board, with nothing touching it.',
  lookFor: 'no drop falls on it; it feels the same tomorrow',
  doing: 'Boxing',
  fit: stageRow(
    good,
    good,
    good,
    good,
    workable('dry clay takes water up again in a damp box'),
    workable('bisque need not be kept damp'),
    harmful('raw glaze softens in damp air'),
  ),
  minutes: 1,
  after: (before) => ({ ...before, cover: 'dampBox' }),
})

export const joinParts = handwork('joinParts', ['joining'], {
  family: 'Mark out',
  word: 'Join parts',
  hint: 'score, slip and press together: handles, spouts, lids’ knobs, ears, wings',
  title: 'Join parts',
  brief: 'score and slip',
  detail:
    'Score both joints through any colour on them, brush on slip of the same clay, press together until slip comes out all round, ' +
    'and draw the seam over. Cover them well: thin parts dry first.',
  lookFor: 'slip all round the joint and no gap; no colour left under it',
  doing: 'Joining parts',
  fit: stageRow(
    workable('wet clay bends out of shape'),
    good,
    good,
    workable('score deeply and damp both: stiff clay hardly takes'),
    harmful('a joint on dry clay cracks off'),
    harmful('nothing joins to bisque but glaze'),
    harmful('nothing joins to bisque but glaze'),
    harmful('nothing joins to fired clay'),
  ),
  minutes: 6,
})
