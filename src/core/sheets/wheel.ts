import type { Part } from '../form/parts'
import { sectorChord } from '../form/repeats'
import { profileAt } from '../form/turnedForm'
import { facing } from '../form/zoneNames'
import { arc, circle, cross, fitted, line, path, polyline, text, type Spot } from './pen'
import { alongOutside, radii, said, spanSaid } from './measures'
import type { Segment, Sheet, SheetItem } from './sheet'
import type { SheetInput } from './sheetInput'

const RING_MM = 10
/** The wheel reaches this far out of the widest place. */
const BEYOND_MM = 14
const HOLE_MM = 4

const deg = (radians: number) => (radians * 180) / Math.PI

/** Handles, spouts and lugs, that stand at a direction of the wall. */
const joinedAt = (parts: readonly Part[]) => parts.filter(({ kind }) => kind !== 'lid' && kind !== 'feet')

/** Where parts stand: their name, share of a turn, width and height; both of a pair. */
const jointsOf = ({ form, parts }: Pick<SheetInput, 'form' | 'parts'>) =>
  joinedAt(parts).flatMap(({ name, kind, degrees, widthMm, upMm, pair }) =>
    [degrees, ...(pair ? [2 * facing(form.plan.plan) - degrees] : [])].map((turn) => ({
      name: name ?? kind,
      share: (((turn / 360) % 1) + 1) % 1,
      widthMm,
      upMm,
    })),
  )

/** Half the angle that a joint takes at a radius, radians: asin(b ⁄ 2r). */
export const halfJoint = (widthMm: number, radiusMm: number): number =>
  Math.asin(Math.min(1, widthMm / 2 / Math.max(radiusMm, 1e-6)))

/** Shares of a turn at which rays stand: from the first joint, or from the front; between, half a sector on. */
export function rayShares({ options, parts }: Pick<SheetInput, 'options' | 'parts'>): number[] {
  const first = (joinedAt(parts)[0]?.degrees ?? 0) / 360
  const begin = first + (options.between ? 0.5 / options.sectors : 0)
  return Array.from({ length: options.sectors }, (_, k) => (((begin + k / options.sectors) % 1) + 1) % 1)
}

