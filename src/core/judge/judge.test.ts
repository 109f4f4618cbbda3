import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { applyCommand } from '../model/command'
import type { Piece } from '../model/piece'
import { wholeOf, type Place, type Step, type StepContent } from '../model/step'
import * as build from '../model/stepBuilders'
import { PART } from '../form/parts'
import { buildForm } from '../form/buildForm'
import type { Caution } from '../model/material'
import type { Studio, Ways } from '../model/studio'
import { timeline } from '../model/timeline'
import type { Finding, Severity } from './finding'
import { judge, RULES } from './judge'
import { moveToStage } from './mends'
import { JudgedPlan } from './plan'
import { sharedCone } from './rules/fireRules'
import { coatsToCover } from './rules/coatRules'

/* Plans that make each mistake, and what its first mend does. Trade facts: common practice, no source. */

const studio = demoStudio()
const outside = (fromMm?: number, toMm?: number): Place => ({ parts: ['outside'], band: fromMm === undefined ? null : { fromMm, toMm: toMm ?? 2000 }, sectors: null })
const inside: Place = build.INSIDE

const leather: StepContent = { act: 'bring', to: 'leatherHard', cover: 'draped', blower: 'none' }
const dry: StepContent = { act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }
const coat = (mediumId: string, coats: number, over: object = {}): StepContent => ({ ...build.coat(mediumId, outside(12), coats), ...over }) as StepContent
const divide: StepContent = { act: 'divide', sectors: 12, upMm: 60 }
const carve = (over: object = {}, motif: object = {}): StepContent => ({ ...build.carve('narrowLoop', { ...build.motif('leaves', 12, 30, 50, 1.6, { variation: 0.3, seed: 1 }), ...motif }, 0.35), ...over }) as StepContent
const bisque: StepContent = build.fire('bisque', '04')
const wipe: StepContent = { act: 'wipeDust' }
const glaze = (place: Place, how: 'dip' | 'pour' | 'brush' = 'dip', mediumId = 'clear-gloss', more: object = {}): StepContent => build.glaze(mediumId, place, how, more)
const foot: StepContent = { act: 'cleanFoot', upMm: 6 }
const glost = (cone: '05' | '6' = '05'): StepContent => build.fire('glaze', cone)
const finish: StepContent[] = [bisque, wipe, glaze(inside, 'pour'), glaze(outside()), foot, glost()]

const planned = (contents: StepContent[], over: Partial<Piece> = {}): Piece => ({
  ...demoStudio().pieces['wax-beakers'], id: 'p', name: 'P', bodyId: 'chalk-white', use: 'food', ...over,
  steps: contents.map((content, i) => ({ ...content, id: `s${i + 1}`, done: false }) as Step),
})

/** The studio with one more warning on a jar. */
const warned = (jar?: Mistake['jar']): Studio => (jar ? { ...studio, media: { ...studio.media, [jar[0]]: { ...studio.media[jar[0]], cautions: [jar[1]] } } } : studio)

function findingsOf(piece: Piece, ways: Partial<Ways> = {}, jar?: Mistake['jar']): Finding[] {
  const result = judge(piece, { ...warned(jar), ways: { ...studio.ways, ...ways } })
  if (!result.ok) throw new Error(JSON.stringify(result.issue))
  return result.value
}

interface Mistake {
  readonly rule: string
  readonly what: string
  readonly steps: StepContent[]
  readonly severity: Severity
  readonly piece?: Partial<Piece>
  readonly ways?: Partial<Ways>
  /** A warning on a jar of the cupboard. */
  readonly jar?: readonly [mediumId: string, caution: Caution]
  /** Whether the first mend settles it. */
  readonly mends: boolean
}

