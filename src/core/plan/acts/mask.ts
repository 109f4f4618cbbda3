import { hands } from '../pace'
import * as z from '../../base/zod'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { motifName } from '../../skin/motifs/motifName'
import { motifSchema } from '../../vocabulary/motif'
import { bandOf, placeSchema, wholeOf } from '../../vocabulary/place'
import { LINER } from '../../vocabulary/tools'
import { defineAct } from '../actDefinition'
import { shapeWords } from './phrases'

/** Length of tape laid in a minute, mm. Ours, common practice. */
const TAPE_MM_A_MINUTE = 120

/** Tape or a stencil over a band, a sector or a cut shape. */
export const mask = defineAct('mask', {
  material: z.enum(['tape', 'stencil']),
  place: placeSchema,
  motif: motifSchema.nullable(),
})({
  family: 'Resist',
  traits: ['masking', 'resist', 'draws lines', 'stays on dry clay'],
  decorates: 2,
  word: 'Tape or stencil',
  hint: 'covers a band, a sector or a cut shape',
  begin: ({ form, wallMm, motif }) =>
    form.flat
      ? { material: 'stencil', place: wholeOf('floor'), motif: motif('zigzag', 5) }
      : { material: 'tape', place: bandOf(Math.round(wallMm * 0.45), Math.round(wallMm * 0.55)), motif: null },
  title: ({ material, motif }) => (motif ? `${material === 'tape' ? 'Tape' : 'Stencil'} ${motifName(motif)}` : 'Tape'),
  brief: ({ place, motif }, wording) => shapeWords(place, motif, wording),
  kind: () => 'tape',
  bench: ({ material, place, motif }, wording) => ({
    detail:
      `${material === 'tape' ? 'Tape' : 'Cut stencil'}: ${shapeWords(place, motif, wording)}. ` +
      'Press the edges down smooth.',
    lookFor: 'no gap for colour to creep under',
  }),
  fit: () => ({
    doing: 'Masking',
    fit: stageRow(
      harmful('tape does not hold on wet clay'),
      harmful('tape does not hold on tacky clay'),
      workable('tape holds on leather-hard clay only where it is pressed down'),
      good,
      good,
      good,
      workable('tape lifts raw glaze when it is peeled'),
    ),
  }),
  hands: ({ motif }, { linesMm, widestMm }) =>
    hands('tape', 2, motif ? linesMm / LINER.brush.mmAMinute : widestMm / TAPE_MM_A_MINUTE),
  compile: (skin, { place, motif }) => {
    if (skin.stage === 'fired') return
    skin.push({ act: 'tape' }, skin.shape(place, motif))
    skin.taped.push(...(motif ? [skin.motifStretch(motif)] : skin.stretches(place)))
  },
})
