import { hands } from '../pace'
import * as z from '../../base/zod'
import { BLOWERS } from '../../clay/drying/airSide'
import { COVER_NAMES, COVERS, DRYING_STAGES, isDamp, STAGE, stageIndex, type DryingStage } from '../../clay/stages'
import { defineAct } from '../actDefinition'
import { atStage } from '../stepTime'

/** Lets the clay dry to a stage. */
export const bring = defineAct('bring', { to: z.enum(DRYING_STAGES), cover: z.enum(COVERS), blower: z.enum(BLOWERS) })({
  family: 'Dry',
  traits: ['drying', 'sets the stage'],
  word: 'Dry',
  hint: 'let it come to a stage, open or covered',
  begin: ({ stage }) => {
    const next = DRYING_STAGES.find((s) => stageIndex(s) > stageIndex(stage)) ?? 'boneDry'
    const to: DryingStage = stage === 'wet' ? 'leatherHard' : next
    return { to, cover: to === 'boneDry' ? 'open' : 'draped', blower: 'none' }
  },
  title: ({ to }) => `To ${STAGE[to].name}`,
  brief: ({ cover }) => COVER_NAMES[cover],
  kind: () => 'dry',
  bench: ({ to, cover }) => ({ detail: `Let it dry, ${COVER_NAMES[cover]}.`, lookFor: STAGE[to].sign }),
  fit: () => null,
  hands: () => hands('small', 0),
  after: (_, { to, cover }) => atStage(to, cover),
  compile: (skin, { to, blower }) => {
    skin.wet = []
    skin.misted = []
    if (blower === 'dryer' && isDamp(skin.stage) && stageIndex(to) >= stageIndex('leatherHard')) skin.rushed = true
  },
})
