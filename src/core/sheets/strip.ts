import { flatBand } from '../form/flat/band'
import { flatOutline } from '../form/flat/outline'
import type { TurnedForm } from '../form/turnedForm'
import { marksRound } from './drawnFlat'
import { drawnItems } from './drawnItems'
import { alongOutside, said } from './measures'
import { arrow, fitted, line, path, polyline, text, type Spot } from './pen'
import type { Sheet, SheetItem } from './sheet'
import { chosenLines, type SheetInput } from './sheetInput'

/** Paper that laps over where a strip closes, mm [ours]. */
const OVERLAP_MM = 10

/** Thickness of paper, mm, from memory: a strip lies on the wall, and is longer by π times as much. */
const PAPER_MM = 0.1

/** Points of an edge to a tooth. */
const FINE = 24

/** How an edge swings, −½ to ½, over a tooth, 0 to 1. */
const SWING: Readonly<Record<'zigzag' | 'scallop' | 'wave', (t: number) => number>> = {
  zigzag: (t) => 0.5 - Math.abs(2 * t - 1),
  scallop: (t) => Math.sqrt(Math.max(0, 1 - (2 * t - 1) ** 2)) - 0.5,
  wave: (t) => -Math.cos(2 * Math.PI * t) / 2,
}

/** The measures of a zigzag of tape: pitch, length of a leg, thickness of the tape in the leg, and how many come from one tape. */
export function zigzag(aroundMm: number, teeth: number, swingMm: number, bandMm: number, tapeMm: number) {
  const pitchMm = aroundMm / teeth
  const legMm = Math.hypot(pitchMm / 2, swingMm)
  return {
    pitchMm,
    legMm,
    thickMm: (bandMm * pitchMm) / 2 / legMm,
    // Nested in one another, not one above the other.
    fromOneTape: Math.max(0, Math.floor((tapeMm - swingMm) / bandMm)),
  }
}

