import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { defineAct } from '../actDefinition'
import {
  areaBench,
  areaBlend,
  areaBrief,
  areaHands,
  areaShape,
  areaTakes,
  areaTitle,
  areaWaits,
  compileAreas,
  partedBy,
} from './areaWork'

/** Slip, underglaze or wash between the lines of a drawing. */
export const colourIn = defineAct('colourIn', { ...areaShape, blend: areaBlend })({
  family: 'Colour',
  traits: ['area colouring', 'area work', 'colour film', 'wet film', 'smudgeable'],
  word: 'Colour areas',
  hint: 'one jar in areas between the lines of a drawing',
  begin: ({ motif, drawing, suiting, stage }) => ({
    mediumId: suiting(stage === 'glazedRaw' ? 'opaque' : 'underglaze'),
    motif: partedBy(drawing, motif),
    take: [],
    tool: 'fineBrush',
    coats: 3,
    waits: true,
  }),
  title: areaTitle,
  brief: areaBrief,
  kind: (step, kindOf) => kindOf(step.mediumId) ?? 'underglaze',
  bench: areaBench,
  fit: (step, kindOf) => kindOrPlain(kindOf(step.mediumId)).laid,
  hands: areaHands,
  coats: (step) => step.coats,
  waits: areaWaits,
  takes: areaTakes,
  compile: (skin, step) => compileAreas(skin, step, 'underglaze'),
})
