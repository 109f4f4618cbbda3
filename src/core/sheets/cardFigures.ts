import { capital } from '../base/words'
import { profileAt } from '../form/turnedForm'
import { liesFlat } from '../skin/motifs/motifCopies'
import { heightAt } from './cards'
import { drawnFlat } from './drawnFlat'
import { drawnItems } from './drawnItems'
import { radii, said } from './measures'
import { boxOfAll, fitted, line, mapped, path, polyline, text, type Spot } from './pen'
import type { Sheet, SheetItem } from './sheet'
import type { SheetInput } from './sheetInput'

/* Small figures for a card: smaller than life, words at a size to be read. */

const WORDS_MM = 2.5
/** Heights whose words would touch are moved so far apart, mm on paper. */
const APART_MM = 3.4
const CLAY = '#c9c4bd'

/** At most so many drawings stand on a card. */
export const MOST_DRAWINGS = 3

/**
 * The wall cut on the left, seen from without on the right, with the heights that are marked up it; null for what has no wall to cut.
 *
 * @param tallMm how tall it may be on paper
 * @param wideMm how wide the wall may be
 */
export function sectionFigure(input: SheetInput, tallMm: number, wideMm: number): Sheet | null {
  const { form, scale } = input
  if (form.flat || form.closed) return null
  const { widest } = radii(form)
  const k = Math.min(tallMm / form.heightMm, wideMm / (2 * widest))
  const spot = ({ r, z }: { r: number; z: number }, side: 1 | -1): Spot => [side * r * k, -z * k]
  const { outside, rim } = form.zones
  const along = (from: number, to: number, count: number) =>
    Array.from({ length: count + 1 }, (_, i) => profileAt(form, from + ((to - from) * i) / count))
  const seen = [{ r: 0, z: profileAt(form, 0).z }, ...along(0, rim.from, 120)].map((point) => spot(point, 1))
  const edge = seen[seen.length - 1]
  const items: SheetItem[] = [
    path(
      'mark',
      polyline(
        form.profile.map((point) => spot(point, -1)),
        true,
      ),
      { fill: CLAY, widthMm: 0.25 },
    ),
    path('mark', polyline([...seen, [0, edge[1]]]), { widthMm: 0.25 }),
    path('guide', line([0, 3], [0, -form.heightMm * k - 3]), { dash: [3, 1, 0.6, 1] }),
  ]
  const right = widest * k + 4
  let label = -Infinity
  const heights = input.heights
    .map(({ upMm, words }) => ({ z: heightAt(input, upMm), at: profileAt(form, outside.from + upMm), words }))
    .toSorted((a, b) => a.z - b.z)
  for (const { z, at, words } of heights) {
    label = Math.max(z * k, label + APART_MM)
    items.push(
      path('guide', line(spot(at, 1), [right, -z * k], [right + 3, -label])),
      text([right + 4, -label + 0.9], `${said(z * scale, input)}  ${words}`, WORDS_MM),
    )
  }
  return { title: 'Section', words: [`heights up from the shelf`], ...fitted(items, 1) }
}

/** A drawing as small as it must be: one repeat of what goes round a wall, all of what lies flat; null where it lies on nothing. */
function drawingFigure(input: SheetInput, of: number, sideMm: number): Sheet | null {
  const { name, motif } = input.lines[of]
  const flat = drawnFlat(input, motif, liesFlat(motif) ? null : 0)
  if (!flat?.marks.length) return null
  const { edge } = flat
  const drawn: SheetItem[] = [
    ...drawnItems(flat.marks),
    ...(edge
      ? [
          path(
            'guide',
            polyline(
              Array.from({ length: 91 }, (_, i) => edge(i / 90)),
              true,
            ),
          ),
        ]
      : []),
  ]
  const [left, top, right, bottom] = boxOfAll(drawn)
  const k = sideMm / Math.max(right - left, bottom - top, 1)
  const small = drawn.flatMap((item) =>
    item.kind === 'path' ? [{ ...item, d: mapped(item.d, ([x, y]) => [x * k, y * k] as const) }] : [],
  )
  const words = [
    motif.repeats > 1 && !liesFlat(motif) ? `one of ${motif.repeats}` : '',
    `${said(motif.heightMm * input.scale, input)} tall`,
  ]
  return { title: capital(name), words: [words.filter(Boolean).join(', ')], ...fitted(small, 1) }
}

/** The drawings of a piece in small, the first few. */
export const drawingFigures = (input: SheetInput, sideMm: number): Sheet[] =>
  input.lines.flatMap((_, i) => drawingFigure(input, i, sideMm) ?? []).slice(0, MOST_DRAWINGS)
