import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { motifName } from '../../skin/motifs/motifName'
import { TOOL } from '../../vocabulary/tools'
import { defineAct } from '../actDefinition'
import { compileCut, cutHands, cutShape } from './cuts'
import { cutWords, DUST_CAUTION, isDusty } from './phrases'

/** Sgraffito: through the colour to what lies beneath. */
export const carve = defineAct(
  'carve',
  cutShape,
)({
  family: 'Cut',
  traits: ['carving', 'cut', 'ornament', 'draws lines'],
  decorates: 3,
  word: 'Carve',
  hint: 'sgraffito: through the colour to what lies beneath',
  begin: ({ motif }) => ({ tool: 'narrowLoop', motif: motif('leaves', 1.6), depthMm: 0.35, protection: 'none' }),
  title: ({ motif }) => (motif.ground ? `Clear round ${motifName(motif)}` : `Carve ${motifName(motif)}`),
  brief: ({ tool, motif }) => `${TOOL[tool].name}, ${motif.repeats} ×`,
  kind: () => 'carve',
  bench: (step, wording) => {
    const order = step.motif.ground ? 'All passes the same way.' : 'Thin lines first.'
    const raw = wording.stage === 'glazedRaw'
    return {
      detail: `${cutWords(step, wording)}, only ${wording.length(step.depthMm)} deep. ${order}`,
      lookFor: raw
        ? 'the clay shows; brush the bits off onto paper'
        : 'the film comes away, the wall stays; crumbs off with a dry brush, tip the piece',
      caution: raw || isDusty(wording) || step.protection === 'dampAndRespirator' ? DUST_CAUTION : '',
    }
  },
  fit: () => ({
    doing: 'Carving through colour',
    fit: stageRow(
      harmful('lines cut in wet clay tear and close again'),
      workable('soft clay throws up burrs and fine lines tear'),
      good,
      good,
      harmful('dry clay scratches to dust and chips, and the dust holds silica'),
      harmful('bisque does not carve; it chips'),
      good,
    ),
  }),
  hands: (_, { linesMm }) => cutHands(linesMm),
  compile: compileCut,
})