const beaker = demoStudio().pieces['wax-beakers'].form
const beakerForm = buildForm(beaker)
if (!beakerForm.ok) throw new Error('the beaker does not build')
const withPart = (kind: 'handle' | 'lid', over: object = {}) => ({ form: { ...beaker, parts: [{ id: kind, kind, ...PART[kind].begins(beakerForm.value), ...over }] } })
const knot = build.motif('knot', 12, 40, 24, 1.8, { variation: 0 })
const incise = (depthMm = 0.8): StepContent => build.incise('narrowLoop', knot, depthMm)
const inlaid = (filling: StepContent, ...cleaning: StepContent[]): StepContent[] => [leather, divide, incise(), dry, bisque, wipe, filling, ...cleaning, build.fire('decoration', '04'), ...finish.slice(1)]
const fill = (waits = true): StepContent => build.fill('marsh-black', outside(), waits)
const sponge = (pressure: 'light' | 'firm' | 'hard' = 'firm', kind: 'wrung' | 'wet' = 'wrung'): StepContent => build.wipe(outside(), pressure, kind)
const washed = (place: Place, ...more: StepContent[]): StepContent[] => [dry, bisque, wipe, glaze(inside, 'pour'), build.coat('rust-wash', place, 1), ...more, foot, glost()]
const taped = (colour: StepContent, ...after: StepContent[]): StepContent[] => [leather, build.mask(outside(40, 50)), colour, ...after, dry, ...finish]

