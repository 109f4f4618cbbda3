import { infiniteReflectance, mixOptics } from '../colour/kubelkaMunk'
import { linearFromHex, hexFromLinear, type Triple } from '../colour/colourSpaces'
import { CONES, coneIndex } from '../firing/cones'
import type { Medium } from '../vocabulary/material'

/** Parts of media that make a mixture, by volume. */
export interface MixturePart {
  readonly mediumId: string
  readonly parts: number
}

/**
 * The media of a plan, numbered for the simulator. Mixtures join the table as they are met and keep their number, so a picture
 * and its stacks stay valid while a plan is edited.
 */
export class MediaTable {
  readonly list: Medium[]
  private readonly numbers = new Map<string, number>()
  private readonly parts = new Map<number, readonly { readonly mediumId: string; readonly share: number }[]>()

  constructor(media: readonly Medium[]) {
    this.list = media.slice()
    media.forEach((medium, i) => this.numbers.set(medium.id, i))
  }

  numberOf(id: string): number | undefined {
    return this.numbers.get(id)
  }

  /** The number of a mixture; unknown media are left out, and one alone is itself. */
  mixture(parts: readonly MixturePart[]): number | undefined {
    const known = parts.filter((p) => p.parts > 0 && this.numbers.has(p.mediumId))
    if (known.length === 0) return undefined
    if (new Set(known.map((p) => p.mediumId)).size === 1) return this.numbers.get(known[0].mediumId)
    const key = known.map((p) => `${p.parts}*${p.mediumId}`).join('+')
    const number = this.numbers.get(key)
    if (number !== undefined) return number
    this.list.push(
      mixed(
        key,
        known.map((p) => ({ medium: this.list[this.numbers.get(p.mediumId) as number], parts: p.parts })),
      ),
    )
    const made = this.list.length - 1
    const total = known.reduce((sum, p) => sum + p.parts, 0)
    this.numbers.set(key, made)
    this.parts.set(
      made,
      known.map((p) => ({ mediumId: p.mediumId, share: p.parts / total })),
    )
    return made
  }

  /** What a medium is mixed of, with the share of each; itself if it is no mixture. */
  partsOf(number: number): readonly { readonly mediumId: string; readonly share: number }[] {
    return this.parts.get(number) ?? [{ mediumId: this.list[number].id, share: 1 }]
  }
}

/** K/S of a thick raw film from its reflectance in one of three bands: raw colours mix as pigments do, not as lights. */
const thickRatio = (reflectance: number): number =>
  (1 - Math.max(0.004, reflectance)) ** 2 / (2 * Math.max(0.004, reflectance))

/**
 * A mixture by volume: optics add up, the film is a mean, so are the raw colours by absorption over scattering; the firing range
 * is what all stand.
 */
export function mixed(id: string, parts: readonly { medium: Medium; parts: number }[]): Medium {
  const total = parts.reduce((sum, p) => sum + p.parts, 0)
  const shares = parts.map((p) => p.parts / total)
  const first = parts[0].medium
  const optics = mixOptics(parts.map((p) => ({ part: p.parts, optics: p.medium.optics })))
  const raw = (pick: (m: Medium) => string) => {
    const sum: [number, number, number] = [0, 0, 0]
    parts.forEach((p, k) => linearFromHex(pick(p.medium)).forEach((v, i) => (sum[i] += shares[k] * thickRatio(v))))
    return hexFromLinear(sum.map((q) => infiniteReflectance(q, 1)) as unknown as Triple)
  }
  const from = Math.max(...parts.map((p) => coneIndex(p.medium.range.from)))
  const to = Math.min(...parts.map((p) => coneIndex(p.medium.range.to)))
  return {
    ...first,
    id,
    name: parts.map((p) => `${Number(p.parts.toFixed(2))} ${p.medium.name}`).join(' : '),
    optics: { K: Array.from(optics.K), S: Array.from(optics.S) },
    raw: { wet: raw((m) => m.raw.wet), dry: raw((m) => m.raw.dry) },
    range: { from: CONES[Math.min(from, to)], to: CONES[Math.max(from, to)] },
    fugitive: parts.some((p) => p.medium.fugitive),
    labelledFoodSafe: parts.every((p) => p.medium.labelledFoodSafe),
    filmUm: parts.reduce((sum, p, k) => sum + shares[k] * p.medium.filmUm, 0),
  }
}
