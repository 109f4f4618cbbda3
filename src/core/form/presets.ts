import type { PartKind } from './partKinds'
import type { Part } from './parts'
import type { Plan } from './planOutline'
import type { ProfilePoint } from './profile'

/** What a potter measures on a finished piece, mm as made. */
export interface TurnedSizes {
  readonly heightMm: number
  readonly rimMm: number
  readonly bellyMm: number
  readonly footMm: number
  readonly wallMm: number
}

export const FORM_PRESETS = [
  'jug',
  'beaker',
  'mug',
  'cup',
  'bowl',
  'pinchBowl',
  'dish',
  'plate',
  'platter',
  'cylinderJar',
  'bottle',
  'moonJar',
  'teapot',
  'bird',
  'seal',
  'bead',
  'planter',
  'ladle',
  'tile',
] as const

export type FormPreset = (typeof FORM_PRESETS)[number]

/** A part that a preset begins with: of its kind as usual, or with sizes and a name of its own. */
export type BegunPart = PartKind | ({ readonly kind: PartKind; readonly name: string } & Partial<Omit<Part, 'id'>>)

export interface PresetDefinition {
  readonly name: string
  readonly words: string
  readonly sizes: TurnedSizes
  /** Whether the widest part is measured apart from rim and foot. */
  readonly hasBelly: boolean
  /** A slab: its height is its thickness, and it has a back, an edge and a face instead of an inside. */
  readonly flat?: boolean
  /** A figure’s body: hollow, closed at the top. */
  readonly closed?: boolean
  /** Of clay all through but for a hole along its axis, by which it hangs on a wire; its wall reaches from the hole to the outside. */
  readonly solid?: boolean
  /** How many are usually made at once; one if left out. */
  readonly usualCount?: number
  /** How it looks from above, how uneven its wall is, and what is joined to it, unless the artist says otherwise. */
  readonly begins?: { readonly plan?: Plan; readonly unevenMm?: number; readonly parts?: readonly BegunPart[] }
  /** Control points of the outside, from the edge of the foot to the rim, for given diameters and height. */
  readonly outline: (s: TurnedSizes) => ProfilePoint[]
}

const at = (diameter: number, height: number): ProfilePoint => ({ r: diameter / 2, z: height })
const between = (a: number, b: number, share: number) => a + (b - a) * share

/** A ball that a figure begins with. */
const ball = (name: string, sizes: Partial<Omit<Part, 'id' | 'kind' | 'name'>>): BegunPart => ({
  kind: 'ball',
  name,
  ...sizes,
})

/** The meridian of an egg that stands on a flat foot, foot to top. */
function egg({ heightMm, bellyMm, footMm }: TurnedSizes): ProfilePoint[] {
  const half = heightMm / (1 + Math.sqrt(1 - (footMm / bellyMm) ** 2))
  const from = -Math.asin(Math.min(1, (heightMm - half) / half))
  return Array.from({ length: 97 }, (_, i) => {
    const t = from + (i / 96) * (Math.PI / 2 - from)
    return { r: i === 96 ? 0 : (bellyMm / 2) * Math.cos(t), z: heightMm - half + half * Math.sin(t) }
  })
}

/** The meridian of a bead round a hole, from the edge of its lower mouth to that of its upper one, and across it. */
function bead({ heightMm, bellyMm, wallMm }: TurnedSizes): ProfilePoint[] {
  const [middle, hole] = [heightMm / 2, holeMm({ bellyMm, wallMm }) / 2]
  const to = Math.acos(Math.min(1, Math.max(0, hole / (bellyMm / 2))))
  const arc = Array.from({ length: 97 }, (_, i) => {
    const t = to * (i / 48 - 1)
    return { r: (bellyMm / 2) * Math.cos(t), z: middle + (middle * Math.sin(t)) / Math.sin(to) }
  })
  return [...arc, { r: 0, z: heightMm }]
}

