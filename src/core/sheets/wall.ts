import { surfacesOf } from '../form/assembly'
import { flatGore, goresFor, PINCH } from '../form/flat/gore'
import { flatOutline } from '../form/flat/outline'
import { profileAt, type Stretch } from '../form/turnedForm'
import type { Surface, SurfaceZone } from '../form/surfaces/surface'
import { liesFlat } from '../skin/motifs/motifCopies'
import { gridFor, marksRound } from './drawnFlat'
import { drawnItems } from './drawnItems'
import { said } from './measures'
import { notePins } from './notePins'
import { arc, circle, cross, fitted, line, path, polyline, text, type Spot } from './pen'
import type { Segment, Sheet, SheetItem } from './sheet'
import type { SheetInput } from './sheetInput'

const GAP_MM = 6
const LEVEL_MM = 10

/** The zone of a surface that is wanted, or its first. */
function zoneOf(surface: Surface, key: string) {
  return surface.zones.find((zone) => zone.key === key) ?? surface.zones[0]
}

/** A surface laid flat: discs as they are, everything else in as many gores as its curve asks for. */
export function flattenedWall(input: SheetInput): Sheet[] {
  const { form, parts, options } = input
  const surface = surfacesOf(form, parts).find(({ id }) => id === options.on) ?? surfacesOf(form, parts)[0]
  const zone = zoneOf(surface, options.zone)
  if (surface.part === null && (zone.key === 'floor' || zone.key === 'base')) return [disc(input, zone.key)]
  const laid = gores(surface, zone, input)
  const name = surface.part === null ? zone.name : `${surface.name}, ${zone.name}`
  return [{ title: `${name}, flat`, ...laid }]
}

/** A floor or a base as a disc, with its rings and rays. */
function disc(input: SheetInput, key: 'floor' | 'base'): Sheet {
  const { form, scale, options } = input
  const { from, to } = form.zones[key]
  const radius = (to - from) * scale
  const { plan } = form
  const hand = key === 'base' ? -1 : 1
  const at = (share: number, r: number): Spot => {
    const [x, z] = plan.at(share)
    return [hand * x * r, z * r]
  }
  const round = plan.plan.kind === 'round'
  const outline = (r: number): Segment[] =>
    round
      ? circle([0, 0], r)
      : polyline(
          Array.from({ length: 240 }, (_, i) => at(i / 240, r)),
          true,
        )
  const items: SheetItem[] = [path('cut', outline(radius)), cross([0, 0], 6)]
  for (let r = LEVEL_MM; r < radius - 1; r += LEVEL_MM) items.push(path('guide', outline(r)))
  for (let k = 0; k < options.sectors; k++)
    items.push(path('guide', line([0, 0], at(k / options.sectors, radius)), { widthMm: 0.15 }))
  items.push(text([0, radius - 2], 'front', 3, { anchor: 'middle', bold: true }))
  const pins = notePins(input, 'wall', ({ across, alongMm }) =>
    alongMm < from || alongMm > to ? null : at(across, (key === 'base' ? alongMm - from : to - alongMm) * scale),
  )
  items.push(...pins.items)
  return {
    title: `${form.flat ? 'Face' : key === 'floor' ? 'Floor' : 'Base'}, flat`,
    words: [
      round ? `A disc of ${said(2 * radius, input)}: exact.` : 'Its own outline: exact.',
      key === 'base' ? 'Seen from below.' : 'Seen from above.',
      ...pins.words,
    ],
    ...fitted(items),
  }
}

