import { listed } from '../../base/words'
import * as z from '../../base/zod'
import { waitsOfCoats } from '../../clay/matte'
import { AREA_BLENDS, type AreaBlend } from '../../skin/areas/areaBlend'
import { motifName } from '../../skin/motifs/motifName'
import type { Settling } from '../../skin/stackOps'
import type { SkinCompiler } from '../../skin/skinCompiler'
import type { Medium } from '../../vocabulary/material'
import { type MediumKind } from '../../vocabulary/mediumKinds'
import { motifSchema, type Motif } from '../../vocabulary/motif'
import { followed, takenAreaSchema, type PieceDrawing, type TakenArea } from '../../vocabulary/pieceDrawing'
import { AREA_TOOL, AREA_TOOLS, type AreaTool } from '../../vocabulary/tools'
import {
  mediumId,
  type Beginning,
  type BenchParts,
  type BenchWording,
  type Measured,
  type Taken,
  type Wording,
  type Waiting,
} from '../actDefinition'
import { hands, type Hands } from '../pace'
import { COLOUR_CAUTION, coatsWords, sentenceOf } from './phrases'
import { nominalCoat, wetCoat } from '../../vocabulary/films'

/* What colouring and glazing areas have in common: one jar, the areas it goes to, what it is laid with. */

/** The values of work between lines: the drawing whose lines part the areas, and the areas that are taken. */
export const areaShape = {
  mediumId,
  motif: motifSchema,
  take: z.array(takenAreaSchema).max(600),
  tool: z.enum(AREA_TOOLS),
  coats: z.int().min(1).max(8),
  waits: z.boolean(),
}

/** A gradient into another jar, over the areas that are taken. */
export const areaBlend = z.strictObject({ mediumId, along: z.enum(AREA_BLENDS) }).optional()

interface AreaStep {
  readonly blend?: { readonly mediumId: string; readonly along: AreaBlend }
  readonly mediumId: string
  readonly motif: Motif
  readonly take: readonly TakenArea[]
  readonly tool: AreaTool
  readonly coats: number
  readonly waits: boolean
}

/** The lines between which a new step works: those of the piece’s last drawing, or a motif to begin with. */
export const partedBy = (drawing: PieceDrawing | null, motif: Beginning['motif']): Motif =>
  drawing ? followed(drawing, motif('petals', 1)) : motif('petals', 1)

const MOST_NAMED = 6

/** The areas of a step in words: their numbers, or how many there are. */
function areasWords(take: readonly TakenArea[]): string {
  if (!take.length) return 'no areas yet'
  const ids = take.map(({ id }) => id).toSorted((a, b) => a - b)
  if (ids.length === 1) return `area ${ids[0]}`
  return ids.length <= MOST_NAMED ? `areas ${listed(ids)}` : `${ids.length} areas`
}

export const areaTitle = ({ mediumId: first, blend }: AreaStep, { nameOf }: Wording): string =>
  nameOf(first, 'Missing jar') + (blend ? ` into ${nameOf(blend.mediumId, 'a missing jar')}` : '')

export const areaBrief = ({ take, tool, coats }: AreaStep): string =>
  `${areasWords(take)}, ${AREA_TOOL[tool].name}${AREA_TOOL[tool].flows && coats === 1 ? '' : `, ${coatsWords(coats)}`}`

const BLENDS: Readonly<Record<AreaBlend, string>> = {
  up: ' Begin with the first colour below, take up the other on the way, blend while both shine.',
  across: ' From the left in the first colour to the right in the other, blend while both shine.',
  inward: ' The first colour along the outline, the other in the middle, blend inwards while both shine.',
}

export const areaBench = (step: AreaStep, wording: BenchWording): BenchParts => {
  const { name, words } = AREA_TOOL[step.tool]
  const ids = step.take.map(({ id }) => id).toSorted((a, b) => a - b)
  const which = ids.length ? `${ids.length > 1 ? 'areas' : 'area'} ${ids.join(', ')}` : 'no areas yet'
  return {
    detail:
      `${areaTitle(step, wording)}, ${name}, ${coatsWords(step.coats)}: ` +
      `${which} of ${motifName(step.motif)}. ${sentenceOf(words)}` +
      (step.blend ? BLENDS[step.blend.along] : ''),
    boxes: step.coats,
    wait: `${wording.waits}, until matte`,
    lookFor: 'colour out to its lines and not over them; pick out what strayed',
    caution: COLOUR_CAUTION,
  }
}

export const areaHands = ({ tool, take }: AreaStep, { touchedCm2 }: Measured): Hands =>
  hands(tool === 'fineBrush' ? 'brush' : 'bottle', 1, areaMinutes(tool, take.length, touchedCm2))

/** Minutes of one coat over areas. */
export const areaMinutes = (tool: AreaTool, areas: number, cm2: number): number =>
  areas * AREA_TOOL[tool].minutesAnArea + cm2 / AREA_TOOL[tool].cm2AMinute

export const areaWaits = (step: AreaStep, { surface, kindOf, evaporation, beneath }: Waiting): readonly number[] =>
  waitsOfCoats(wetCoat(kindOf(step.mediumId), AREA_TOOL[step.tool].gain), surface, step.coats, evaporation, beneath)

export const areaTakes = (step: AreaStep, { kind }: Pick<Medium, 'kind'>): Taken => ({
  wetUm: nominalCoat(kind).wetUm,
  waste: AREA_TOOL[step.tool].waste,
  fromBucket: false,
})

/** Lays a jar on areas of a drawing. Glaze is remembered for the fire, where it meets what lies beside it. */
export function compileAreas(skin: SkinCompiler, step: AreaStep, kind: MediumKind): void {
  const medium = skin.numberOf(step.mediumId)
  if (medium === undefined || skin.stage === 'fired' || !step.take.length) return
  const { gain, flows } = AREA_TOOL[step.tool]
  const field = skin.inAreas(step)
  const { stretches } = field
  const thirsty = skin.stage === 'bisque' && !flows && kind !== 'glaze'
  const settles: Settling = skin.kindOf(medium).watery ? 'low' : thirsty ? 'skips' : 'even'
  const laid = { gain, settles, ...(step.coats > 1 ? { coats: step.coats } : {}) }
  if (step.blend) skin.areasBlended(laid, field, step.motif, step.mediumId, step.blend)
  else skin.push({ act: 'coat', medium, ...laid }, field)
  if (!step.waits && step.coats > 1)
    skin.push({ act: 'lift', share: 0.5 }, skin.patches(stretches, 0.3, 3, skin.seed + 61), true)
  if (kind === 'glaze') skin.glazeHolds(medium, stretches)
  if (skin.sheds(medium)) skin.comesOff(medium, stretches)
  skin.countCoats(medium, step.coats * gain)
  if (kind === 'glaze') skin.molten.push({ medium, motif: step.motif, take: step.take, coats: step.coats * gain })
  else skin.settle(step.waits, stretches)
}
