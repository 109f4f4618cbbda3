import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { defineAct } from '../actDefinition'
import {
  areaBench,
  areaBrief,
  areaHands,
  areaShape,
  areaTakes,
  areaTitle,
  areaWaits,
  compileAreas,
  partedBy,
} from './areaWork'

/** Glaze between fences or grooves, by bulb, bottle or brush. */
export const glazeIn = defineAct(
  'glazeIn',
  areaShape,
)({
  family: 'Glaze',
  traits: ['area glazing', 'area work', 'lays glaze', 'wet film', 'sets the stage', 'smudgeable'],
  word: 'Glaze areas',
  hint: 'one glaze in areas between fences or grooves',
  begin: ({ motif, drawing, suiting }) => ({
    mediumId: suiting('glaze'),
    motif: partedBy(drawing, motif),
    take: [],
    tool: 'bulb',
    coats: 1,
    waits: true,
  }),
  title: areaTitle,
  brief: areaBrief,
  kind: () => 'glaze',
  bench: areaBench,
  fit: () => MEDIUM_KIND.glaze.laid,
  hands: areaHands,
  coats: (step) => step.coats,
  waits: areaWaits,
  takes: areaTakes,
  after: (before) => (before.stage === 'bisque' ? { ...before, stage: 'glazedRaw', surface: 'glazedRaw' } : before),
  compile: (skin, step) => compileAreas(skin, step, 'glaze'),
})