/** A stretch in gores side by side, with heights, sectors and the lines that stand on it. */
function gores(
  surface: Surface,
  { stretch, arcs }: Pick<SurfaceZone, 'stretch' | 'arcs'>,
  input: SheetInput,
): Omit<Sheet, 'title'> {
  const { form: own } = surface
  const { scale, options } = input
  const round = own.plan.plan.kind === 'round'
  // A zone that does not go all round is laid out by itself.
  const [arcFrom, arcTo] = arcs?.[0] ?? [0, 1]
  const wide = arcTo - arcFrom
  const count = options.gores > 0 ? options.gores : Math.max(1, Math.ceil(goresFor(own, stretch) * wide))
  const inside = surface.part === null && stretch.from >= own.zones.rim.to && own.zones.rim.to > 0
  const hand = inside ? -1 : 1
  const gore = round ? flatGore(own, stretch, count / wide) : null
  const shareOf = wide / count
  const flats = Array.from({ length: count }, (_, i) => {
    // Of what goes all round the first gore stands about the front.
    const spine = arcs ? arcFrom + (i + 0.5) * shareOf : i / count
    const raw = gore
      ? (s: number, off: number) => gore.at(s, 2 * Math.PI * off)
      : flatOutline(own, stretch, spine, shareOf).at
    return { spine, raw }
  })
  const widest = Math.max(...widths(own, stretch)) * shareOf * scale + GAP_MM
  const placed = flats.map(({ spine, raw }, i) => ({
    spine,
    at: (s: number, off: number): Spot => {
      const [x, y] = raw(s, off)
      return [hand * x * scale + i * widest, -hand * y * scale]
    },
  }))
  const items: SheetItem[] = []
  const rows = Math.max(12, Math.ceil((stretch.to - stretch.from) / 2))
  const upTo = (i: number) => stretch.from + ((stretch.to - stretch.from) * i) / rows
  const acrossAt = (at: (s: number, off: number) => Spot, s: number): Spot[] =>
    Array.from({ length: 33 }, (_, k) => at(s, (k / 32 - 0.5) * shareOf))
  for (const { at, spine } of placed) {
    const left = Array.from({ length: rows + 1 }, (_, i) => at(upTo(i), -shareOf / 2))
    const right = Array.from({ length: rows + 1 }, (_, i) => at(upTo(rows - i), shareOf / 2))
    items.push(
      path(
        'cut',
        polyline([...left, ...acrossAt(at, stretch.to), ...right, ...acrossAt(at, stretch.from).reverse()], true),
      ),
    )
    for (let up = LEVEL_MM; up < (stretch.to - stretch.from) * scale - 1; up += LEVEL_MM) {
      const s = inside ? stretch.to - up / scale : stretch.from + up / scale
      items.push(path('guide', polyline(acrossAt(at, s))))
      if (placed[0].at === at && up % 20 === 0) {
        const [x, y] = at(s, -shareOf / 2)
        items.push(text([x + 1, y - 0.4], `${up}`, 2.4))
      }
    }
    for (let k = 0; k < options.sectors; k++) {
      const off = wrapped(k / options.sectors - spine)
      if (Math.abs(off) > shareOf / 2 - 1e-9) continue
      items.push(
        path('guide', polyline(Array.from({ length: rows + 1 }, (_, i) => at(upTo(i), off))), { widthMm: 0.15 }),
      )
    }
    const [tx, ty] = at(stretch.from + (stretch.to - stretch.from) * 0.04, 0)
    if (count > 1)
      items.push(text([tx, ty], `${placed.findIndex((p) => p.at === at) + 1}`, 4, { anchor: 'middle', bold: true }))
  }
  items.push(...linesOn(surface, stretch, input, placed, shareOf))
  if (surface.part === null && !inside) items.push(...bandsOn(input, stretch, placed, acrossAt))
  const pins = notePins(input, surface.id, ({ across, alongMm }) => {
    if (alongMm < stretch.from || alongMm > stretch.to) return null
    const on = placed.find(({ spine }) => Math.abs(wrapped(across - spine)) <= shareOf / 2 + 1e-9)
    return on ? on.at(alongMm, wrapped(across - on.spine)) : null
  })
  items.push(...pins.items)
  return { words: [...wordsOf(surface, stretch, input, count, gore), ...pins.words], ...fitted(items) }
}

const wrapped = (share: number) => share - Math.round(share)

/** Lengths once round at the rows of a stretch, mm. */
const widths = (form: Surface['form'], { from, to }: Stretch): number[] =>
  Array.from({ length: 41 }, (_, i) => form.plan.length * profileAt(form, from + ((to - from) * i) / 40).r)

interface Placed {
  readonly spine: number
  readonly at: (s: number, off: number) => Spot
}

/** Lines of drawings and motifs where they lie, cut where a gore ends. */
function linesOn(
  surface: Surface,
  { from, to }: Stretch,
  input: SheetInput,
  placed: readonly Placed[],
  shareOf: number,
): SheetItem[] {
  const wanted = input.lines.filter(({ motif }) => (motif.on ?? 'wall') === surface.id && !liesFlat(motif))
  return wanted.flatMap(({ motif }) => {
    if (!gridFor(input, motif.on) || (surface.foot && motif.side === 'outside')) return []
    const raw = marksRound(input, motif, (share, s) => [share, s])
    const runs = raw.flatMap((mark) =>
      mark.kind === 'stroke' ? [mark.points] : mark.contours.map((c) => [...c, c[0]]),
    )
    return placed.flatMap(({ spine, at }) =>
      runs.flatMap((points) => {
        const pieces: Spot[][] = []
        let piece: Spot[] = []
        const turn = points.length ? Math.round(points[0][0] - spine) : 0
        for (const [share, s] of points) {
          const off = share - spine - turn
          const inIt = [off, off - 1, off + 1].find((o) => Math.abs(o) <= shareOf / 2 + 1e-9)
          if (inIt === undefined || s < from - 0.01 || s > to + 0.01) {
            if (piece.length > 1) pieces.push(piece)
            piece = []
          } else piece.push(at(s, inIt))
        }
        if (piece.length > 1) pieces.push(piece)
        return drawnItems(pieces.map((p) => ({ kind: 'stroke' as const, points: p, widthMm: 0.3 })))
      }),
    )
  })
}

