import { hands } from '../pace'
import * as z from '../../base/zod'
import { waitsOfCoats } from '../../clay/matte'
import { stageIndex } from '../../clay/stages'
import { LINE_GAIN } from '../../skin/levels'
import { motifName } from '../../skin/motifs/motifName'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { motifSchema } from '../../vocabulary/motif'
import { LINER, LINERS } from '../../vocabulary/tools'
import { defineAct, mediumId } from '../actDefinition'
import { COLOUR_CAUTION, coatsWords, sentenceOf, timesMotif } from './phrases'
import { HIGHEST_LINE_UM, nominalCoat, wetCoat } from '../../vocabulary/films'

/** Share of a line’s full height that counts towards a film too thick. */
const LINE_SHARE = 0.6

const VERB = { trailer: 'Trail', bottle: 'Draw', brush: 'Draw', stamp: 'Print' } as const

/** A motif drawn, trailed or printed with a medium. */
export const draw = defineAct('draw', {
  mediumId,
  motif: motifSchema,
  liner: z.enum(LINERS),
  coats: z.int().min(1).max(8),
  damped: z.boolean(),
  waits: z.boolean(),
})({
  family: 'Colour',
  traits: ['lining', 'colour film', 'wet film', 'ornament', 'smudgeable', 'draws lines'],
  decorates: 3,
  word: 'Draw, trail or print',
  hint: 'a motif with a brush, a bottle, a slip trailer or a stamp',
  begin: ({ stage, suiting, motif }) => {
    const slip = stageIndex(stage) <= stageIndex('hardLeatherHard')
    return {
      mediumId: suiting(slip ? 'slip' : stage === 'glazedRaw' ? 'opaque' : 'underglaze'),
      motif: motif('spiral', slip ? 2.4 : 1.8),
      liner: slip ? 'trailer' : 'brush',
      coats: slip ? 1 : 2,
      damped: slip,
      waits: true,
    }
  },
  title: ({ liner, motif }) => `${VERB[liner]} ${motifName(motif)}`,
  brief: (step, { nameOf }) => `${nameOf(step.mediumId, 'missing colour')}, ${step.motif.repeats} ×`,
  kind: (step, kindOf) => kindOf(step.mediumId) ?? 'underglaze',
  bench: (step, wording) => {
    const { name, words } = LINER[step.liner]
    const what = `${name}, ${wording.nameOf(step.mediumId, 'missing colour')}`
    const size = `${wording.length(step.motif.heightMm)} tall, lines ${wording.length(step.motif.lineMm)}`
    const scrub =
      step.liner === 'trailer' && step.damped ? ' Scrub the spot with a wet brush until a little slurry rises.' : ''
    return {
      detail:
        `${what}: ${timesMotif(step.motif)}, ${size}, ${coatsWords(step.coats)}.${scrub} ` +
        `${sentenceOf(words)} Try the line on the table first.`,
      boxes: step.coats,
      wait: `${wording.waits}, until it can be touched`,
      lookFor: LINER[step.liner].raised
        ? 'lines that stand up with no gaps beneath them'
        : 'an even line, no puddle where it begins or ends',
      caution: COLOUR_CAUTION,
    }
  },
  fit: (step, kindOf) => {
    const kind = kindOrPlain(kindOf(step.mediumId))
    return (step.liner === 'trailer' ? kind.trailed : undefined) ?? kind.laid
  },
  hands: (step, { linesMm }) => hands('lines', 1, linesMm / LINER[step.liner].mmAMinute),
  coats: (step) => step.coats,
  waits: (step, { surface, kindOf, evaporation, beneath }) => {
    const film = wetCoat(kindOf(step.mediumId), LINER[step.liner].gain)
    const lineUm = Math.min(film.wetUm, HIGHEST_LINE_UM)
    return waitsOfCoats({ ...film, wetUm: lineUm }, surface, step.coats, evaporation, beneath)
  },
  takes: (step, { kind }) => ({ wetUm: nominalCoat(kind).wetUm, waste: LINER[step.liner].waste, fromBucket: false }),
  compile: (skin, step) => {
    const { stage, seed } = skin
    const medium = skin.numberOf(step.mediumId)
    if (medium === undefined || stage === 'fired') return
    const stretches = [skin.motifStretch(step.motif)]
    const { gain } = LINER[step.liner]
    skin.liftIfWet(stretches, seed + 50)
    skin.push(
      { act: 'coat', medium, gain: gain * LINE_GAIN * step.coats, settles: 'even' },
      skin.marks(step.motif, LINER[step.liner].raised ? 'ridge' : 'flat'),
    )
    const dryUnder = !step.damped && stage !== 'wet' && stage !== 'softLeatherHard'
    if (skin.sheds(medium) || (skin.kindOf(medium).shrinks && dryUnder)) skin.comesOff(medium, stretches)
    if (LINER[step.liner].raised || skin.medium(medium).kind === 'line') skin.holdsAt(step.motif)
    skin.settle(step.waits, stretches)
    skin.countCoats(medium, step.coats * gain * LINE_SHARE)
  },
})
