import { formatDuration, formatLength, formatTemperature } from '../base/units'
import { RHEOLOGY, waitsOfCoats, waxDrySeconds } from '../clay/matte'
import { COVER_NAMES, STAGE, type Stage } from '../clay/stages'
import { coneCelsius } from '../firing/cones'
import { PRESETS } from '../form/presets'
import type { ZoneName } from '../form/turnedForm'
import type { Motif } from '../model/motif'
import type { Piece } from '../model/piece'
import type { Place, Step, StepOf } from '../model/step'
import { APPLICATOR, LINER, TOOL } from '../model/tools'
import type { Settings, Studio } from '../model/studio'
import { TEXTURE } from '../skin/applicatorFields'
import { motifName } from '../skin/motifs/motifName'

/** Whether a piece is a slab, whose parts have other names. */
export const isSlab = (piece: Piece): boolean => !piece.form.own && (PRESETS[piece.form.preset].flat ?? false)

/** A step in words. `kind` chooses its hatching. */
export interface StepWords {
  readonly title: string
  readonly brief: string
  readonly kind:
    | 'slip'
    | 'underglaze'
    | 'wash'
    | 'opaque'
    | 'glaze'
    | 'wax'
    | 'tape'
    | 'carve'
    | 'texture'
    | 'mark'
    | 'clean'
    | 'fire'
    | 'dry'
}

/** What the bench card adds. */
export interface BenchWords {
  readonly detail: string
  readonly boxes: number
  readonly wait: string
  readonly lookFor: string
  readonly caution: string
}

export const PART_NAMES: Readonly<Record<ZoneName, string>> = {
  base: 'base',
  outside: 'outside',
  rim: 'rim',
  inside: 'inside wall',
  floor: 'floor',
}

/** The same parts of a slab. */
export const FLAT_PART_NAMES: Readonly<Record<ZoneName, string>> = {
  base: 'back',
  outside: 'edge',
  rim: 'brow',
  inside: 'brow',
  floor: 'face',
}

const partNames = (flat: boolean) => (flat ? FLAT_PART_NAMES : PART_NAMES)

/** Where a step acts, in words; `flat` for slabs, whose floor is their face. */
export function placeWords({ parts, band, sectors }: Place, settings: Settings, flat = false): string {
  const whole = parts.includes('inside') && parts.includes('floor')
  const names = parts
    .filter((part) => !(whole && part === (flat ? 'inside' : 'floor')) && !(flat && part === 'rim' && whole))
    .map((part) => (part === 'inside' && whole && !flat ? 'inside' : partNames(flat)[part]))
  const where = names.length > 2 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names.join(' and ')
  const text = sectors ? `${where}, ${sectors.take.length} of ${sectors.of} sectors` : where
  if (!band) return text
  const length = (mm: number) => formatLength(mm, settings.length)
  return `${text}, ${length(band.fromMm)} to ${band.toMm >= 400 ? 'the edge' : length(band.toMm)} ${parts.includes('outside') ? 'up the wall' : 'down the wall'}`
}

const coats = (n: number) => `${n} coat${n === 1 ? '' : 's'}`

/** A mixture in the order of its parts. */
function mixtureWords(step: StepOf<'coat'>, studio: Studio): string {
  const name = (id: string) => studio.media[id]?.name ?? 'missing colour'
  const mixed = step.mix.length
    ? [`1 ${name(step.mediumId)}`, ...step.mix.map((m) => `${m.parts} ${name(m.mediumId)}`)].join(' : ')
    : name(step.mediumId)
  return step.blend ? `${mixed} into ${name(step.blend.mediumId)}` : mixed
}

const mediumKind = (id: string, studio: Studio): StepWords['kind'] => studio.media[id]?.kind ?? 'underglaze'

/** A motif in words: how often, what, in how many rows. */
const timesMotif = (motif: Motif) =>
  `${motif.repeats} × ${motifName(motif)}${motif.rows > 1 ? ` in ${motif.rows} rows` : ''}${motif.ground ? ', ground cleared' : ''}`

