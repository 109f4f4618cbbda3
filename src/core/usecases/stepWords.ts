import { formatDuration, formatLength, formatTemperature } from '../base/units'
import { RHEOLOGY, waitsOfCoats, waxDrySeconds } from '../clay/matte'
import { COVER_NAMES, STAGE, type Stage } from '../clay/stages'
import { coneCelsius } from '../firing/cones'
import type { ZoneName } from '../form/turnedForm'
import { TOOL, type Place, type Step } from '../model/step'
import type { Settings, Studio } from '../model/studio'
import { MOTIFS } from '../skin/motifs/library'

/** A step in words. `kind` chooses its hatching. */
export interface StepWords {
  readonly title: string
  readonly brief: string
  readonly kind: 'slip' | 'underglaze' | 'glaze' | 'wax' | 'carve' | 'mark' | 'clean' | 'fire' | 'dry'
}

/** What the bench card adds. */
export interface BenchWords {
  readonly detail: string
  readonly boxes: number
  readonly wait: string
  readonly lookFor: string
  readonly caution: string
}

export const PART_NAMES: Readonly<Record<ZoneName, string>> = { base: 'base', outside: 'outside', rim: 'rim', inside: 'inside wall', floor: 'floor' }

/** Where a step acts, in words. */
export function placeWords({ parts, band }: Place, settings: Settings): string {
  const whole = parts.includes('inside') && parts.includes('floor')
  const names = parts.filter((part) => !(whole && part === 'floor')).map((part) => (part === 'inside' && whole ? 'inside' : PART_NAMES[part]))
  const text = names.length > 2 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names.join(' and ')
  if (!band) return text
  const length = (mm: number) => formatLength(mm, settings.length)
  return `${text}, ${length(band.fromMm)} to ${band.toMm >= 400 ? 'the edge' : length(band.toMm)} ${parts.includes('outside') ? 'up the wall' : 'down the wall'}`
}

const coats = (n: number) => `${n} coat${n === 1 ? '' : 's'}`

/** Title and short line of a step, for the rail. */
export function stepWords(step: Step, studio: Studio): StepWords {
  const { settings } = studio
  switch (step.act) {
    case 'bring':
      return { title: `To ${STAGE[step.to].name}`, brief: COVER_NAMES[step.cover], kind: 'dry' }
    case 'coat': {
      const medium = studio.media[step.mediumId]
      return { title: medium?.name ?? 'Missing colour', brief: `${coats(step.coats)}${step.intent === 'blush' ? ', blush' : ''}`, kind: medium?.kind === 'slip' ? 'slip' : 'underglaze' }
    }
    case 'divide':
      return { title: `Mark ${step.sectors}`, brief: 'sector wheel', kind: 'mark' }
    case 'carve':
      return { title: `Carve ${MOTIFS[step.motif.kind].name.toLowerCase()}`, brief: `${TOOL[step.tool].name}, ${step.motif.repeats} ×`, kind: 'carve' }
    case 'wax':
      return { title: 'Wax', brief: placeWords(step.place, settings), kind: 'wax' }
    case 'glaze':
      return { title: studio.media[step.mediumId]?.name ?? 'Missing glaze', brief: `${step.how === 'brush' ? `brush, ${coats(step.coats)}` : step.how}, ${placeWords({ ...step.place, band: null }, settings)}`, kind: 'glaze' }
    case 'cleanFoot':
      return { title: 'Clean foot', brief: `bare ${formatLength(step.upMm, settings.length)} up`, kind: 'clean' }
    case 'wipeDust':
      return { title: 'Wipe dust', brief: 'damp sponge', kind: 'clean' }
    case 'fire':
      return { title: { bisque: 'Bisque', decoration: 'Decoration firing', glaze: 'Glaze firing' }[step.firing], brief: `cone ${step.cone}, about ${formatTemperature(coneCelsius(step.cone), settings.temperature)}`, kind: 'fire' }
  }
}

const DUST_CAUTION = 'Silica dust: keep it damp, brush crumbs onto paper and fold it, respirator rated for fine dust, never blow.'
const COLOUR_CAUTION = 'Read the maker’s sheet for this colour; no eating at the bench, wash hands.'
const KILN_CAUTION = 'Ventilated kiln, nobody stays in the room; local electrical and fire codes; cool before opening.'