const MISTAKES: Mistake[] = [
  { rule: 'stage-harms-step', what: 'underglaze on wet clay', steps: [coat('marsh-black', 3), dry, ...finish], severity: 'ruin', mends: true },
  { rule: 'stage-harms-step', what: 'slip on bone-dry clay', steps: [dry, coat('peat-slip', 3), ...finish], severity: 'ruin', mends: true },
  { rule: 'stage-harms-step', what: 'slip on bisque', steps: [dry, bisque, coat('peat-slip', 3)], severity: 'ruin', mends: true },
  { rule: 'stage-harms-step', what: 'sgraffito at bone dry', steps: [leather, coat('marsh-black', 3), divide, dry, carve({ protection: 'dampAndRespirator' }), ...finish], severity: 'ruin', mends: true },
  { rule: 'stage-harms-step', what: 'sgraffito at bone dry, in a studio that does it with care', steps: [leather, coat('marsh-black', 3), divide, dry, carve({ protection: 'dampAndRespirator' }), ...finish], severity: 'risk', ways: { boneDrySgraffito: 'withCare' }, mends: true },
  { rule: 'stage-harms-step', what: 'carving soft clay', steps: [{ act: 'bring', to: 'softLeatherHard', cover: 'draped', blower: 'none' }, divide, carve(), leather, dry, ...finish], severity: 'note', mends: true },
  { rule: 'dryer-firms-the-skin', what: 'a hair dryer down to leather-hard', steps: [{ ...leather, blower: 'dryer' } as StepContent, coat('marsh-black', 3), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'dryer-firms-the-skin', what: 'a hair dryer down to bone dry', steps: [leather, coat('marsh-black', 3), { ...dry, blower: 'dryer' } as StepContent, ...finish], severity: 'ruin', mends: true },
  { rule: 'thin-part-soaks', what: 'three coats on a dry mug with a thin handle', steps: [dry, coat('marsh-black', 3), ...finish], piece: withPart('handle', { thickMm: 4 }), severity: 'risk', mends: true },
  { rule: 'thin-part-soaks', what: 'two coats on a dry mug with an ordinary handle', steps: [dry, coat('marsh-black', 3), ...finish], piece: withPart('handle', { thickMm: 8 }), severity: 'note', mends: true },
  { rule: 'clay-gets-wetter', what: 'bone dry back to leather-hard', steps: [dry, leather, coat('marsh-black', 3), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'fired-while-damp', what: 'bisque at leather-hard', steps: [leather, coat('marsh-black', 3), ...finish], severity: 'ruin', mends: true },
  { rule: 'dry-scraping', what: 'dry sgraffito without protection', steps: [leather, coat('marsh-black', 3), divide, dry, carve(), ...finish], severity: 'risk', mends: true },
  { rule: 'too-few-coats', what: 'one coat of pale colour on red clay', steps: [leather, coat('thrift-pink', 1), dry, ...finish], severity: 'risk', piece: { bodyId: 'estuary-red' }, mends: true },
  { rule: 'too-few-coats', what: 'two coats of yellow on a dark body', steps: [leather, coat('gorse-yellow', 2), dry, bisque], severity: 'risk', piece: { bodyId: 'peat-dark', use: 'display' }, mends: true },
  { rule: 'too-many-coats', what: 'eight coats', steps: [leather, coat('marsh-black', 8), dry, ...finish], severity: 'note', mends: true },
  { rule: 'too-many-coats', what: 'twenty coats', steps: [leather, coat('marsh-black', 20), dry, ...finish], severity: 'ruin', mends: true },
  { rule: 'coat-before-matte', what: 'three coats without waiting', steps: [leather, coat('marsh-black', 3, { waits: false }), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'wax-not-dry', what: 'colour over tacky wax', steps: [leather, build.wax(outside(30, 50), null, false), coat('marsh-black', 3), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'underglaze-on-foot', what: 'colour on the base in a bare-foot studio', steps: [leather, coat('marsh-black', 3, { place: wholeOf('base', 'outside') }), dry, bisque], severity: 'note', ways: { foot: 'bare' }, piece: { use: 'display' }, mends: false },
  { rule: 'contrast-low', what: 'black carved on a dark body', steps: [leather, coat('marsh-black', 3), divide, carve(), dry, bisque], severity: 'risk', piece: { bodyId: 'peat-dark', use: 'display' }, mends: true },
  { rule: 'carved-too-deep', what: 'a cut of a millimetre and a half', steps: [leather, coat('marsh-black', 3), divide, carve({ depthMm: 1.2 }), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'carved-too-deep', what: 'a cut half through the wall', steps: [leather, coat('marsh-black', 3), divide, carve({ depthMm: 2.5 }), dry, ...finish], severity: 'ruin', mends: true },
  { rule: 'carved-too-shallow', what: 'a cut that stays in the slip', steps: [leather, coat('peat-slip', 3), divide, carve({ depthMm: 0.1 }), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'line-too-thin', what: 'hair lines', steps: [leather, coat('marsh-black', 3), divide, carve({}, { lineMm: 0.4 }), dry, ...finish], severity: 'note', mends: true },
  { rule: 'motif-off-the-wall', what: 'a motif taller than the wall', steps: [leather, coat('marsh-black', 3), divide, carve({}, { heightMm: 160 }), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'repeats-not-marked-out', what: 'twelve repeats by eye', steps: [leather, coat('marsh-black', 3), carve(), dry, ...finish], severity: 'note', mends: true },
  { rule: 'repeats-not-marked-out', what: 'twelve repeats on ten sectors', steps: [leather, coat('marsh-black', 3), { ...divide, sectors: 10 } as StepContent, carve(), dry, ...finish], severity: 'note', mends: true },
  { rule: 'glaze-on-greenware', what: 'glaze before the bisque', steps: [dry, glaze(outside()), bisque, wipe, glaze(inside, 'pour'), foot, glost()], severity: 'ruin', mends: true },
  { rule: 'glaze-on-greenware', what: 'glaze on dry clay in a once-firing studio', steps: [dry, glaze(inside, 'pour'), glaze(outside()), foot, glost()], severity: 'note', ways: { firings: 'onceFired' }, mends: false },
  { rule: 'glaze-on-foot', what: 'a dip with nothing wiped', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(wholeOf('outside', 'base')), glost()], severity: 'ruin', mends: true },
  { rule: 'glaze-on-foot', what: 'only 3 mm wiped', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside()), { act: 'cleanFoot', upMm: 3 }, glost()], severity: 'ruin', mends: true },
  { rule: 'glaze-on-foot', what: 'wiped before the dip', steps: [dry, bisque, wipe, glaze(inside, 'pour'), foot, glaze(outside()), glost()], severity: 'ruin', mends: true },
  { rule: 'food-surface-not-sealed', what: 'a bare inside for food', steps: [dry, bisque, wipe, glaze(outside()), foot, glost()], severity: 'ruin', mends: true },
  { rule: 'food-surface-not-sealed', what: 'a bare inside for water', steps: [dry, bisque, wipe, glaze(outside()), foot, glost()], severity: 'risk', piece: { use: 'water' }, mends: true },
  { rule: 'inside-left-open', what: 'a bare inside to look at', steps: [dry, bisque, wipe, glaze(outside()), foot, glost()], severity: 'note', piece: { use: 'display' }, mends: true },
  { rule: 'glaze-not-for-food', what: 'an unlabelled glaze inside', steps: [dry, bisque, wipe, glaze(inside, 'pour', 'amber'), glaze(outside()), foot, glost()], severity: 'risk', mends: true },
  { rule: 'dip-over-unfixed-colour', what: 'a dip over colour on bisque', steps: [dry, bisque, wipe, coat('marsh-black', 3), glaze(inside, 'pour'), glaze(outside()), foot, glost()], severity: 'risk', mends: true },
  { rule: 'dip-over-unfixed-colour', what: 'the same, in a studio that brushes', steps: [dry, bisque, wipe, coat('marsh-black', 3), glaze(inside, 'pour'), glaze(outside()), foot, glost()], severity: 'risk', ways: { beforeDip: 'brushTheClear' }, mends: true },
  { rule: 'outside-before-inside', what: 'outside first', steps: [dry, bisque, wipe, glaze(outside()), glaze(inside, 'pour'), foot, glost()], severity: 'note', mends: true },
  { rule: 'outside-before-inside', what: 'inside first where drips are meant', steps: [dry, ...finish], severity: 'note', ways: { firstGlaze: 'outside' }, mends: true },
  { rule: 'dust-under-glaze', what: 'glaze on dusty bisque', steps: [dry, bisque, glaze(inside, 'pour'), glaze(outside()), foot, glost()], severity: 'risk', mends: true },
  { rule: 'medium-outside-range', what: 'a fugitive red at stoneware heat', steps: [leather, coat('berry-red', 3), dry, { ...bisque, cone: '05' } as StepContent, wipe, glaze(inside, 'pour', 'clear-stoneware'), glaze(outside(), 'dip', 'clear-stoneware'), foot, glost('6')], severity: 'risk', piece: { bodyId: 'dune-buff' }, mends: true },
  { rule: 'medium-outside-range', what: 'an earthenware glaze at stoneware heat', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside()), foot, glost('6')], severity: 'ruin', piece: { bodyId: 'dune-buff' }, mends: true },
  { rule: 'body-outside-range', what: 'earthenware fired to stoneware', steps: [dry, bisque, wipe, glaze(inside, 'pour', 'clear-stoneware'), glaze(outside(), 'dip', 'clear-stoneware'), foot, glost('6')], severity: 'ruin', mends: true },
  { rule: 'body-outside-range', what: 'stoneware fired as earthenware', steps: [dry, bisque, wipe, ...finish.slice(2)], severity: 'risk', piece: { bodyId: 'dune-buff' }, mends: true },
  { rule: 'stage-harms-step', what: 'texture pressed into dry clay', steps: [dry, build.impress('cloth', outside()), ...finish], severity: 'ruin', mends: true },
  { rule: 'stage-harms-step', what: 'slip inlaid on bisque', steps: [leather, divide, incise(), dry, bisque, build.fill('peat-slip', outside()), sponge(), ...finish.slice(1)], severity: 'ruin', mends: true },
  { rule: 'dry-scraping', what: 'dry incising without protection', steps: [dry, divide, incise(), ...finish], severity: 'risk', mends: true },
  { rule: 'fill-without-groove', what: 'a filling on a smooth wall', steps: [dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)], severity: 'risk', mends: true },
  { rule: 'groove-too-shallow', what: 'lines a quarter of a millimetre deep', steps: [leather, divide, incise(0.25), dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)], severity: 'risk', mends: true },
  { rule: 'fill-not-cleaned', what: 'a filling that nobody wipes', steps: inlaid(fill()), severity: 'risk', mends: true },
  { rule: 'wiped-too-early', what: 'a filling wiped before it has set', steps: inlaid(fill(false), sponge()), severity: 'risk', mends: true },
  { rule: 'sponge-too-wet', what: 'a dripping sponge', steps: inlaid(fill(), sponge('firm', 'wet')), severity: 'risk', mends: true },
  { rule: 'wiped-too-hard', what: 'a hard rub', steps: inlaid(fill(), sponge('hard')), severity: 'risk', mends: true },
  { rule: 'wash-left-thick', what: 'a wash that is not wiped back', steps: washed(outside()), severity: 'risk', mends: true },
  { rule: 'wash-left-thick', what: 'a thick wash under the foot', steps: washed(wholeOf('outside', 'base')), severity: 'ruin', mends: true },
  { rule: 'wash-before-clear', what: 'a wash before the inside is poured', steps: [dry, bisque, wipe, build.coat('rust-wash', outside(), 1), sponge(), glaze(inside, 'pour'), foot, glost()], severity: 'note', mends: true },
  { rule: 'texture-reads-as-one', what: 'one colour all over a texture', steps: [build.impress('cloth', outside()), dry, bisque, wipe, coat('shell-white', 3), ...finish.slice(2)], severity: 'risk', mends: true },
  { rule: 'texture-reads-as-one', what: 'pale below and dark above', steps: [build.impress('dimples', outside(), 1), dry, bisque, wipe, coat('marsh-black', 3, { applicator: 'sponge' }), ...finish.slice(2)], severity: 'note', mends: true },
  { rule: 'glaze-over-the-fence', what: 'two glazes over a filled line', steps: [leather, divide, incise(), dry, bisque, wipe, fill(), sponge(), build.fire('decoration', '04'), wipe, glaze(inside, 'pour'), glaze(outside(), 'brush', 'opaque-white'), glaze(outside(40, 60), 'brush', 'amber', { coats: 1 }), foot, glost()], severity: 'risk', mends: true },
  { rule: 'trailed-on-dry-skin', what: 'slip trailed on an undamped wall', steps: [leather, divide, build.draw('chalk-slip', knot, 'trailer', { damped: false }), dry, ...finish], severity: 'risk', piece: { bodyId: 'estuary-red' }, mends: true },
  { rule: 'tape-pulled-wet', what: 'tape pulled from wet colour', steps: taped(coat('marsh-black', 1, { waits: false }), build.peel()), severity: 'risk', mends: true },
  { rule: 'tape-left-on', what: 'tape left on into the bisque', steps: taped(coat('marsh-black', 3)), severity: 'risk', mends: true },
  { rule: 'beads-on-wax', what: 'beads nobody lifts', steps: [leather, build.wax(outside(30, 50)), coat('marsh-black', 3), dry, ...finish], severity: 'note', mends: true },
  { rule: 'glaze-runs', what: 'two dips over one another', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside()), glaze(outside(), 'dip', 'amber'), foot, glost()], severity: 'risk', mends: true },
  { rule: 'slab-needed', what: 'drips without a slab', steps: [dry, bisque, wipe, glaze(outside()), glaze(inside, 'pour', 'clear-gloss', { drips: true }), foot, glost()], severity: 'note', mends: true },
  { rule: 'glaze-on-lid-seat', what: 'glaze on the rim under a lid', steps: [dry, ...finish], severity: 'ruin', piece: withPart('lid'), mends: true },
  { rule: 'thin-part-soaks', what: 'two coats on a dry thin handle', steps: [dry, coat('marsh-black', 2), bisque, ...finish.slice(1)], severity: 'note', piece: withPart('handle', { thickMm: 5 }), mends: false },
  { rule: 'thin-part-soaks', what: 'three coats on a dry handle of 3 mm', steps: [dry, coat('marsh-black', 3), bisque, ...finish.slice(1)], severity: 'risk', piece: withPart('handle', { thickMm: 3 }), mends: false },
  { rule: 'hidden-by-a-part', what: 'a leaf under the handle', steps: [leather, coat('marsh-black', 3), divide, carve({}, { startDeg: 75, heightMm: 24 }), dry, ...finish], severity: 'note', piece: withPart('handle', { widthMm: 12 }), mends: true },
  { rule: 'motif-off-the-wall', what: 'three rows taller than the wall', steps: [leather, coat('marsh-black', 3), divide, carve({}, { rows: 3 }), dry, ...finish], severity: 'risk', mends: true },
  { rule: 'too-few-coats', what: 'three coats thinned to half', steps: [leather, coat('shell-white', 3, { water: 0.5 }), dry, ...finish], severity: 'risk', piece: { bodyId: 'estuary-red' }, mends: true },
  { rule: 'glaze-alone', what: 'a glaze whose jar says not alone, alone', steps: [leather, coat('marsh-black', 3), dry, ...finish], severity: 'risk', jar: ['clear-gloss', 'notAlone'], mends: false },
  { rule: 'glaze-alone', what: 'amber that must not be alone, outside', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside(), 'dip', 'amber'), foot, glost()], piece: { use: 'display' }, severity: 'risk', jar: ['amber', 'notAlone'], mends: true },
  { rule: 'slab-needed', what: 'a glaze whose jar says it runs, without a slab', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside(), 'dip', 'amber'), foot, glost()], severity: 'risk', jar: ['amber', 'runs'], mends: true },
  { rule: 'raw-materials-on-food', what: 'a colour with manganese on the rim of something for food', steps: [leather, build.coat('marsh-black', { parts: ['outside', 'rim'], band: null, sectors: null }, 3), dry, ...finish], severity: 'note', jar: ['marsh-black', 'containsManganese'], mends: false },
  { rule: 'not-fired-at-the-end', what: 'no firing at all', steps: [leather, coat('marsh-black', 3), dry], severity: 'risk', mends: false },
  { rule: 'not-fired-at-the-end', what: 'glaze left raw', steps: [dry, bisque, wipe, glaze(inside, 'pour'), glaze(outside()), foot], severity: 'risk', mends: true },
]