/** Width of the hole of what is of clay all through, mm. */
export const holeMm = ({ bellyMm, wallMm }: Pick<TurnedSizes, 'bellyMm' | 'wallMm'>): number => bellyMm - 2 * wallMm

/** Form presets: each is a few control points as shares of the measured sizes. */
export const PRESETS: Readonly<Record<FormPreset, PresetDefinition>> = {
  jug: {
    name: 'Jug',
    words: 'round belly, waisted neck, flaring rim; the handle comes later',
    sizes: { heightMm: 214, rimMm: 78, bellyMm: 142, footMm: 84, wallMm: 6.8 },
    hasBelly: true,
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.42), h * 0.12),
      at(between(foot, belly, 0.93), h * 0.33),
      at(belly, h * 0.46),
      at(between(rim, belly, 0.68), h * 0.65),
      at(between(rim, belly, 0.06), h * 0.79),
      at(rim * 0.93, h * 0.87),
      at(rim, h),
    ],
  },
  beaker: {
    name: 'Beaker',
    words: 'straight, a little wider at the rim',
    sizes: { heightMm: 112, rimMm: 88, bellyMm: 88, footMm: 68, wallMm: 4.5 },
    hasBelly: false,
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, rim, 0.34), h * 0.3),
      at(between(foot, rim, 0.68), h * 0.66),
      at(rim, h),
    ],
  },
  mug: {
    name: 'Mug',
    words: 'straight wall, a handle',
    sizes: { heightMm: 98, rimMm: 86, bellyMm: 90, footMm: 76, wallMm: 4.5 },
    hasBelly: true,
    begins: { parts: ['handle'] },
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.8), h * 0.16),
      at(belly, h * 0.4),
      at(between(rim, belly, 0.6), h * 0.72),
      at(rim, h),
    ],
  },
  cup: {
    name: 'Cup',
    words: 'small, round below, no handle',
    sizes: { heightMm: 72, rimMm: 84, bellyMm: 84, footMm: 44, wallMm: 4 },
    hasBelly: false,
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(foot * 1.04, h * 0.1),
      at(between(foot, rim, 0.62), h * 0.34),
      at(between(foot, rim, 0.94), h * 0.7),
      at(rim, h),
    ],
  },
  pinchBowl: {
    name: 'Pinched bowl',
    words: 'pinched by hand, its wall and rim uneven',
    sizes: { heightMm: 76, rimMm: 132, bellyMm: 138, footMm: 62, wallMm: 7 },
    hasBelly: true,
    begins: { unevenMm: 2.2 },
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.55), h * 0.16),
      at(between(foot, belly, 0.92), h * 0.45),
      at(belly, h * 0.72),
      at(rim, h),
    ],
  },
  plate: {
    name: 'Plate',
    words: 'flat well, a broad rim',
    sizes: { heightMm: 26, rimMm: 262, bellyMm: 262, footMm: 164, wallMm: 6.5 },
    hasBelly: false,
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, rim, 0.14), h * 0.2),
      at(between(foot, rim, 0.3), h * 0.52),
      at(between(foot, rim, 0.65), h * 0.78),
      at(rim, h),
    ],
  },
  platter: {
    name: 'Oval platter',
    words: 'wide and low, longer than it is broad',
    sizes: { heightMm: 40, rimMm: 246, bellyMm: 246, footMm: 170, wallMm: 7.5 },
    hasBelly: false,
    begins: { plan: { kind: 'oval', ratio: 1.4 } },
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, rim, 0.3), h * 0.24),
      at(between(foot, rim, 0.66), h * 0.62),
      at(rim, h),
    ],
  },
  teapot: {
    name: 'Teapot',
    words: 'round, with spout, lid and handle',
    sizes: { heightMm: 118, rimMm: 84, bellyMm: 152, footMm: 86, wallMm: 5 },
    hasBelly: true,
    begins: {
      parts: [
        { kind: 'spout', name: 'spout', degrees: 90, upMm: 46, heightMm: 74, widthMm: 34, thickMm: 4 },
        { kind: 'handle', name: 'handle', degrees: 270, upMm: 42, heightMm: 84, widthMm: 19, thickMm: 9 },
        { kind: 'lid', name: 'lid', heightMm: 44, widthMm: 20, thickMm: 4.5 },
      ],
    },
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.56), h * 0.1),
      at(between(foot, belly, 0.92), h * 0.28),
      at(belly, h * 0.48),
      at(between(rim, belly, 0.86), h * 0.7),
      at(between(rim, belly, 0.42), h * 0.9),
      at(rim, h),
    ],
  },
  bird: {
    name: 'Plump bird',
    words: 'a hollow figure: body, head, wings, tail and beak',
    sizes: { heightMm: 76, rimMm: 30, bellyMm: 72, footMm: 34, wallMm: 5 },
    hasBelly: true,
    closed: true,
    begins: {
      plan: { kind: 'oval', ratio: 1.2 },
      parts: [
        ball('head', { degrees: 90, upMm: 84, outMm: 7, heightMm: 44, widthMm: 44, thickMm: 45 }),
        ball('beak', { degrees: 90, upMm: 70, outMm: 22, heightMm: 8, widthMm: 9, thickMm: 26, leanDeg: -6 }),
        ball('wing', {
          degrees: 0,
          upMm: 52,
          outMm: -4,
          heightMm: 36,
          widthMm: 64,
          thickMm: 18,
          leanDeg: -10,
          rollDeg: 16,
          pair: true,
        }),
        ball('tail', { degrees: 270, upMm: 66, outMm: 8, heightMm: 13, widthMm: 24, thickMm: 56, leanDeg: -42 }),
      ],
    },
    outline: egg,
  },
  seal: {
    name: 'Seal pup',
    words: 'a hollow figure: long body, head, nose, flippers and tail',
    sizes: { heightMm: 62, rimMm: 30, bellyMm: 68, footMm: 44, wallMm: 5 },
    hasBelly: true,
    closed: true,
    begins: {
      plan: { kind: 'oval', ratio: 2 },
      parts: [
        ball('head', { degrees: 90, upMm: 55, outMm: 10, heightMm: 48, widthMm: 48, thickMm: 50 }),
        ball('muzzle', { degrees: 90, upMm: 43, outMm: 23, heightMm: 20, widthMm: 27, thickMm: 22 }),
        ball('nose', { degrees: 90, upMm: 45, outMm: 32, heightMm: 8, widthMm: 11, thickMm: 7 }),
        ball('flipper', {
          degrees: 62,
          upMm: 14,
          outMm: 4,
          heightMm: 14,
          widthMm: 24,
          thickMm: 40,
          leanDeg: -16,
          pair: true,
        }),
        ball('tail', { degrees: 270, upMm: 18, outMm: 4, heightMm: 10, widthMm: 46, thickMm: 36, leanDeg: -14 }),
      ],
    },
    outline: egg,
  },
  ladle: {
    name: 'Ladle',
    words: 'a small bowl with a long handle',
    sizes: { heightMm: 44, rimMm: 84, bellyMm: 84, footMm: 36, wallMm: 4.5 },
    hasBelly: false,
    begins: {
      parts: [{ kind: 'lug', name: 'handle', degrees: 90, upMm: 40, heightMm: 140, widthMm: 18, thickMm: 10 }],
    },
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(foot * 1.1, h * 0.08),
      at(between(foot, rim, 0.62), h * 0.34),
      at(between(foot, rim, 0.94), h * 0.72),
      at(rim, h),
    ],
  },
  bead: {
    name: 'String of beads',
    words: 'round, with a hole; strung on a wire to fire',
    sizes: { heightMm: 20, rimMm: 5, bellyMm: 22, footMm: 5, wallMm: 8.5 },
    hasBelly: true,
    closed: true,
    solid: true,
    usualCount: 12,
    outline: bead,
  },
  planter: {
    name: 'Planter with shells',
    words: 'a wide pot, mussel shells laid on its wall',
    sizes: { heightMm: 132, rimMm: 158, bellyMm: 160, footMm: 112, wallMm: 7 },
    hasBelly: true,
    begins: {
      parts: [24, 66, 108, 150].flatMap((degrees, i) =>
        [0, 180].map((turn, k) => ({
          kind: 'relief' as const,
          name: `shell ${2 * i + k + 1}`,
          degrees: (degrees + turn) % 360,
          upMm: i % 2 ? 58 : 80,
          heightMm: 48,
          widthMm: 24,
          thickMm: 7,
          taper: 0.55,
          rollDeg: i % 2 ? 24 : -18,
        })),
      ),
    },
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.5), h * 0.22),
      at(between(foot, belly, 0.88), h * 0.56),
      at(belly, h * 0.84),
      at(rim, h),
    ],
  },
  tile: {
    name: 'Tile or slab',
    words: 'flat, round or rectangular: back, edge and face',
    sizes: { heightMm: 9, rimMm: 148, bellyMm: 148, footMm: 148, wallMm: 9 },
    hasBelly: false,
    flat: true,
    begins: { plan: { kind: 'rectangle', ratio: 1 } },
    outline: ({ heightMm: h, rimMm: rim }) => [at(rim, 0), at(rim, h)],
  },
  bowl: {
    name: 'Bowl',
    words: 'open curve from a small foot',
    sizes: { heightMm: 92, rimMm: 204, bellyMm: 204, footMm: 78, wallMm: 5.5 },
    hasBelly: false,
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(foot * 1.02, h * 0.08),
      at(between(foot, rim, 0.5), h * 0.28),
      at(between(foot, rim, 0.84), h * 0.62),
      at(rim, h),
    ],
  },
  dish: {
    name: 'Wide dish',
    words: 'broad floor, low flaring wall',
    sizes: { heightMm: 58, rimMm: 318, bellyMm: 318, footMm: 196, wallMm: 7.5 },
    hasBelly: false,
    outline: ({ heightMm: h, rimMm: rim, footMm: foot }) => [
      at(foot, 0),
      at(foot * 1.01, h * 0.1),
      at(between(foot, rim, 0.42), h * 0.34),
      at(between(foot, rim, 0.78), h * 0.7),
      at(rim, h),
    ],
  },
  cylinderJar: {
    name: 'Lidded jar',
    words: 'straight walls, drawn in at foot and rim, with a lid',
    sizes: { heightMm: 124, rimMm: 88, bellyMm: 98, footMm: 90, wallMm: 5.5 },
    hasBelly: true,
    begins: { parts: ['lid'] },
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.85), h * 0.12),
      at(belly, h * 0.4),
      at(belly, h * 0.72),
      at(between(rim, belly, 0.75), h * 0.9),
      at(rim, h),
    ],
  },
  bottle: {
    name: 'Bottle',
    words: 'full shoulder, narrow neck',
    sizes: { heightMm: 246, rimMm: 42, bellyMm: 128, footMm: 82, wallMm: 6 },
    hasBelly: true,
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.55), h * 0.14),
      at(belly, h * 0.38),
      at(between(rim, belly, 0.78), h * 0.56),
      at(between(rim, belly, 0.16), h * 0.71),
      at(rim * 0.86, h * 0.84),
      at(rim, h),
    ],
  },
  moonJar: {
    name: 'Moon jar',
    words: 'nearly a sphere, short upright rim',
    sizes: { heightMm: 226, rimMm: 96, bellyMm: 232, footMm: 92, wallMm: 7 },
    hasBelly: true,
    outline: ({ heightMm: h, rimMm: rim, bellyMm: belly, footMm: foot }) => [
      at(foot, 0),
      at(between(foot, belly, 0.52), h * 0.12),
      at(between(foot, belly, 0.88), h * 0.29),
      at(belly, h * 0.49),
      at(between(rim, belly, 0.86), h * 0.7),
      at(between(rim, belly, 0.44), h * 0.86),
      at(rim * 1.01, h * 0.94),
      at(rim, h),
    ],
  },
}