const shape = (place: Place, motif: Motif | null, settings: Settings, flat: boolean) =>
  motif ? timesMotif(motif) : placeWords(place, settings, flat)

/** Title and short line of a step, for the rail. */
export function stepWords(step: Step, studio: Studio, flat = false): StepWords {
  const { settings } = studio
  const where = (place: Place) => placeWords({ ...place, band: null }, settings, flat)
  switch (step.act) {
    case 'bring':
      return { title: `To ${STAGE[step.to].name}`, brief: COVER_NAMES[step.cover], kind: 'dry' }
    case 'burnish':
      return { title: 'Burnish', brief: where(step.place), kind: 'carve' }
    case 'coat': {
      const brief = [
        coats(step.coats),
        step.applicator === 'brush' ? '' : APPLICATOR[step.applicator].name,
        step.water > 0 ? `${Math.round(step.water * 100)} % water` : '',
        step.intent === 'blush' ? 'blush' : '',
      ]
        .filter(Boolean)
        .join(', ')
      return { title: mixtureWords(step, studio), brief, kind: mediumKind(step.mediumId, studio) }
    }
    case 'draw':
      return {
        title: `${step.liner === 'trailer' ? 'Trail' : 'Draw'} ${motifName(step.motif)}`,
        brief: `${studio.media[step.mediumId]?.name ?? 'missing colour'}, ${step.motif.repeats} ×`,
        kind: mediumKind(step.mediumId, studio),
      }
    case 'touchUp':
      return {
        title: 'Touch up',
        brief: `${studio.media[step.mediumId]?.name ?? 'missing colour'}, ${formatLength(step.sizeMm, settings.length)}`,
        kind: mediumKind(step.mediumId, studio),
      }
    case 'divide':
      return { title: `Mark ${step.sectors}`, brief: 'sector wheel', kind: 'mark' }
    case 'carve':
      return {
        title: step.motif.ground ? `Clear round ${motifName(step.motif)}` : `Carve ${motifName(step.motif)}`,
        brief: `${TOOL[step.tool].name}, ${step.motif.repeats} ×`,
        kind: 'carve',
      }
    case 'incise':
      return {
        title: `Incise ${motifName(step.motif)}`,
        brief: `${TOOL[step.tool].name}, ${step.motif.repeats} ×`,
        kind: 'carve',
      }
    case 'impress':
      return { title: `Press ${TEXTURE[step.texture].name}`, brief: where(step.place), kind: 'texture' }
    case 'fill':
      return {
        title: 'Fill lines',
        brief: studio.media[step.mediumId]?.name ?? 'missing colour',
        kind: mediumKind(step.mediumId, studio),
      }
    case 'wipe':
      return { title: 'Wipe back', brief: `${step.sponge} sponge, ${step.pressure}`, kind: 'clean' }
    case 'scrape':
      return { title: 'Scrape flush', brief: where(step.place), kind: 'carve' }
    case 'wax':
      return {
        title: step.motif ? `Wax ${motifName(step.motif)}` : 'Wax',
        brief: shape(step.place, step.motif, settings, flat),
        kind: 'wax',
      }
    case 'swab':
      return { title: 'Swab beads', brief: where(step.place), kind: 'clean' }
    case 'mask':
      return {
        title: step.motif ? `${step.material === 'tape' ? 'Tape' : 'Stencil'} ${motifName(step.motif)}` : 'Tape',
        brief: shape(step.place, step.motif, settings, flat),
        kind: 'tape',
      }
    case 'peel':
      return { title: 'Peel tape', brief: 'all of it', kind: 'tape' }
    case 'glaze':
      return {
        title: studio.media[step.mediumId]?.name ?? 'Missing glaze',
        brief: `${step.how === 'brush' ? `brush, ${coats(step.coats)}` : step.how}${step.drips ? ', drips' : ''}, ${where(step.place)}`,
        kind: 'glaze',
      }
    case 'pick':
      return { title: 'Pick out', brief: 'glaze out of the lines', kind: 'clean' }
    case 'cleanFoot':
      return { title: 'Clean foot', brief: `bare ${formatLength(step.upMm, settings.length)} up`, kind: 'clean' }
    case 'wipeDust':
      return { title: 'Wipe dust', brief: 'damp sponge', kind: 'clean' }
    case 'fire':
      return {
        title: { bisque: 'Bisque', decoration: 'Decoration firing', glaze: 'Glaze firing' }[step.firing],
        brief: `cone ${step.cone}, about ${formatTemperature(coneCelsius(step.cone), settings.temperature)}${step.slab ? ', on a slab' : ''}`,
        kind: 'fire',
      }
  }
}

