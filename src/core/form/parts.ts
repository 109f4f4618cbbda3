import { PART_LIMITS, type PartKind } from './partKinds'
import { profileAt, widest, type TurnedForm } from './turnedForm'

/** Something joined to the form; lengths in mm as made, heights along the wall. */
export interface Part {
  readonly id: string
  readonly kind: PartKind
  /** Direction round the form, degrees from the front. */
  readonly degrees: number
  /** Lower joint above the foot, along the wall. */
  readonly upMm: number
  /** From the lower joint to the upper one; for a lid its height, for feet theirs. */
  readonly heightMm: number
  readonly widthMm: number
  readonly thickMm: number
  /** What the artist calls it: “head”, “left ear”. Its kind’s name if it is left out. */
  readonly name?: string
  /** How far the middle of a ball stands off the wall, mm; inwards below 0. */
  readonly outMm?: number
  /** How far it leans: outwards from the wall, and round the direction it looks in; degrees. */
  readonly leanDeg?: number
  readonly rollDeg?: number
  /** How much narrower its upper end is than its lower one, −0.9 to 0.9. */
  readonly taper?: number
  /** A lid that is fired beside its pot, and not on it. */
  readonly apart?: boolean
  /** It stands twice: mirrored on the other side of the piece. */
  readonly pair?: boolean
}

/** What a new part is like on a form. */
export const PART: Readonly<
  Record<
    PartKind,
    { readonly name: string; readonly words: string; readonly begins: (form: TurnedForm) => Omit<Part, 'id' | 'kind'> }
  >
> = {
  handle: {
    name: 'handle',
    words: 'a pulled strap with two joints',
    begins: (form) => ({
      degrees: 90,
      upMm: Math.round(wallMm(form) * 0.3),
      heightMm: Math.round(wallMm(form) * 0.5),
      widthMm: 20,
      thickMm: 8,
    }),
  },
  spout: {
    name: 'spout',
    words: 'a tube that stands off the wall',
    begins: (form) => ({
      degrees: 270,
      upMm: Math.round(wallMm(form) * 0.45),
      heightMm: Math.round(wallMm(form) * 0.3),
      widthMm: 30,
      thickMm: 5,
    }),
  },
  lug: {
    name: 'lug',
    words: 'a small ear to lift it by',
    begins: (form) => ({ degrees: 90, upMm: Math.round(wallMm(form) * 0.6), heightMm: 16, widthMm: 26, thickMm: 14 }),
  },
  feet: {
    name: 'three feet',
    words: 'three small feet under the base',
    begins: () => ({ degrees: 0, upMm: 0, heightMm: 10, widthMm: 18, thickMm: 12 }),
  },
  ball: {
    name: 'ball',
    words: 'a head, a paw, an ear, a wing, a berry: round or drawn out',
    begins: (form) => ({
      degrees: 0,
      upMm: Math.round(wallMm(form) * 0.75),
      heightMm: 32,
      widthMm: 32,
      thickMm: 32,
      outMm: 8,
    }),
  },
  relief: {
    name: 'relief',
    words: 'a flat shape laid on the wall: a shell, a leaf, a badge',
    begins: (form) => ({
      degrees: 0,
      upMm: Math.round(wallMm(form) * 0.5),
      heightMm: 40,
      widthMm: 24,
      thickMm: 6,
      taper: 0.4,
    }),
  },
  lid: {
    name: 'lid',
    words: 'sits on the rim, with a knob',
    begins: (form) => ({
      degrees: 0,
      upMm: 0,
      heightMm: Math.round(form.heightMm * 0.3),
      widthMm: 24,
      thickMm: form.wallMm,
    }),
  },
}

const wallMm = (form: TurnedForm) => form.zones.outside.to - form.zones.outside.from

/** Handles and spouts up to this thick soften and drop off when they are painted dry, mm. Common practice, no source. */
const THIN_PART_MM = 9

/** The thinnest of the parts that could drop off when they are painted dry, if there is one. */
export const thinPartOf = (parts: readonly Part[]): Part | undefined =>
  parts
    .filter(({ kind, thickMm }) => kind !== 'lid' && kind !== 'feet' && thickMm <= THIN_PART_MM)
    .sort((a, b) => a.thickMm - b.thickMm)[0]

/** Some of a part’s lengths by a factor: to a tenth of a millimetre, so that what is shown is what is meant, and within their limits. */
function grown(part: Part, keys: readonly (keyof typeof PART_LIMITS)[], by: number): Part {
  const lengths = keys.flatMap((key) => {
    const [least, most] = PART_LIMITS[key]
    const mm = part[key]
    return mm === undefined ? [] : [[key, Math.min(most, Math.max(least, Math.round(mm * by * 10) / 10))]]
  })
  return { ...part, ...Object.fromEntries(lengths) }
}

/**
 * A part in proportion to its form, when that has another size: it keeps its place on the wall, and shapes that are stuck or laid on
 * grow with it. Straps, spouts and feet keep the width and strength that fingers and pouring ask for.
 */
export function inProportion(part: Part, from: TurnedForm, to: TurnedForm): Part {
  const up = wallMm(to) / wallMm(from)
  const across = widest(to).diameterMm / widest(from).diameterMm
  switch (part.kind) {
    case 'feet':
      return part
    case 'handle':
    case 'spout':
    case 'lid':
      return grown(part, ['upMm', 'heightMm'], up)
    case 'lug':
      return grown(grown(part, ['upMm'], up), ['heightMm', 'widthMm'], across)
    case 'relief':
      return grown(grown(part, ['upMm', 'heightMm'], up), ['widthMm'], across)
    case 'ball':
      return grown(grown(part, ['upMm', 'heightMm'], up), ['widthMm', 'thickMm', 'outMm'], across)
  }
}

/** A patch of the skin under a joint: mm along the skin, and shares of a turn (which may pass 1). */
export interface HiddenPatch {
  readonly part: Part
  readonly from: number
  readonly to: number
  readonly left: number
  readonly right: number
}

/** Where joints hide the skin. */
export function hiddenPatches(form: TurnedForm, parts: readonly Part[]): HiddenPatch[] {
  return parts.flatMap((part) => joints(part).map((upMm) => patch(form, part, upMm)))
}

/** Heights of a part’s joints above the foot, mm. */
export function joints(part: Part): number[] {
  switch (part.kind) {
    case 'handle':
      return [part.upMm, part.upMm + part.heightMm]
    case 'spout':
    case 'lug':
    case 'ball':
    case 'relief':
      return [part.upMm]
    case 'feet':
    case 'lid':
      return []
  }
}

/** Heights up the wall at which a part sits on it, mm: joints, and for a lid the rim. */
export function sitsAt(form: TurnedForm, part: Part): number[] {
  if (part.kind === 'lid') return [wallMm(form)]
  return part.kind === 'feet' ? [0] : joints(part)
}

function patch(form: TurnedForm, part: Part, upMm: number): HiddenPatch {
  const middle = form.zones.outside.from + upMm
  const half = (part.kind === 'handle' ? part.widthMm * 0.6 : part.widthMm) / 2
  const { r } = profileAt(form, middle)
  const share = half / Math.max(1, form.plan.length * r)
  return {
    part,
    from: middle - half,
    to: middle + half,
    left: part.degrees / 360 - share,
    right: part.degrees / 360 + share,
  }
}