describe('the judge', () => {
  it.each(MISTAKES.map((m) => [m.rule, m.what, m] as const))('%s sees %s', (_, __, { rule, steps, severity, piece, ways, jar }) => {
    const finding = findingsOf(planned(steps, piece), ways, jar).find((f) => f.ruleId === rule)
    expect(finding?.severity).toBe(severity)
    expect(finding?.sentence).toMatch(/\.$/)
    expect(finding?.because).toMatch(/\.$/)
    expect(finding?.where.length).toBeGreaterThan(0)
  })

  it.each(MISTAKES.filter((m) => m.mends).map((m) => [m.rule, m.what, m] as const))('the first mend of %s settles %s', (_, __, { rule, steps, piece, ways, jar }) => {
    const before = planned(steps, piece)
    const finding = findingsOf(before, ways, jar).find((f) => f.ruleId === rule)
    const command = finding?.mends[0]?.command
    if (!command) throw new Error('no mend was offered')
    const applied = applyCommand({ ...studio, pieces: { p: before }, order: ['p'] } as Studio, command)
    if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
    const after = findingsOf(applied.value.studio.pieces.p, ways, jar).filter((f) => f.ruleId === rule && f.stepId === finding?.stepId)
    expect(after.filter((f) => f.severity === finding?.severity)).toEqual([])
  })

  it('every rule is made to speak by one of these plans, and has a name and a guard', () => {
    expect(new Set(MISTAKES.map((m) => m.rule))).toEqual(new Set(RULES.map((r) => r.id)))
    expect(RULES.length).toBeGreaterThanOrEqual(15)
    for (const rule of RULES) expect(rule.guards.length).toBeGreaterThan(5)
  })

  it('a sound plan has nothing to settle', () => {
    expect(findingsOf(planned([leather, coat('marsh-black', 3), divide, carve(), dry, ...finish]))).toEqual([])
    expect(findingsOf(studio.pieces['reed-jugs'])).toEqual([])
  })

  it('puts the worst first', () => {
    const order = findingsOf(planned([coat('marsh-black', 1), carve({ depthMm: 2.5 }), glaze(outside())])).map((f) => f.severity)
    expect(order).toEqual([...order].sort((a, b) => ['ruin', 'risk', 'note'].indexOf(a) - ['ruin', 'risk', 'note'].indexOf(b)))
    expect(order[0]).toBe('ruin')
  })

  it('says nothing about an empty plan', () => {
    expect(findingsOf(planned([]))).toEqual([])
  })

  it('counts the coats from the simulated opacity: one black covers a dark body, four yellows are needed', () => {
    const needed = (mediumId: string) => findingsOf(planned([leather, coat(mediumId, 1), dry, bisque], { bodyId: 'peat-dark', use: 'display' })).find((f) => f.ruleId === 'too-few-coats')?.mends[0].label
    expect(needed('marsh-black')).toBeUndefined()
    expect(needed('gorse-yellow')).toBe('Give it 4 coats')
    expect(coatsToCover([50, 9, 4, 2, 1])).toBe(3)
    expect(coatsToCover([50, 30, 20])).toBe(8)
  })

  it('where the jar says how many coats, that is what is asked, by each applicator', () => {
    const blue = studio.media['tide-blue']
    const jarOf = (coats: typeof blue.coats) => ({ ...studio, media: { ...studio.media, 'tide-blue': { ...blue, coats } } })
    const asked = (applicator: 'brush' | 'bottle', coats: typeof blue.coats) => {
      const result = judge(planned([leather, coat('tide-blue', 1, { applicator }), dry, ...finish]), jarOf(coats))
      return result.ok ? result.value.find((f) => f.ruleId === 'too-few-coats')?.mends[0].label : 'no judgement'
    }
    expect(asked('brush', { brush: 5 })).toBe('Give it 5 coats')
    expect(asked('brush', { bottle: 5 })).toBe(asked('brush', {}))
    expect(asked('bottle', {})).toBeUndefined()
    expect(asked('bottle', { bottle: 2 })).toBe('Give it 2 coats')
  })

  it('a blush is thin on purpose', () => {
    expect(findingsOf(planned([leather, coat('thrift-pink', 1, { intent: 'blush' }), dry, ...finish])).filter((f) => f.ruleId === 'too-few-coats')).toEqual([])
  })

  it('shares a cone between ranges, nearest to what was wanted', () => {
    expect(sharedCone([{ from: '5', to: '6' }, { from: '5½', to: '8' }], '10')).toBe('6')
    expect(sharedCone([{ from: '06', to: '04' }, { from: '5', to: '6' }], '05')).toBeNull()
  })

  it('moves a step to a stage that the plan passes, adding the stop', () => {
    const piece = planned([dry, coat('peat-slip', 2), bisque])
    const plan = JudgedPlan.of(piece, studio)
    if (!plan.ok) throw new Error('no plan')
    const mend = moveToStage(plan.value, piece.steps[1], 'leatherHard', 'Move')
    const applied = applyCommand({ ...studio, pieces: { p: piece }, order: ['p'] }, mend?.command ?? { type: 'studio.rename', name: '' })
    if (!applied.ok) throw new Error('the mend failed')
    const { steps } = applied.value.studio.pieces.p
    const at = steps.findIndex((s) => s.act === 'coat')
    expect(timeline(steps)[at].stage).toBe('leatherHard')
    expect(moveToStage(plan.value, piece.steps[1], 'fired', 'Move')).toBeNull()
  })

  it('refuses a form that cannot be built', () => {
    const piece = planned([])
    expect(judge({ ...piece, form: { ...piece.form, sizes: { ...piece.form.sizes, wallMm: 50 } } }, studio).ok).toBe(false)
  })
})