/** A strip round the wall at a height, with its divisions and what stands on it. */
export function bandStrip(input: SheetInput): Sheet[] {
  const { form, options, scale } = input
  const s = alongOutside(form, options.upMm)
  const { highMm: high, sectors } = options
  // Teeth swing on top of what stays whole.
  const band = flatBand(form, s, high)
  const grown = 1 + (Math.PI * 2 * PAPER_MM) / 2 / band.lengthMm / scale
  const flat = form.plan.plan.kind === 'round' ? null : unrolledStrip(form, s, high + 2 * options.swingMm)
  const lay = (share: number, up: number): Spot => {
    const [x, y] = flat ? flat(share, up) : band.at(share, up)
    return [x * scale * grown, -y * scale]
  }
  const over = OVERLAP_MM / (band.lengthMm * scale)
  const toothed = options.edge === 'zigzag' || options.edge === 'scallop' || options.edge === 'wave'
  const swing = toothed ? options.swingMm / scale : 0
  const items: SheetItem[] = []
  const run = (from: number, to: number, up: (share: number) => number, fine: number): Spot[] =>
    Array.from({ length: fine + 1 }, (_, i) => {
      const share = from + ((to - from) * i) / fine
      return lay(share, up(share))
    })
  const fine = toothed ? sectors * FINE : band.arc ? 180 : 1
  const edgeAt = (share: number) => {
    if (!toothed) return high / 2
    const t = (((share * sectors) % 1) + 1) % 1
    return high / 2 + swing * SWING[options.edge as 'wave'](t)
  }
  const lowerAt = (share: number) => (toothed && options.tapeMm > 0 ? edgeAt(share) - high : -high / 2)
  // The end follows its edges on, so that teeth meet where it laps over.
  const last = 1 + over
  const top = run(0, last, edgeAt, Math.ceil(fine * last))
  const bottom = run(0, last, lowerAt, Math.ceil(fine * last))
  items.push(path('cut', polyline([...top, ...[...bottom].reverse()], true)))
  items.push(path('mark', line(lay(1, lowerAt(1)), lay(1, edgeAt(1))), { dash: [2, 1.5] }))
  items.push(text(lay(1 + over / 2, 0), 'lap', 2.4, { anchor: 'middle', turn: -90 }))
  for (let k = 0; k < sectors; k++) {
    const share = k / sectors
    items.push(path('mark', line(lay(share, lowerAt(share)), lay(share, edgeAt(share)))))
    const [x, y] = lay(share + 0.5 / sectors, lowerAt(share + 0.5 / sectors) + Math.min(2, high * 0.12))
    items.push(text([x, y], `${k + 1}`, Math.min(3.5, Math.max(2, high * 0.25)), { anchor: 'middle' }))
  }
  const words = [
    `${said(band.lengthMm * scale, input)} round, ${sectors} parts of ${said((band.lengthMm * scale) / sectors, input)}; ` +
      `${said(OVERLAP_MM, input)} to lap over.`,
    flat
      ? 'Not round: laid out by its own outline, from the front.'
      : band.arc
        ? `A part of a cone: radius ${said(band.arc.radiusMm * scale, input)}, ${Number(((band.arc.angle * 180) / Math.PI).toFixed(1))}°.`
        : 'Straight: the wall hardly narrows here.',
  ]
  const worst = Math.max(...band.endsMm.map(Math.abs), Math.abs(band.lengthMm - band.aroundMm)) * scale
  if (worst > 0.3 && !flat)
    words.push(
      `The wall curves under it: it is off by up to ${said(worst, input)} once round, most of it at its edges.`,
    )
  if (toothed) {
    const measures = zigzag(band.lengthMm * scale, sectors, options.swingMm, high * scale, options.tapeMm)
    const nested = band.arc ? 1 : measures.fromOneTape
    const tape = said(options.tapeMm, input)
    words.push(
      `${sectors} teeth of ${said(measures.pitchMm, input)}. ` +
        (nested > 0
          ? `${nested === 1 ? 'One such strip comes' : `${nested} such strips, nested, come`} out of tape ${tape} wide.`
          : `Tape ${tape} wide is too narrow for it.`),
    )
    // The lower edge of each further strip is the upper edge of the one before.
    for (let k = 1; k < nested; k++)
      items.push(path('cut', polyline(run(0, last, (share) => edgeAt(share) + k * high, Math.ceil(fine * last)))))
    if (!band.arc) {
      const foot = -high / 2 - swing / 2
      const tape = [
        lay(0, foot),
        lay(last, foot),
        lay(last, foot + options.tapeMm / scale),
        lay(0, foot + options.tapeMm / scale),
      ]
      items.push(path('guide', polyline(tape, true), { dash: [4, 2] }))
    }
  }
  if (options.edge === 'motif') items.push(...motifOnStrip(input, s, lay))
  items.push(arrow([0, -high * scale - 6], [0, -high * scale - 14]), text([3, -high * scale - 8], 'to the rim', 2.6))
  return [{ title: `Strip at ${said(options.upMm * scale, input)}`, words, ...fitted(items) }]
}

/** A strip round a wall that is not round, by triangles; where it laps over it goes straight on. */
function unrolledStrip(form: TurnedForm, s: number, highMm: number): (share: number, up: number) => Spot {
  const { from, to } = form.zones.outside
  const flat = flatOutline(form, { from: Math.max(from, s - highMm), to: Math.min(to, s + highMm) }, 0.5, 1)
  const STEP = 0.004
  return (share, up) => {
    const end = flat.at(s + up, Math.min(1, share) - 0.5)
    if (share <= 1) return end
    const before = flat.at(s + up, 0.5 - STEP)
    const on = (share - 1) / STEP
    return [end[0] + (end[0] - before[0]) * on, end[1] + (end[1] - before[1]) * on]
  }
}

/** The lines that are chosen, where they lie on the strip. */
function motifOnStrip(input: SheetInput, s: number, lay: (share: number, up: number) => Spot): SheetItem[] {
  const chosen = chosenLines(input)
  if (!chosen || chosen.motif.side !== 'outside' || chosen.motif.on) return []
  return drawnItems(marksRound(input, chosen.motif, (share, along) => lay(share, along - s)))
}
