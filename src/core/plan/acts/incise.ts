import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { motifName } from '../../skin/motifs/motifName'
import { TOOL } from '../../vocabulary/tools'
import { defineAct } from '../actDefinition'
import { compileCut, cutHands, cutShape } from './cuts'
import { cutWords, DUST_CAUTION, isDusty } from './phrases'

/** Lines cut into the clay, to be filled. */
export const incise = defineAct(
  'incise',
  cutShape,
)({
  family: 'Cut',
  traits: ['incising', 'cut', 'ornament', 'draws lines'],
  decorates: 3,
  word: 'Incise',
  hint: 'lines into the clay, to be filled',
  begin: ({ motif }) => ({ tool: 'narrowLoop', motif: motif('knot', 1.8), depthMm: 0.8, protection: 'none' }),
  title: ({ motif }) => `Incise ${motifName(motif)}`,
  brief: ({ tool, motif }) => `${TOOL[tool].name}, ${motif.repeats} ×`,
  kind: () => 'carve',
  bench: (step, wording) => ({
    detail: `${cutWords(step, wording)}, ${wording.length(step.depthMm)} deep, clean edges.`,
    lookFor: 'an even groove; lift burrs off when they have stiffened',
    caution: isDusty(wording) || step.protection === 'dampAndRespirator' ? DUST_CAUTION : '',
  }),
  fit: () => ({
    doing: 'Incising',
    fit: stageRow(
      workable('lines cut in wet clay close again'),
      good,
      good,
      good,
      harmful('dry clay chips along the line, and the dust holds silica'),
      harmful('bisque does not cut; it chips'),
      harmful('the line would only break the raw glaze'),
    ),
  }),
  hands: (_, { linesMm }) => cutHands(linesMm),
  compile: compileCut,
})
