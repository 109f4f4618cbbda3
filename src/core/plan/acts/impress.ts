import { hands } from '../pace'
import * as z from '../../base/zod'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import type { Stage } from '../../clay/stages'
import { placeSchema } from '../../vocabulary/place'
import { TEXTURE, TEXTURE_KINDS } from '../../vocabulary/textures'
import { defineAct } from '../actDefinition'
import { depthMm } from './cuts'
import { wherePlain } from './phrases'

/** How much of a stamp’s depth the clay takes. Common practice, no source: soft clay takes a print, dry clay none. */
const TAKES: Readonly<Record<Stage, number>> = {
  wet: 1,
  softLeatherHard: 0.9,
  leatherHard: 0.5,
  hardLeatherHard: 0.15,
  boneDry: 0,
  bisque: 0,
  glazedRaw: 0,
  fired: 0,
}

/** A texture pressed into the clay. */
export const impress = defineAct('impress', {
  texture: z.enum(TEXTURE_KINDS),
  place: placeSchema,
  depthMm,
  sizeMm: z.number().min(0.8).max(60),
})({
  family: 'Cut',
  traits: ['texture', 'ornament'],
  decorates: 3,
  word: 'Press texture',
  hint: 'cloth, cord, comb, bark, dimples',
  begin: ({ face }) => ({ texture: 'cloth', place: face, depthMm: 0.6, sizeMm: 5 }),
  title: ({ texture }) => `Press ${TEXTURE[texture].name}`,
  brief: ({ place }, wording) => wherePlain(place, wording),
  kind: () => 'texture',
  bench: (step, wording) => {
    const { name, words } = TEXTURE[step.texture]
    return {
      detail: `Press ${name} into ${wording.place(step.place)}: ${words}, about ${wording.length(step.depthMm)} deep.`,
      lookFor: 'the same depth all round; the wall is supported from behind',
    }
  },
  fit: () => ({
    doing: 'Pressing a texture in',
    fit: stageRow(
      good,
      good,
      workable('leather-hard clay takes only half the print'),
      harmful('the clay is too stiff to take a print and cracks'),
      harmful('dry clay breaks under a stamp'),
      harmful('bisque takes no print'),
      harmful('bisque takes no print'),
    ),
  }),
  hands: ({ place }, { placeCm2 }) => hands('press', 2, placeCm2(place) / 60),
  compile: (skin, step) => {
    const depthUm = step.depthMm * 1000 * TAKES[skin.stage]
    if (depthUm <= 0) return
    const field = skin.textured(skin.stretches(step.place), step.texture, step.sizeMm)
    skin.push({ act: 'press', depthUm }, skin.within(step.place, field))
  },
})
