import type { Stage } from './stages'

/** What hands do to clay, as far as dryness decides whether it works. */
export const TECHNIQUES = ['underglaze', 'slip', 'sgraffito', 'wax', 'glaze', 'divide', 'wipeDust', 'cleanFoot'] as const

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
    glazedRaw: workable('scratching raw glaze bares the bisque but cannot cut it'),
    fired: afterFiring,
  },
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
    glazedRaw: harmful('a pencil line in raw glaze takes the glaze off'),
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