/** Everything of a wheel about 0, 0, seen from above, its front below. */
function wheelItems(input: SheetInput): SheetItem[] {
  const { form, scale } = input
  const { plan } = form
  const round = plan.plan.kind === 'round'
  const { foot, widest, rim } = radii(form)
  const reach = widest * scale + BEYOND_MM
  const at = (share: number, radius: number): Spot => {
    const [x, z] = plan.at(share)
    return [x * radius, z * radius]
  }
  const outline = (radius: number): Segment[] =>
    round
      ? circle([0, 0], radius)
      : polyline(
          Array.from({ length: 240 }, (_, i) => at(i / 240, radius)),
          true,
        )
  const items: SheetItem[] = []
  items.push(path('cut', round ? circle([0, 0], reach) : outline(reach)))
  items.push(path('cut', circle([0, 0], HOLE_MM / 2)))
  for (let r = RING_MM; r < reach - 2; r += RING_MM) {
    items.push(path('guide', outline(r)))
    if (r % 20 === 0) items.push(text([at(0.125, r)[0], at(0.125, r)[1]], `${r}`, 2.4, { anchor: 'middle' }))
  }
  const rings = [
    [foot, 'foot'],
    [widest, 'widest'],
    ...(Math.abs(rim - widest) > 2 && Math.abs(rim - foot) > 2 ? [[rim, 'rim'] as const] : []),
  ] as const
  for (const [radius] of rings) items.push(path('mark', outline(radius * scale), { dash: [4, 2], widthMm: 0.3 }))
  rayShares(input).forEach((share, k) => {
    const [x, y] = at(share, reach)
    const far = Math.hypot(x, y)
    items.push(path('mark', line([(x / far) * 6, (y / far) * 6], [x, y]), { widthMm: 0.3 }))
    // Number and angle stand beside the ray, on its way round.
    const beside = (mm: number, out: number): Spot => {
      const [px, py] = at(share + mm / (2 * Math.PI * reach), reach - out)
      return [px, py + 1]
    }
    const angle = deg(((Math.atan2(x, y) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI))
    items.push(text(beside(4, 4), `${k + 1}`, 4, { anchor: 'middle', bold: true }))
    items.push(text(beside(6.5, 11.5), `${Number(angle.toFixed(2))}°`, 2.4, { anchor: 'middle' }))
  })
  for (const { name, share, widthMm, upMm } of jointsOf(input)) {
    const radius = profileAt(form, alongOutside(form, upMm)).r * scale
    // By angle where it is round, by length of the outline where it is not: as the wall itself is walked.
    const half = round
      ? halfJoint(widthMm * scale, radius) / (2 * Math.PI)
      : (widthMm * scale) / 2 / (plan.length * radius)
    for (const side of [-half, half]) {
      const [from, to] = [at(share + side, radius - 6), at(share + side, reach)]
      items.push(path('mark', line(from, to), { dash: [1.5, 1] }))
    }
    const rim = Array.from({ length: 13 }, (_, i) => at(share + half * (i / 6 - 1), reach - 2))
    // Its name stands beside its edge, off the ray through its middle.
    const [x, y] = at(share - half - 4 / (plan.length * radius), radius + 6)
    items.push(path('mark', polyline(rim), { widthMm: 0.8 }), text([x, y + 1], name, 3, { anchor: 'middle' }))
  }
  items.push(text([0, reach - 1.5], 'front', 3, { anchor: 'middle', bold: true }), cross([0, 0], 8))
  items.push(...ringTable(input, rings, [reach + 8, -reach + 6]))
  return items
}

/** What the dashed rings are, beside the wheel: their diameters, and the chord of a sector where the form is round. */
function ringTable(
  input: SheetInput,
  rings: readonly (readonly [radius: number, word: string])[],
  [x, top]: Spot,
): SheetItem[] {
  const { form, scale, options } = input
  const isRound = form.plan.plan.kind === 'round'
  return rings.flatMap(([radius, word], i) => {
    const y = top + i * 13
    const chord = `chord ${said(sectorChord(radius * scale, options.sectors), input)}`
    return [
      text([x, y], `${word} ${said(2 * radius * scale, input)}${isRound ? '' : ' on the narrow side'}`, 3.4, {
        bold: true,
      }),
      ...(isRound ? [text([x, y + 4.6], chord, 3.2)] : []),
    ]
  })
}

/** A wheel of equal sectors to stand under a piece. */
export function sectorWheel(input: SheetInput): Sheet[] {
  const { options, form, scale } = input
  const { widest } = radii(form)
  const span = spanSaid(2 * widest * scale, input)
  const words = [
    `${options.sectors} sectors of ${Number((360 / options.sectors).toFixed(2))}°, counted the way the wheel is read from above.`,
    form.plan.plan.kind === 'round'
      ? form.flat
        ? 'Lay the slab on its ring, then carry each ray over its edge onto the face.'
        : 'Centre the foot on its ring, then carry each ray up the wall with a square.'
      : 'Not round: rays stand at equal lengths of the outline, not at equal angles.',
    span ? `The widest place may be ${span} more or less while this stage lasts.` : '',
  ].filter(Boolean)
  if (options.half && form.plan.plan.kind === 'round') return [halfWheel(input, words)]
  return [{ title: `Sector wheel, ${options.sectors}`, words, ...fitted(wheelItems(input)) }]
}

/**
 * Half a wheel: laid along the diameter and turned end for end. With an odd number the other half falls between its rays: those are
 * dashed.
 */
function halfWheel(input: SheetInput, words: string[]): Sheet {
  const { options, form, scale } = input
  const { widest } = radii(form)
  const reach = widest * scale + BEYOND_MM
  const n = options.sectors
  const items: SheetItem[] = [
    path('cut', [
      ...arc([0, 0], reach, Math.PI, 2 * Math.PI),
      ...line([reach, 0], [-reach, 0]).map((s): Segment => (s[0] === 'M' ? ['L', s[1], s[2]] : s)),
      ['Z'],
    ]),
    path('cut', [...arc([0, 0], HOLE_MM / 2, Math.PI, 2 * Math.PI)]),
  ]
  for (let r = RING_MM; r < reach - 2; r += RING_MM) items.push(path('guide', arc([0, 0], r, Math.PI, 2 * Math.PI)))
  items.push(path('mark', arc([0, 0], widest * scale, Math.PI, 2 * Math.PI), { dash: [4, 2], widthMm: 0.3 }))
  const ray = (degrees: number, dashed: boolean) => {
    const angle = Math.PI + (degrees * Math.PI) / 180
    const [x, y] = [Math.cos(angle), Math.sin(angle)]
    items.push(
      path('mark', line([x * 6, y * 6], [x * reach, y * reach]), {
        widthMm: 0.3,
        ...(dashed ? { dash: [2, 1.5] } : {}),
      }),
    )
    items.push(
      text([x * (reach - 8), y * (reach - 8) - 0.8], `${Number(degrees.toFixed(2))}°`, 2.8, { anchor: 'middle' }),
    )
  }
  for (const [degrees, dashed] of halfRays(n)) ray(degrees, dashed)
  items.push(
    text([0, -reach * 0.45], `chord at the widest: ${said(sectorChord(widest * scale, n), input)}`, 3, {
      anchor: 'middle',
    }),
  )
  return {
    title: `Half wheel, ${n}`,
    words: [
      ...words,
      n % 2
        ? 'Mark the whole lines; turn it end for end and mark the dashed ones.'
        : 'Mark the lines; turn it end for end and mark them again.',
    ],
    ...fitted(items),
  }
}

/** Angles of the rays of a half wheel, and whether they are for its second laying. */
export const halfRays = (n: number): [degrees: number, second: boolean][] =>
  n % 2
    ? [
        ...Array.from({ length: Math.floor(n / 2) + 1 }, (_, k): [number, boolean] => [(k * 360) / n, false]),
        ...Array.from({ length: Math.floor(n / 2) + 1 }, (_, k): [number, boolean] => [((k + 0.5) * 360) / n, true]),
      ]
    : Array.from({ length: n / 2 + 1 }, (_, k): [number, boolean] => [(k * 360) / n, false])

/** One sector as a card, to step round the rim with. */
export function wedgeCard(input: SheetInput): Sheet[] {
  const { options, form, scale } = input
  const { widest } = radii(form)
  const reach = widest * scale + BEYOND_MM
  const half = Math.PI / options.sectors
  const items: SheetItem[] = [
    path('cut', [['M', 0, 0], ...arc([0, 0], reach, -Math.PI / 2 - half, -Math.PI / 2 + half, 'L'), ['Z']]),
    path('mark', arc([0, 0], widest * scale, -Math.PI / 2 - half, -Math.PI / 2 + half), { dash: [4, 2], widthMm: 0.3 }),
    path('mark', line([0, 0], [0, -reach]), { dash: [2, 1.5] }),
    text([0, -reach + 8], `1/${options.sectors}`, 5, { anchor: 'middle', bold: true }),
    text([0, -widest * scale * 0.7], `${Number((360 / options.sectors).toFixed(2))}°`, 4, { anchor: 'middle' }),
    text([0, -widest * scale * 0.6], `chord ${said(sectorChord(widest * scale, options.sectors), input)}`, 3, {
      anchor: 'middle',
    }),
  ]
  for (let r = RING_MM; r < reach - 2; r += RING_MM)
    items.push(path('guide', arc([0, 0], r, -Math.PI / 2 - half, -Math.PI / 2 + half)))
  return [
    {
      title: `Wedge card, 1/${options.sectors}`,
      words: ['Step it round from mark to mark; its middle line halves a sector.'],
      ...fitted(items),
    },
  ]
}
