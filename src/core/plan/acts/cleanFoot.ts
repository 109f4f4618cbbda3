import { hands } from '../pace'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { BARE_FOOT_MM } from '../../vocabulary/place'
import { defineAct, lengthMm } from '../actDefinition'

/** Base and foot wiped bare, and what of parts comes down to the shelf. */
export const cleanFoot = defineAct('cleanFoot', { upMm: lengthMm(100) })({
  family: 'Clean',
  traits: ['foot cleaning'],
  word: 'Foot',
  hint: 'bare line above the foot',
  begin: () => ({ upMm: BARE_FOOT_MM }),
  title: () => 'Clean foot',
  brief: ({ upMm }, { length }) => `bare ${length(upMm)} up`,
  kind: () => 'clean',
  bench: ({ upMm }, { length }) => ({
    detail: `Wipe the base and ${length(upMm)} above it bare with a damp sponge.`,
    lookFor: 'a clean bare line all round',
  }),
  fit: () => ({
    doing: 'Cleaning the foot',
    fit: stageRow(
      workable('the foot is still too soft to wipe sharp'),
      workable('wipe gently; the foot still dents'),
      good,
      good,
      workable('a damp sponge, quickly; dry clay softens'),
      good,
      good,
      harmful('glaze that is fired on can only be ground off'),
    ),
  }),
  hands: () => hands('small', 1.5),
  compile: (skin, { upMm }) => {
    const { base, outside } = skin.grid.form.zones
    const bare = { from: base.from, to: Math.min(outside.to, outside.from + upMm) }
    skin.push({ act: 'strip' }, skin.grid.surface.part ? skin.overShelf(upMm) : skin.evenOver([bare]))
  },
})
