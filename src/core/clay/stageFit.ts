import { STAGES, type Stage } from './stages'

/** What hands do to clay, as far as dryness decides whether it works. */
export const TECHNIQUES = [
  'underglaze',
  'slip',
  'trail',
  'wash',
  'opaque',
  'burnish',
  'sgraffito',
  'incise',
  'impress',
  'fill',
  'slipInlay',
  'wipe',
  'scrape',
  'wax',
  'swab',
  'mask',
  'peel',
  'glaze',
  'pick',
  'divide',
  'wipeDust',
  'cleanFoot',
] as const

export type Technique = (typeof TECHNIQUES)[number]

/** good: the usual time · workable: done by some, with care · harmful: it goes wrong, and `because` says how. */
export type StageFit =
  | { readonly fit: 'good' }
  | { readonly fit: 'workable'; readonly because: string }
  | { readonly fit: 'harmful'; readonly because: string }

const good: StageFit = { fit: 'good' }
const workable = (because: string): StageFit => ({ fit: 'workable', because })
const harmful = (because: string): StageFit => ({ fit: 'harmful', because })
const afterFiring = harmful('nothing holds on fired glass; it is too late for this')

/** A row of the table in the order of the stages. */
const row = (...fits: StageFit[]): Readonly<Record<Stage, StageFit>> =>
  Object.fromEntries(STAGES.map((stage, i) => [stage, fits[i] ?? afterFiring])) as Record<Stage, StageFit>