/** Seconds a step’s coats want between them and after the last. */
export function coatWaits(step: Step, stage: Stage, studio: Studio): number[] {
  switch (step.act) {
    case 'coat':
      return waitsOfCoats(studio.media[step.mediumId]?.kind === 'slip' ? RHEOLOGY.slip : RHEOLOGY.underglaze, stage, step.coats)
    case 'glaze':
      return waitsOfCoats(RHEOLOGY.glaze, stage, step.how === 'brush' ? step.coats : 1)
    case 'wax':
      return [waxDrySeconds(stage)]
    default:
      return []
  }
}

/** Everything the bench needs to know of a step. */
export function benchWords(step: Step, stage: Stage, studio: Studio): BenchWords {
  const { settings } = studio
  const length = (mm: number) => formatLength(mm, settings.length)
  const waits = coatWaits(step, stage, studio)
  const waitText = waits.length ? waits.map(formatDuration).join(', then ') : ''
  const plain = { boxes: 0, wait: '', lookFor: '', caution: '' }
  switch (step.act) {
    case 'bring':
      return { ...plain, detail: `Let it dry, ${COVER_NAMES[step.cover]}.`, lookFor: STAGE[step.to].sign }
    case 'coat':
      return {
        detail: `${coats(step.coats)}, soft wide brush, ${placeWords(step.place, settings)}; ${step.direction === 'crossed' ? 'cross the direction at each coat' : 'all in one direction'}. Reload often.`,
        boxes: step.coats,
        wait: step.waits ? `${waitText} in a still room, until shiny turns matte` : 'none planned',
        lookFor: 'matte all over before the next coat; no puddles',
        caution: COLOUR_CAUTION,
      }
    case 'divide':
      return { ...plain, detail: `Centre it on the sector wheel and mark ${step.sectors} sectors in pencil, ${length(step.upMm)} up the wall.`, lookFor: 'the last mark meets the first' }
    case 'carve':
      return {
        ...plain,
        detail: `${TOOL[step.tool].name}: ${TOOL[step.tool].words}. ${step.motif.repeats} × ${MOTIFS[step.motif.kind].name.toLowerCase()}, ${length(step.motif.heightMm)} tall from ${length(step.motif.upMm)} up, lines ${length(step.motif.lineMm)}, only ${length(step.depthMm)} deep. Thin lines first.`,
        lookFor: 'the film comes away, the wall stays; crumbs off with a dry brush, tip the piece',
        caution: stage === 'boneDry' || stage === 'bisque' || step.protection === 'dampAndRespirator' ? DUST_CAUTION : '',
      }
    case 'wax':
      return { detail: `One thin coat of wax on ${placeWords(step.place, settings)}. Its own brush, washed at once in hot soapy water.`, boxes: 1, wait: step.waits ? `${waitText}, until fully dry` : 'none planned', lookFor: 'no longer tacky', caution: 'Some waxes hold latex: use another if anyone is allergic.' }
    case 'glaze':
      return {
        detail: `${{ dip: 'Dip 3 to 5 seconds, tilted so that no air is caught', pour: 'Fill, swirl, tip out, touch up', brush: `Brush ${coats(step.coats)} in one direction` }[step.how]}: ${placeWords(step.place, settings)}.`,
        boxes: step.how === 'brush' ? step.coats : 1,
        wait: step.waits ? `${waitText}, until matte` : 'none planned',
        lookFor: 'as thick as a thin coin; dab over finger marks',
        caution: COLOUR_CAUTION,
      }
    case 'cleanFoot':
      return { ...plain, detail: `Wipe the base and ${length(step.upMm)} above it bare with a damp sponge.`, lookFor: 'a clean bare line all round' }
    case 'wipeDust':
      return { ...plain, detail: 'Wipe all over with a damp, clean sponge; clean hands. Let it dry again before glazing, best overnight.', lookFor: 'no dust on a dark cloth', caution: DUST_CAUTION }
    case 'fire':
      return { ...plain, detail: `${step.firing === 'glaze' ? 'Glaze' : step.firing === 'bisque' ? 'Bisque' : 'Decoration'} firing to cone ${step.cone}, about ${formatTemperature(coneCelsius(step.cone), settings.temperature)} at 60 °C an hour (check the maker’s chart). Slowly through 573 °C.`, lookFor: step.firing === 'bisque' ? 'bone dry at the foot before it goes in' : 'no piece touches another', caution: KILN_CAUTION }
  }
}