const DUST_CAUTION =
  'Silica dust: keep it damp, brush crumbs onto paper and fold it, respirator rated for fine dust, never blow.'
const COLOUR_CAUTION = 'Read the maker’s sheet for this colour; no eating at the bench, wash hands.'
const KILN_CAUTION = 'Ventilated kiln, nobody stays in the room; local electrical and fire codes; cool before opening.'

/** Raw glaze is as thirsty as the bisque under it; what is laid on it dries by its own water. */
function rheologyOf(mediumId: string, trailed: boolean, studio: Studio) {
  switch (studio.media[mediumId]?.kind) {
    case 'slip':
      return trailed ? RHEOLOGY.thickSlip : RHEOLOGY.slip
    case 'glaze':
      return RHEOLOGY.glaze
    default:
      return RHEOLOGY.underglaze
  }
}

/** Seconds a step’s coats want between them and after the last, in air that takes `evaporation` µm/s of water. */
export function coatWaits(step: Step, stage: Stage, studio: Studio, evaporation?: number): number[] {
  switch (step.act) {
    case 'coat':
      return waitsOfCoats(
        rheologyOf(step.mediumId, step.applicator === 'bottle', studio),
        stage,
        step.coats,
        evaporation,
      )
    case 'draw':
      return waitsOfCoats(rheologyOf(step.mediumId, step.liner !== 'brush', studio), stage, step.coats, evaporation)
    case 'fill':
      return waitsOfCoats(rheologyOf(step.mediumId, true, studio), stage, 1, evaporation)
    case 'glaze':
      return waitsOfCoats(RHEOLOGY.glaze, stage, step.how === 'brush' ? step.coats : 1, evaporation)
    case 'wax':
      return [waxDrySeconds(stage, evaporation)]
    default:
      return []
  }
}

