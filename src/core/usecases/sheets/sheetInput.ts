import { stageScale, type Shrinks, type StageScale } from '../../clay/stageScale'
import { STAGE, type Stage } from '../../clay/stages'
import { hexFromLinear, mapToGamut } from '../../colour/colourSpaces'
import { LIGHTS } from '../../colour/light'
import { screenLinear } from '../../colour/layeredColour'
import { coneIndex } from '../../firing/cones'
import { buildForm } from '../../form/buildForm'
import { ok, type Result } from '../../base/result'
import type { Piece } from '../../model/piece'
import { samePlace } from '../../model/run'
import type { Studio } from '../../model/studio'
import { isA, isHandwork, coatsOf, isAreaWork, isCut, isFiring, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { BARE } from '../../skin/stack'
import { StackOptics } from '../../skin/appearance'
import { motifName } from '../../skin/motifs/motifName'
import type {
  MarkedHeight,
  SheetArea,
  SheetInput,
  SheetJar,
  SheetLines,
  SheetNote,
  SheetOptions,
} from '../../sheets/sheetInput'
import type { Medium } from '../../vocabulary/material'
import { ownTools } from '../../vocabulary/pieceDrawing'
import { AREA_TOOL, LINER, TOOL, TOOLS } from '../../vocabulary/tools'
import { TO_THE_EDGE_MM } from '../../vocabulary/place'
import type { AreasView } from '../view/areasView'
import { photosWord, placeNotes, placeNoteWords } from '../words/placeNotes'
import { stepWords } from '../words/stepWords'

/** For which size sheets are: a stage of clay, the dryness that the clay has, or a measured share of the size as made. */
export interface SheetSize {
  readonly stage: Stage
  /** Dryness ω of the wall where it is known: 1 as thrown, 0 where shrinkage ends. */
  readonly omega?: number
  /** Width now for one as made, where it was measured; it beats any figure. */
  readonly measured: number | null
}

/** What a piece’s clay shrinks, and whether its glaze is fired no hotter than its bisque. */
export function shrinksOf(
  { steps, bodyId }: Pick<Piece, 'steps' | 'bodyId'>,
  { bodies }: Pick<Studio, 'bodies'>,
): Shrinks {
  const { dryingShrinkage, firingShrinkage, water, bisqueCone } = bodies[bodyId]
  const cones = steps.filter(isFiring).map(({ cone }) => coneIndex(cone))
  const first = cones[0] ?? coneIndex(bisqueCone)
  return {
    dryingShrinkage,
    firingShrinkage,
    water,
    bisqueIsHottest: cones.slice(1).every((cone) => cone <= first),
  }
}

/** The size of a piece for which a sheet is made. */
export function sizeOf(
  piece: Pick<Piece, 'steps' | 'bodyId'>,
  studio: Pick<Studio, 'bodies'>,
  { stage, omega, measured }: SheetSize,
): StageScale {
  if (measured !== null) return { scale: measured, least: measured, most: measured }
  return stageScale(shrinksOf(piece, studio), stage, omega)
}

/** The stage and the scale in words, as they stand at the foot of each page. */
export function sizeWords(piece: Piece, studio: Studio, size: SheetSize): string {
  const { scale, least, most } = sizeOf(piece, studio, size)
  const percent = (share: number) => (100 * share).toFixed(1)
  const span = most - least > 0.001 ? ` (${percent(least)} to ${percent(most)})` : ''
  return (
    `${piece.name} · ${studio.bodies[piece.bodyId].name} · ` +
    (size.measured !== null
      ? `as measured, ${percent(scale)} % of its size as made`
      : `for ${STAGE[size.stage].name} clay, ${percent(scale)} %${span} of its size as made`)
  )
}

/** What a step is done with, in a word. */
function toolWord(step: Step): string {
  if (isCut(step)) return TOOL[step.tool].name
  if (isAreaWork(step)) return AREA_TOOL[step.tool].name
  if (isA(step, 'lining')) return LINER[step.liner].name
  if (isA(step, 'masking')) return step.material
  return isA(step, 'waxing') ? 'wax brush' : 'tool'
}

/** The lines of a piece: its drawings first, then motifs of steps that follow none. */
export function linesOf(piece: Piece, studio: Studio): SheetLines[] {
  const worked = (of: (step: Step) => boolean) =>
    piece.steps.flatMap((step, i) =>
      'motif' in step && step.motif && !isAreaWork(step) && of(step)
        ? [{ step: i + 1, title: stepWords(step, studio, piece).title, tool: toolWord(step), motif: step.motif }]
        : [],
    )
  return [
    ...piece.drawings.map(({ id, name, motif }) => ({
      id,
      name,
      motif,
      worked: worked((step) => 'motif' in step && step.motif?.of === id),
    })),
    ...piece.steps.flatMap((step, i): SheetLines[] =>
      'motif' in step && step.motif && !step.motif.of
        ? [
            {
              id: step.id,
              name: `${motifName(step.motif)} of step ${i + 1}`,
              motif: step.motif,
              worked: worked((one) => one.id === step.id),
            },
          ]
        : [],
    ),
  ]
}

/** Heights at which anything begins or ends on the outside, the same ones together. */
export function heightsOf(piece: Piece, studio: Studio): MarkedHeight[] {
  const all = piece.steps.flatMap((step, i): MarkedHeight[] => {
    const words = `${i + 1} ${stepWords(step, studio, piece).title}`
    if ('motif' in step && step.motif) {
      const { side, on, upMm, heightMm, rows, rowGapMm } = step.motif
      if (side !== 'outside' || on) return []
      return Array.from({ length: rows }, (_, row) => upMm + row * (heightMm + rowGapMm)).flatMap((up) => [
        { upMm: up, words },
        { upMm: up + heightMm, words },
      ])
    }
    if ('place' in step && step.place.band && step.place.parts.includes('outside')) {
      const { fromMm, toMm } = step.place.band
      return [fromMm, toMm].filter((up) => up > 0 && up < TO_THE_EDGE_MM).map((up) => ({ upMm: up, words }))
    }
    return 'sectors' in step ? [{ upMm: step.upMm, words }] : []
  })
  const sorted = all.sort((a, b) => a.upMm - b.upMm)
  const together: MarkedHeight[] = []
  for (const height of sorted) {
    const last = together.at(-1)
    if (last && height.upMm - last.upMm < 0.5) {
      if (!last.words.includes(height.words))
        together[together.length - 1] = { ...last, words: `${last.words}, ${height.words}` }
    } else together.push(height)
  }
  return together
}

/** Jars of the areas of a drawing and which areas each takes. */
function numbering(
  piece: Piece,
  studio: Studio,
  drawingId: string,
  view: AreasView | null,
): { areas: SheetArea[]; jars: SheetJar[] } {
  const steps = piece.steps.flatMap((step, i) =>
    isAreaWork(step) && step.motif.of === drawingId ? [{ step, number: i + 1 }] : [],
  )
  const body = studio.bodies[piece.bodyId]
  const cone = piece.steps.filter(isFiring).at(-1)?.cone ?? body.bisqueCone
  const jars = steps.map(({ step, number }): SheetJar => {
    const medium = studio.media[step.mediumId]
    const coats = coatsOf(step)
    return {
      name: medium?.name ?? 'a jar that is gone',
      raw: medium?.raw.dry ?? '#ffffff',
      fired: medium
        ? firedHex(medium, studio, piece.bodyId, coats * AREA_TOOL[step.tool].gain, coneIndex(cone))
        : '#ffffff',
      coats,
      tool: AREA_TOOL[step.tool].name,
      step: number,
    }
  })
  const noted = placeNotes(piece, studio.settings.length)
  const noteOf = (areaId: number, note: string): string =>
    [
      note,
      ...noted
        .filter(({ placed }) => samePlace(placed, { kind: 'area', drawingId, areaId }))
        .map((here) => [...here.notes.map(({ text }) => text), photosWord(here)].filter(Boolean).join(', ')),
    ]
      .filter(Boolean)
      .join(', ')
  const areas = (view?.areas ?? []).map(({ id, called, note, spot, widthMm }): SheetArea => ({
    id,
    called,
    note: noteOf(id, note),
    spot,
    widthMm,
    jars: steps.flatMap(({ step }, i) => (step.take.some((taken) => taken.id === id) ? [i + 1] : [])),
  }))
  return { areas, jars }
}

/** The colour of a film of a medium on the clay of a piece, fired, by daylight. */
function firedHex(medium: Medium, { bodies }: Studio, bodyId: string, coats: number, cone: number): string {
  const optics = new StackOptics(bodies[bodyId], [medium])
  const reflectance = optics.reflectance({ ...BARE, cone, films: [{ medium: 0, eighths: Math.round(8 * coats) }] })
  return hexFromLinear(mapToGamut(screenLinear(reflectance, LIGHTS.daylight)).rgb)
}

/** What is noted on spots of a piece, numbered. */
const notesOn = (piece: Piece, { settings }: Studio): SheetNote[] =>
  placeNotes(piece, settings.length).flatMap(({ placed, notes, photos, where }, i) =>
    placed.kind === 'spot'
      ? [
          {
            number: i + 1,
            on: placed.on ?? 'wall',
            across: placed.across,
            alongMm: placed.alongMm,
            words: placeNoteWords({ where, notes, photos }),
          },
        ]
      : [],
  )

/** What sheets of a piece are made of. */
export function sheetInput(
  piece: Piece,
  studio: Studio,
  options: SheetOptions,
  size: SheetSize,
  view: AreasView | null = null,
): Result<SheetInput> {
  const lines = linesOf(piece, studio)
  const ofDrawing = piece.drawings.find(({ id }) => id === options.of) ?? (options.of ? null : piece.drawings[0])
  const cuts = piece.steps.filter(isCut).map(({ depthMm }) => depthMm)
  const widths = lines.flatMap(({ worked }) =>
    worked.flatMap(({ motif, tool }) => [
      { mm: motif.lineMm, tool: `${tool}, this plan` },
      ...ownTools(motif.drawing).map(({ name, mm }) => ({ mm, tool: `${name || tool}, this plan` })),
    ]),
  )
  const ladder = [...TOOLS.map((tool) => ({ mm: TOOL[tool].lineMm, tool: TOOL[tool].name })), ...widths]
    .filter(({ mm, tool }, i, all) => all.findIndex((one) => one.mm === mm && one.tool === tool) === i)
    .sort((a, b) => a.mm - b.mm)
  const form = buildForm(piece.form)
  if (!form.ok) return form
  return ok({
    form: form.value,
    parts: piece.form.parts,
    ...sizeOf(piece, studio, size),
    unit: studio.settings.length,
    options,
    lines,
    heights: heightsOf(piece, studio),
    grooveMm: Math.max(0, ...cuts),
    ladder,
    notes: notesOn(piece, studio),
    ...(ofDrawing ? numbering(piece, studio, ofDrawing.id, view) : { areas: [], jars: [] }),
  })
}

/** A stage as it decides a size: raw glaze does not change that of bisque. */
export const sizeStage = (stage: Stage): Stage => (stage === 'glazedRaw' ? 'bisque' : stage)

/** The stage at which a step is done, or the first step that decorates a piece. */
export function stageFor(piece: Pick<Piece, 'steps'>, stepId: string | null): Stage {
  const times = timeline(piece.steps)
  const at = piece.steps.findIndex((step) => (stepId ? step.id === stepId : isHandwork(step)))
  return sizeStage(times[Math.max(0, at)].stage)
}