/** Technique by stage. Common practice, no source. */
export const STAGE_FIT: Readonly<Record<Technique, Readonly<Record<Stage, StageFit>>>> = {
  underglaze: {
    wet: harmful('on wet clay the colour drags and smears and the body shows through'),
    softLeatherHard: workable('a second coat lifts the first while the clay is this soft'),
    leatherHard: good,
    hardLeatherHard: good,
    boneDry: good,
    bisque: good,
    glazedRaw: workable('colour over raw glaze only stays if the brush hardly touches it'),
    fired: afterFiring,
  },
  slip: {
    wet: workable('on wet clay slip drags the surface and leaves it soft for days'),
    softLeatherHard: good,
    leatherHard: good,
    hardLeatherHard: workable('the clay has nearly done shrinking; thick slip lifts'),
    boneDry: harmful('slip still has to shrink and dry clay does not, so it flakes off'),
    bisque: harmful('slip shrinks on a body that no longer does, so it flakes off'),
    glazedRaw: harmful('slip shrinks and drags the raw glaze off'),
    fired: afterFiring,
  },
  sgraffito: {
    wet: harmful('lines cut in wet clay tear and close again'),
    softLeatherHard: workable('soft clay throws up burrs and fine lines tear'),
    leatherHard: good,
    hardLeatherHard: good,
    boneDry: harmful('dry clay scratches to dust and chips, and the dust holds silica'),
    bisque: harmful('bisque does not carve; it chips'),
    glazedRaw: good,
    fired: afterFiring,
  },
  trail: row(
    workable('on wet clay a trailed line sinks and spreads'),
    good,
    good,
    workable('the clay has nearly done shrinking; a thick line lifts'),
    harmful('a trailed line still has to shrink and dry clay does not, so it flakes off'),
    harmful('a trailed line shrinks on a body that no longer does, so it flakes off'),
    harmful('slip shrinks and drags the raw glaze off'),
  ),
  wash: row(
    harmful('a wash runs and stays wet on wet clay'),
    harmful('soft clay smears when the wash is wiped'),
    workable('wiping leather-hard clay softens its texture'),
    workable('wiping leather-hard clay softens its texture'),
    workable('a wet sponge softens dry clay; wipe little and quickly'),
    good,
    workable('wash over raw glaze melts into it and runs'),
  ),
  opaque: row(
    harmful('these colours need raw glaze under them'),
    harmful('these colours need raw glaze under them'),
    harmful('these colours need raw glaze under them'),
    harmful('these colours need raw glaze under them'),
    harmful('these colours need raw glaze under them'),
    workable('without raw white glaze beneath they stay dry and dull'),
    good,
  ),
  burnish: row(
    harmful('wet clay cannot take a sheen'),
    workable('soft clay loses its sheen again'),
    good,
    good,
    harmful('dry clay only scratches'),
    harmful('bisque cannot be burnished'),
    harmful('raw glaze rubs off'),
  ),
  incise: row(
    workable('lines cut in wet clay close again'),
    good,
    good,
    good,
    harmful('dry clay chips along the line, and the dust holds silica'),
    harmful('bisque does not cut; it chips'),
    harmful('the line would only break the raw glaze'),
  ),
  impress: row(
    good,
    good,
    workable('leather-hard clay takes only half the print'),
    harmful('the clay is too stiff to take a print and cracks'),
    harmful('dry clay breaks under a stamp'),
    harmful('bisque takes no print'),
    harmful('bisque takes no print'),
  ),
  fill: row(
    harmful('on wet clay the filling cannot be wiped clean'),
    workable('soft clay smears when the filling is wiped'),
    good,
    good,
    workable('dry clay softens under the sponge; fill little at a time'),
    good,
    harmful('colour in raw glaze cannot be wiped clean'),
  ),
  slipInlay: row(
    workable('wet clay smears when the inlay is scraped'),
    good,
    good,
    workable('the inlay shrinks more than the clay now; expect gaps'),
    harmful('slip shrinks out of a groove in dry clay'),
    harmful('slip shrinks out of a groove in bisque'),
    harmful('slip shrinks and drags the raw glaze off'),
  ),
  wipe: row(
    harmful('a sponge smears wet clay'),
    workable('a sponge softens this clay; wipe lightly'),
    good,
    good,
    workable('a wet sponge softens dry clay; wipe little and quickly'),
    good,
    harmful('a wet sponge takes the raw glaze off'),
  ),
  scrape: row(
    harmful('wet clay tears under a scraper'),
    workable('soft clay drags over the inlay'),
    good,
    good,
    harmful('dry scraping tears the inlay and raises silica dust'),
    harmful('bisque cannot be scraped flush'),
    harmful('scraping breaks the raw glaze'),
  ),
  swab: row(good, good, good, good, good, good, good, workable('there is no wax any more')),
  mask: row(
    harmful('tape does not hold on wet clay'),
    harmful('tape does not hold on tacky clay'),
    workable('tape holds on leather-hard clay only where it is pressed down'),
    good,
    good,
    good,
    workable('tape lifts raw glaze when it is peeled'),
  ),
  peel: row(good, good, good, good, good, good, good),
  pick: row(
    workable('there is no glaze yet'),
    workable('there is no glaze yet'),
    workable('there is no glaze yet'),
    workable('there is no glaze yet'),
    workable('there is no glaze yet'),
    workable('there is no glaze yet'),
    good,
  ),
  wax: {
    wet: harmful('wax does not hold on wet clay'),
    softLeatherHard: workable('wax stays tacky for long on damp clay'),
    leatherHard: good,
    hardLeatherHard: good,
    boneDry: good,
    bisque: good,
    glazedRaw: good,
    fired: afterFiring,
  },
  glaze: {
    wet: harmful('glaze on wet clay slides, and steam lifts it in the kiln'),
    softLeatherHard: harmful('the clay shrinks away under raw glaze, so it flakes and crawls'),
    leatherHard: workable('once-firing: the glaze must shrink with the clay, and the piece is fragile to handle'),
    hardLeatherHard: workable('once-firing: the glaze must shrink with the clay, and the piece is fragile to handle'),
    boneDry: workable('once-firing: a watery glaze can soften and crack dry clay, and gases can blister it'),
    bisque: good,
    glazedRaw: good,
    fired: harmful('glaze does not soak into a glazed surface and slides off'),
  },
  divide: {
    wet: workable('a pencil drags in wet clay; mark with dots of ink'),
    softLeatherHard: good,
    leatherHard: good,
    hardLeatherHard: good,
    boneDry: good,
    bisque: good,
    glazedRaw: workable('mark the wax or the rim; a pencil line takes raw glaze off'),
    fired: workable('only to measure; a pencil line will not burn away any more'),
  },
  wipeDust: {
    wet: workable('there is no dust yet'),
    softLeatherHard: workable('there is no dust yet; a wet sponge takes colour with it'),
    leatherHard: workable('use a dry brush for crumbs; a wet sponge takes colour with it'),
    hardLeatherHard: workable('use a dry brush for crumbs; a wet sponge takes colour with it'),
    boneDry: workable('wet sponging softens dry clay; a dry soft brush outdoors or under extraction'),
    bisque: good,
    glazedRaw: harmful('a wet sponge takes the raw glaze off'),
    fired: workable('dust no longer matters'),
  },
  cleanFoot: {
    wet: workable('the foot is still too soft to wipe sharp'),
    softLeatherHard: workable('wipe gently; the foot still dents'),
    leatherHard: good,
    hardLeatherHard: good,
    boneDry: workable('a damp sponge, quickly; dry clay softens'),
    bisque: good,
    glazedRaw: good,
    fired: harmful('glaze that is fired on can only be ground off'),
  },
}

/** Stages at which a technique is good, in order of life. */
export function goodStages(technique: Technique): Stage[] {
  const table = STAGE_FIT[technique]
  return (Object.keys(table) as Stage[]).filter((stage) => table[stage].fit === 'good')
}