/** Everything the bench needs to know of a step. */
export function benchWords(step: Step, stage: Stage, studio: Studio, flat = false, evaporation?: number): BenchWords {
  const { settings } = studio
  const length = (mm: number) => formatLength(mm, settings.length)
  const place = (p: Place) => placeWords(p, settings, flat)
  const waits = coatWaits(step, stage, studio, evaporation)
  const waitText = waits.length ? waits.map(formatDuration).join(', then ') : ''
  const wait = 'waits' in step && !step.waits ? 'none planned' : waitText
  const plain = { boxes: 0, wait: '', lookFor: '', caution: '' }
  const dusty =
    stage === 'boneDry' || stage === 'bisque' || ('protection' in step && step.protection === 'dampAndRespirator')
      ? DUST_CAUTION
      : ''
  const cutWords = (cut: { tool: StepOf<'carve'>['tool']; motif: Motif; depthMm: number }) =>
    `${TOOL[cut.tool].name}: ${TOOL[cut.tool].words}. ${timesMotif(cut.motif)}, ${length(cut.motif.heightMm)} tall from ${length(cut.motif.upMm)} ${cut.motif.side === 'outside' ? 'up' : cut.motif.side === 'inside' ? 'below the rim' : 'from the middle'}, lines ${length(cut.motif.lineMm)}`
  switch (step.act) {
    case 'bring':
      return { ...plain, detail: `Let it dry, ${COVER_NAMES[step.cover]}.`, lookFor: STAGE[step.to].sign }
    case 'burnish':
      return {
        ...plain,
        detail: `Rub ${place(step.place)} with a smooth stone or the back of a spoon, in small circles, until it shines.`,
        lookFor: 'an even sheen; scratches now are permanent',
      }
    case 'coat': {
      const how = APPLICATOR[step.applicator]
      const stir =
        studio.media[step.mediumId]?.kind === 'wash' ? ' Stir at every brushful: it settles within 20 seconds.' : ''
      return {
        detail: `${mixtureWords(step, studio)}${step.water > 0 ? ` with ${Math.round(step.water * 100)} % water` : ''}: ${coats(step.coats)}, ${how.name}, ${place(step.place)}${step.applicator === 'brush' ? `; ${step.direction === 'crossed' ? 'cross the direction at each coat' : 'all in one direction'}` : ''}${step.blend ? `; ${step.blend.along === 'height' ? 'from the lower colour to the upper' : 'there and back round the form'}` : ''}. ${how.words[0].toUpperCase()}${how.words.slice(1)}.${stir}`,
        boxes: step.coats,
        wait: step.waits
          ? `${waitText}${evaporation === undefined ? ' in a still room' : ' in this room'}, until shiny turns matte`
          : wait,
        lookFor: stir ? 'dark in all the low places' : 'matte all over before the next coat; no puddles',
        caution: COLOUR_CAUTION,
      }
    }
    case 'draw':
      return {
        detail: `${LINER[step.liner].name}, ${studio.media[step.mediumId]?.name ?? 'missing colour'}: ${timesMotif(step.motif)}, ${length(step.motif.heightMm)} tall, lines ${length(step.motif.lineMm)}, ${coats(step.coats)}.${step.liner === 'trailer' && step.damped ? ' Scrub the spot with a wet brush until a little slurry rises.' : ''} ${LINER[step.liner].words[0].toUpperCase()}${LINER[step.liner].words.slice(1)}. Try the line on the table first.`,
        boxes: step.coats,
        wait: step.waits ? `${waitText}, until it can be touched` : wait,
        lookFor: 'lines that stand up with no gaps beneath them',
        caution: COLOUR_CAUTION,
      }
    case 'touchUp':
      return {
        detail: `A dab of ${studio.media[step.mediumId]?.name ?? 'colour'}, ${length(step.sizeMm)} across, ${length(step.upMm)} up at ${Math.round(step.degrees)}°.`,
        boxes: 0,
        wait: '',
        lookFor: 'the colour closes; the dent stays',
        caution: COLOUR_CAUTION,
      }
    case 'divide':
      return {
        ...plain,
        detail: `Centre it on the sector wheel and mark ${step.sectors} sectors in pencil, ${length(step.upMm)} up the wall.`,
        lookFor: 'the last mark meets the first',
      }
    case 'carve':
      return {
        ...plain,
        detail: `${cutWords(step)}, only ${length(step.depthMm)} deep. ${step.motif.ground ? 'All passes the same way.' : 'Thin lines first.'}`,
        lookFor:
          stage === 'glazedRaw'
            ? 'the clay shows; brush the bits off onto paper'
            : 'the film comes away, the wall stays; crumbs off with a dry brush, tip the piece',
        caution: stage === 'glazedRaw' ? DUST_CAUTION : dusty,
      }
    case 'incise':
      return {
        ...plain,
        detail: `${cutWords(step)}, ${length(step.depthMm)} deep, clean edges.`,
        lookFor: 'an even groove; lift burrs off when they have stiffened',
        caution: dusty,
      }
    case 'impress':
      return {
        ...plain,
        detail: `Press ${TEXTURE[step.texture].name} into ${place(step.place)}: ${TEXTURE[step.texture].words}, about ${length(step.depthMm)} deep.`,
        lookFor: 'the same depth all round; the wall is supported from behind',
      }
    case 'fill':
      return {
        detail: `${studio.media[step.mediumId]?.name ?? 'Colour'} from a fine bottle into the lines, up to and over the edges: ${place(step.place)}. Refill where it sinks.`,
        boxes: 1,
        wait: step.waits ? `${waitText}, until it has set` : wait,
        lookFor: 'no air caught; set before it is wiped',
        caution: COLOUR_CAUTION,
      }
    case 'wipe':
      return {
        ...plain,
        detail: `${step.sponge === 'wrung' ? 'Damp, well wrung' : 'Wet'} sponge, ${step.pressure} pressure, ${place(step.place)}: inwards, turning it, never rubbing; rinse often.`,
        lookFor: 'clean high places, full low ones; if the surface gets wet, stop and let it dry',
      }
    case 'scrape':
      return {
        ...plain,
        detail: `Metal edge, ${place(step.place)}: scrape until the drawing stands sharp and flush.`,
        lookFor: 'inlay and clay equally hard',
        caution: dusty,
      }
    case 'wax':
      return {
        detail: `One thin coat of wax on ${shape(step.place, step.motif, settings, flat)}. Its own brush, washed at once in hot soapy water.`,
        boxes: 1,
        wait: step.waits ? `${stage === 'glazedRaw' ? 'overnight, ' : ''}${waitText}, until fully dry` : wait,
        lookFor: 'no longer tacky',
        caution: 'Some waxes hold latex: use another if anyone is allergic.',
      }
    case 'swab':
      return {
        ...plain,
        detail: `Lift the beads off the wax with a damp swab: ${place(step.place)}. Let them dry first.`,
        lookFor: 'clean wax, sharp edges',
      }
    case 'mask':
      return {
        ...plain,
        detail: `${step.material === 'tape' ? 'Tape' : 'Cut stencil'}: ${shape(step.place, step.motif, settings, flat)}. Press the edges down smooth.`,
        lookFor: 'no gap for colour to creep under',
      }
    case 'peel':
      return {
        ...plain,
        detail: 'Peel all tape off, slowly, flat along the wall.',
        lookFor: 'the colour is dry; sharp edges',
      }
    case 'glaze':
      return {
        detail: `${{ dip: 'Dip 3 to 5 seconds, tilted so that no air is caught', pour: 'Fill, swirl, tip out, touch up', brush: `Brush ${coats(step.coats)} in one direction` }[step.how]}: ${place(step.place)}.${step.drips ? ' Let it run over the other side.' : ''}`,
        boxes: step.how === 'brush' ? step.coats : 1,
        wait: step.waits ? `${waitText}, until matte` : wait,
        lookFor: 'as thick as a thin coin; dab over finger marks',
        caution: COLOUR_CAUTION,
      }
    case 'pick':
      return {
        ...plain,
        detail: `Pick stray glaze out of the lines with a needle: ${place(step.place)}. Let it dry first; never paint colour over it.`,
        lookFor: 'the filled line bare all along',
        caution: DUST_CAUTION,
      }
    case 'cleanFoot':
      return {
        ...plain,
        detail: `Wipe the base and ${length(step.upMm)} above it bare with a damp sponge.`,
        lookFor: 'a clean bare line all round',
      }
    case 'wipeDust':
      return {
        ...plain,
        detail:
          'Wipe all over with a damp, clean sponge; clean hands. Let it dry again before glazing, best overnight.',
        lookFor: 'no dust on a dark cloth',
        caution: DUST_CAUTION,
      }
    case 'fire':
      return {
        ...plain,
        detail: `${step.firing === 'glaze' ? 'Glaze' : step.firing === 'bisque' ? 'Bisque' : 'Decoration'} firing to cone ${step.cone}, about ${formatTemperature(coneCelsius(step.cone), settings.temperature)} at 60 °C an hour (check the maker’s chart).${step.slab ? ' On a thin waster slab, 20 mm wider all round.' : ''} Slowly through 573 °C.`,
        lookFor: step.firing === 'bisque' ? 'bone dry at the foot before it goes in' : 'no piece touches another',
        caution: KILN_CAUTION,
      }
  }
}
