import type { Stage } from '../../clay/stages'
import { buildForm } from '../../form/buildForm'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, isAreaWork, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { bandEdges } from '../../sheets/measures'
import type { SheetKind } from '../../sheets/kinds'
import { PLAIN_OPTIONS, type SheetOptions } from '../../sheets/sheetInput'
import { liesFlat } from '../../skin/motifs/motifCopies'
import { stepWords } from '../words/stepWords'
import { linesOf, sizeStage } from './sheetInput'

/** A sheet that a plan calls for: of what kind, with what chosen, for which stage and why. */
export interface WantedSheet {
  readonly kind: SheetKind
  readonly options: SheetOptions
  readonly stage: Stage
  readonly because: string
}

/** The options that sheets of a piece begin with: sectors and lines as the plan has them. */
export function beginOptions(piece: Piece, studio: Studio): SheetOptions {
  const divided = piece.steps.find((step) => isA(step, 'marking out'))
  const lines = linesOf(piece, studio)
  const wall = lines.find(({ motif }) => motif.side === 'outside' && !motif.on)
  const { heightMm } = piece.form.sizes
  return {
    ...PLAIN_OPTIONS,
    sectors: divided?.sectors ?? lines.find(({ motif }) => motif.repeats > 2)?.motif.repeats ?? 12,
    of: lines[0]?.id ?? '',
    upMm: wall ? Math.round(wall.motif.upMm + wall.motif.heightMm / 2) : Math.round(heightMm / 2),
    highMm: wall ? Math.round(wall.motif.heightMm + 4) : 20,
    zone: 'outside',
  }
}

/** What a step needs on paper: its lines traced or cut, its band as a strip, its sectors as a wheel. */
export function sheetOfStep(piece: Piece, studio: Studio, step: Step): Omit<WantedSheet, 'stage'> | null {
  const begin = beginOptions(piece, studio)
  const because = `step ${piece.steps.indexOf(step) + 1}, ${stepWords(step, studio, piece).title}`
  if (isA(step, 'marking out')) return { kind: 'wheel', options: { ...begin, sectors: step.sectors }, because }
  if (isAreaWork(step))
    return step.motif.of ? { kind: 'byNumber', options: { ...begin, of: step.motif.of }, because } : null
  if ('motif' in step && step.motif) {
    const of = step.motif.of ?? step.id
    const stencilled = isA(step, 'masking') && step.material === 'stencil'
    return {
      kind: stencilled ? 'stencil' : 'tracing',
      options: { ...begin, of, sectors: Math.max(2, step.motif.repeats) },
      because,
    }
  }
  if (!('place' in step) || !step.place.band || !step.place.parts.includes('outside')) return null
  const form = buildForm(piece.form)
  const edges = form.ok && !form.value.flat ? bandEdges(form.value, step.place.band) : null
  return edges && { kind: 'strip', options: { ...begin, ...edges, edge: 'plain' }, because }
}

/** The sheets of a plan: one for each step that needs one, and what goes with all of them; none twice. */
export function wantedSheets(piece: Piece, studio: Studio): WantedSheet[] {
  const form = buildForm(piece.form)
  if (!form.ok) return []
  const times = timeline(piece.steps)
  const found = new Map<string, WantedSheet>()
  piece.steps.forEach((step, i) => {
    const wanted = sheetOfStep(piece, studio, step)
    if (!wanted) return
    const { kind, options } = wanted
    const stage = sizeStage(times[i].stage)
    const key = [
      kind,
      kind === 'wheel' ? options.sectors : kind === 'strip' ? `${options.upMm}/${options.highMm}` : options.of,
      stage,
    ].join()
    if (!found.has(key)) found.set(key, { ...wanted, stage })
  })
  const steps = [...found.values()]
  const begin = beginOptions(piece, studio)
  const first = steps[0]?.stage ?? 'leatherHard'
  const more: WantedSheet[] = []
  const repeated = linesOf(piece, studio).some(({ motif }) => motif.repeats > 2 && !liesFlat(motif))
  if (repeated && !steps.some(({ kind }) => kind === 'wheel'))
    more.push({ kind: 'wheel', options: begin, stage: first, because: 'repeats round the form' })
  if (!form.value.flat && piece.steps.some((step) => 'place' in step && step.place.band))
    more.push({ kind: 'gauge', options: begin, stage: first, because: 'bands at heights' })
  return [...more, ...steps]
}
