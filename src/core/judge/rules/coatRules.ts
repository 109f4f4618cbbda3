import { counted, plural } from '../../base/words'
import { coatsToGive } from '../../colour/cover'
import { differenceInFull } from '../../colour/differenceWords'
import { isBath, sprays } from '../../plan/localStage'
import { isA, isFiring, type Step, type StepContent, type StepOf } from '../../plan/step'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { LINER } from '../../vocabulary/tools'
import { type Coverage, coverageAt, coverageOfMarks } from '../coverage'
import { addStep, changeStep, keepOff } from '../mends'
import { meetOnSkin } from '../stepStretches'
import type { RuleHit } from '../finding'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'
import { standsOn } from '../standsOn'
import type { ProbePoint } from '../../skin/probe'
import type { Place } from '../../vocabulary/place'
import { BLISTERS_FROM_COATS } from '../../vocabulary/films'

/** Steps that lay colour in coats. */
type Colouring = StepOf<'coat'> | StepOf<'draw'> | StepOf<'colourIn'>

interface JudgedCoat {
  readonly step: Colouring
  readonly index: number
  readonly name: string
  readonly coverage: Coverage
  /** Coats of it that lie on one another there, those that a later step lays on among them. */
  readonly laid: number
  /** Nominal coats that these come to with this applicator and water. */
  readonly worth: number
}

/** What must be alike for coats of two steps to be coats of one colour. */
function alike(step: Colouring): string {
  const { id: _, done: __, coats: ___, mishap: ____, ...rest } = step
  if (!isA(step, 'coating')) return JSON.stringify(rest)
  const { mediumId, mix, water, applicator, place, intent, blend, spray } = step
  return JSON.stringify([mediumId, mix, water, applicator, place, intent, blend, spray])
}

const coverageOf = (plan: JudgedPlan, index: number, step: Colouring): Coverage | null =>
  isA(step, 'coating') ? coverageAt(plan, index, step) : coverageOfMarks(plan, index, step)

/** Coats of the plan; those of a step that goes on where an earlier one left off, before any fire, count with the earlier. */
function coats(plan: JudgedPlan): JudgedCoat[] {
  const judged = new Map<string, JudgedCoat>()
  let fires = 0
  plan.steps.forEach((step, index) => {
    if (isFiring(step)) fires++
    if (!isA(step, 'colour film')) return
    const key = `${fires} ${alike(step)}`
    const before = judged.get(key)
    const coverage = before?.coverage ?? coverageOf(plan, index, step)
    if (!coverage) return
    const laid = (before?.laid ?? 0) + step.coats
    const own = { step, index, name: plan.media[coverage.medium].name, coverage, laid, worth: laid * coverage.each }
    judged.set(key, before ? { ...own, step: before.step, index: before.index } : own)
  })
  return [...judged.values()]
}

/** A mark reads before it is opaque: so much of full cover is enough [our choice]. */
const MARKS_SHARE = 0.6

/** Whether coats are too few to be seen as meant. */
const isThin = ({ step, worth, coverage: { needed } }: JudgedCoat): boolean =>
  isA(step, 'coating')
    ? step.intent === 'cover' && worth < needed - 0.5
    : isA(step, 'lining')
      ? worth < needed * MARKS_SHARE
      : worth < needed - 0.5

/** Nominal coats that hide the sheen of burnished clay. Common practice, no source: usually more than once. */
const BURNISH_COATS = 2

/** Steps that lay something wet over what is there. */
const isLaidWet = (step: Step): boolean => isA(step, 'wet film')

