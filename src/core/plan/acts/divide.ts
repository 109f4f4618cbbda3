import { hands } from '../pace'
import * as z from '../../base/zod'
import { good, stageRow, workable } from '../../clay/stageFit'
import { defineAct, lengthMm } from '../actDefinition'

/** Equal sectors marked out on the wheel. */
export const divide = defineAct('divide', { sectors: z.int().min(2).max(120), upMm: lengthMm(2000) })({
  family: 'Mark out',
  traits: ['marking out', 'on the wall', 'stays on dry clay'],
  word: 'Mark out',
  hint: 'equal sectors on the wheel',
  begin: ({ wallMm }) => ({ sectors: 12, upMm: Math.round(wallMm / 2) }),
  title: ({ sectors }) => `Mark ${sectors}`,
  brief: () => 'equal parts',
  kind: () => 'mark',
  bench: ({ sectors, upMm }, { length }) => ({
    detail: `Centre it on the sector wheel and mark ${sectors} sectors in pencil, ${length(upMm)} up the wall.`,
    lookFor: 'the last mark meets the first',
  }),
  fit: () => ({
    doing: 'Marking out',
    fit: stageRow(
      workable('a pencil drags in wet clay; mark with dots of ink'),
      good,
      good,
      good,
      good,
      good,
      workable('mark the wax or the rim; a pencil line takes raw glaze off'),
      workable('only to measure; a pencil line will not burn away any more'),
    ),
  }),
  hands: ({ sectors }) => hands('mark', 2, sectors * 0.2),
  compile: (skin, { sectors, upMm }) => skin.push({ act: 'pencil' }, skin.sectorMarks(sectors, upMm)),
})