/** Heights at which bands begin and end. */
const bandsOn = (
  input: SheetInput,
  { from, to }: Stretch,
  placed: readonly Placed[],
  across: (at: Placed['at'], s: number) => Spot[],
): SheetItem[] =>
  input.heights.flatMap(({ upMm, words }) => {
    const s = from + upMm
    if (s >= to - 0.5) return []
    return placed.flatMap(({ at }, i) => {
      const points = across(at, s)
      return [
        path('mark', polyline(points), { dash: [3, 1.5] }),
        ...(i === 0 ? [text([points[0][0] + 8, points[0][1] - 0.5], words, 2.4)] : []),
      ]
    })
  })

function wordsOf(
  surface: Surface,
  stretch: Stretch,
  input: SheetInput,
  count: number,
  gore: ReturnType<typeof flatGore> | null,
): string[] {
  const { scale } = input
  if (!gore) return ['Not round: laid out from the front by its own outline, true in all its edges.']
  const { pinch, shiftMm, standOffMm } = gore.error
  if (pinch < 0.0005) return [count === 1 ? 'Exact: this surface unrolls.' : `${count} pieces, each exact.`]
  const percent = Number((100 * pinch).toFixed(1))
  return [
    count === 1
      ? `In one piece paper is up to ${percent} % too long or short: cut and dart it where it wrinkles.`
      : `${count} gores. Marks are off by up to ${said(shiftMm * scale, input)}; paper is up to ${percent} % too long or short.`,
    ...(count > 5 ? [`Stiff card stands off by ${said(standOffMm * scale, input)} in the middle.`] : []),
    ...(count > 1 && pinch > PINCH * 1.2 ? [`${goresFor(surface.form, stretch)} gores would keep it under 2 %.`] : []),
  ]
}

/** A plate in one sheet: its well as a disc and its rim round it, with darts to cut out where the rim rises. */
export function darted(input: SheetInput): Sheet[] {
  const { form, scale, options } = input
  const { floor, rim } = form.zones
  const end = form.totalMm
  const reach = (end - rim.to) * scale
  const well = (end - floor.from) * scale
  const radiusAt = (flat: number) => profileAt(form, end - flat / scale).r * scale
  const n = Math.max(3, options.sectors)
  const items: SheetItem[] = [path('guide', circle([0, 0], well)), cross([0, 0], 6)]
  const fine = 24
  const edge: Spot[] = []
  let total = 0
  for (let k = 0; k < n; k++) {
    const middle = (2 * Math.PI * k) / n
    const halfAt = (flat: number) => (Math.PI / n) * Math.min(1, radiusAt(flat) / flat)
    const side = (way: 1 | -1): Spot[] =>
      Array.from({ length: fine + 1 }, (_, i) => {
        const flat = well + ((reach - well) * i) / fine
        const angle = middle + way * halfAt(flat)
        return [Math.sin(angle) * flat, Math.cos(angle) * flat]
      })
    const half = halfAt(reach)
    total += (2 * Math.PI * reach) / n - 2 * half * reach
    const rimArc = Array.from({ length: 17 }, (_, i): Spot => {
      const angle = middle - half + (2 * half * i) / 16
      return [Math.sin(angle) * reach, Math.cos(angle) * reach]
    })
    edge.push(...side(-1), ...rimArc, ...side(1).reverse())
    items.push(path('guide', line([0, 0], [Math.sin(middle) * reach, Math.cos(middle) * reach]), { widthMm: 0.15 }))
  }
  items.push(path('cut', polyline(edge, true)))
  for (let flat = LEVEL_MM; flat < reach - 1; flat += LEVEL_MM)
    if (Math.abs(flat - well) > 1) items.push(path('guide', arc([0, 0], flat, 0, 2 * Math.PI)))
  items.push(text([0, well - 2], 'well', 3, { anchor: 'middle' }))
  return [
    {
      title: 'Plate in one sheet',
      words: [
        `Well and rim together, ${n} darts: ${said(total, input)} of the edge are cut out where the rim rises.`,
        'Cut the darts away and bring their sides together.',
      ],
      ...fitted(items),
    },
  ]
}