export const coatRules: readonly Rule[] = [
  {
    id: 'too-few-coats',
    description: 'enough coats to cover, computed for this medium on what lies beneath',
    school: null,
    severity: 'risk',
    check: (plan) =>
      coats(plan)
        .filter(isThin)
        .map(({ step, index, name, laid, coverage: { cover, toGive, under, over }, worth }) => ({
          stepId: step.id,
          where: `step ${index + 1}`,
          sentence:
            `${counted(laid, 'coat', 'coats')} of ${name} ${plural(laid, 'fires', 'fire')} thin and streaked; ` +
            `${toGive} cover here.`,
          because:
            `What lies under ${plural(laid, 'it', 'them')}, ` +
            `${under.films.length ? plan.media[under.films[under.films.length - 1].medium].name : plan.body.name}, ` +
            `shows through${over.length ? ' the clear' : ''}, ${differenceInFull(cover.fromOpaque(worth))}; ` +
            'raw it already looks finished.',
          mends: [
            changeStep(plan, `Give it ${counted(toGive, 'coat', 'coats')}`, step.id, {
              coats: toGive - laid + step.coats,
            }),
            ...(isA(step, 'coating') ? [changeStep(plan, 'Keep it as a blush', step.id, { intent: 'blush' })] : []),
          ],
        })),
  },
  {
    id: 'too-many-coats',
    description: 'no more coats than help',
    school: null,
    severity: 'note',
    check: (plan) =>
      coats(plan).flatMap(({ step, index, name, laid, coverage: { needed, each }, worth }) => {
        const blisters = worth > BLISTERS_FROM_COATS
        const usual = coatsToGive(Math.max(3, needed), each)
        if (!blisters && (worth < Math.max(3, needed) + 3 || usual >= laid)) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: blisters ? ('ruin' as const) : ('note' as const),
            sentence: blisters
              ? `${laid} coats of ${name} are so thick that they blister or flake off in the bisque.`
              : `${laid} coats of ${name}: ${usual} already cover, the rest only costs time.`,
            because: blisters
              ? 'A very thick film shrinks and lets go of the clay.'
              : 'Once a colour covers, another coat changes nothing that an eye can see.',
            mends: [
              changeStep(plan, `Give it ${counted(usual, 'coat', 'coats')}`, step.id, {
                coats: Math.max(1, usual - laid + step.coats),
              }),
            ],
          },
        ]
      }),
  },
  {
    id: 'line-too-thick',
    description: 'lines and dabs no thicker than they can hold',
    school: null,
    severity: 'ruin',
    check: (plan) =>
      plan.of('lining').flatMap(({ step, index }): RuleHit[] => {
        const medium = plan.medium(step.mediumId)
        const worth = step.coats * LINER[step.liner].gain
        if (!medium || !kindOrPlain(medium.kind).blisters || worth <= BLISTERS_FROM_COATS) return []
        const usual = Math.max(1, Math.floor(BLISTERS_FROM_COATS / LINER[step.liner].gain))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `Lines of ${medium.name} as thick as ${Math.round(worth)} brushed coats blister or flake off in the fire.`,
            because: 'A blob shrinks and lets go of the clay; draw it thinner, or trail it with slip.',
            mends: [changeStep(plan, `Draw it with ${counted(usual, 'coat', 'coats')}`, step.id, { coats: usual })],
          },
        ]
      }),
  },
  {
    id: 'burnish-shines-through',
    description: 'colour over burnished clay until no highlight shows through',
    school: null,
    severity: 'risk',
    check: (plan) =>
      coats(plan).flatMap((judged): RuleHit[] => {
        const { step, index, name, laid, worth, coverage } = judged
        if (!isA(step, 'coating') || step.intent !== 'cover' || isThin(judged) || worth >= BURNISH_COATS - 0.2)
          return []
        if (!coverage.under.burnished || coverage.under.films.length > 0) return []
        const enough = coatsToGive(BURNISH_COATS, coverage.each)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${counted(laid, 'coat', 'coats')} of ${name} over burnished clay: its sheen still shines through.`,
            because:
              'Tilt it to the light: while a highlight runs across, it wants another coat, usually more than one.',
            mends: [
              changeStep(plan, `Give it ${counted(enough, 'coat', 'coats')}`, step.id, {
                coats: enough - laid + step.coats,
              }),
            ],
          },
        ]
      }),
  },
  {
    id: 'coat-before-matte',
    description: 'each coat is matte before the next',
    school: null,
    severity: 'risk',
    check: (plan) =>
      [...plan.of('coating'), ...plan.of('glazing'), ...plan.of('lining'), ...plan.of('area colouring')].flatMap(
        ({ step, index }) => {
          if (step.waits) return []
          const next = plan.steps[index + 1]
          const overlaps = next !== undefined && isLaidWet(next) && meetOnSkin(plan, step, next)
          const inItself = step.coats > 1 && !isBath(step)
          if (!inItself && !overlaps) return []
          const name = plan.medium(step.mediumId)?.name ?? 'the colour'
          return [
            {
              stepId: step.id,
              where: `step ${index + 1}`,
              sentence: sprays(step)
                ? `The next pass of ${name} lands where the last still shines, and runs down.`
                : `The next coat goes over ${name} while it still shines, and takes it off instead of adding to it.`,
              because: 'A coat holds only once the shine is gone and it can be touched without smearing.',
              mends: [changeStep(plan, 'Wait until matte', step.id, { waits: true })],
            },
          ]
        },
      ),
  },
  {
    id: 'smudged',
    description: 'what is wet is not touched',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.steps.flatMap((step, index): RuleHit[] => {
        if (step.mishap !== 'smudged' || !('mediumId' in step)) return []
        const again = plan.steps
          .slice(index + 1)
          .some((later) => 'mediumId' in later && later.mediumId === step.mediumId && meetOnSkin(plan, later, step))
        if (again) return []
        const name = plan.medium(step.mediumId)?.name ?? 'the colour'
        const { id: _id, done: _done, mishap: _mishap, ...content } = step
        const once = 'coats' in content ? { ...content, coats: 1 } : content
        // One more coat of glaze all over would be too much: where it is thin a dab is enough, and it melts together.
        const melts = kindOrPlain(plan.medium(step.mediumId)?.kind).melts === 'glass'
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: melts ? 'note' : 'risk',
            sentence: `A hand smudged ${name}: in places it is thin or gone, and fires so.`,
            because: 'What is under it shows there; touch it up once it is matte, or leave it if it is small.',
            mends: melts ? [] : [addStep(plan, 'Go over it once more', index + 1, once as StepContent)],
          },
        ]
      }),
  },
  {
    id: 'wax-not-dry',
    description: 'wax is dry before anything goes over it',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('waxing').flatMap(({ step, index }) => {
        const over = plan.steps
          .slice(index + 1)
          .find((later) => isA(later, 'firing') || (isLaidWet(later) && meetOnSkin(plan, step, later)))
        if (step.waits || !over || isA(over, 'firing')) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'Colour goes over wax that is still tacky, sticks to it and blurs the edge.',
            because: 'Wax repels only once it is fully dry.',
            mends: [changeStep(plan, 'Let the wax dry first', step.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'underglaze-on-foot',
    description: 'the foot as this studio wants it',
    school: 'foot',
    severity: 'note',
    check: (plan) => {
      if (plan.ways.foot !== 'bare') return []
      const colourAt = (spot: ProbePoint) =>
        plan.finalStack(spot).films.find((f) => plan.media[f.medium].kind === 'underglaze')
      const standing = standsOn(plan).find(({ spot }) => colourAt(spot))
      const film = standing && colourAt(standing.spot)
      if (!film) return []
      const { on } = standing.spot
      const laidOn = ({ parts, on: zones }: Place) =>
        zones?.length ? zones.some((zone) => zone.startsWith(`${on}/`)) : parts.includes('base')
      const step = plan.of('coating').find((c) => laidOn(c.step.place))?.step
      return [
        {
          stepId: step?.id ?? null,
          where: standing.name,
          sentence: `${plan.media[film.medium].name} reaches the foot, and this studio keeps feet bare until tested.`,
          because: 'Most underglazes do not melt; some do at the top of their range.',
          mends: step && !step.place.on?.length ? keepOff(plan, 'Keep it off the base', step, ['base']) : [],
        },
      ]
    },
  },
]
