import { surfaceNoise } from '../numeric/noise'

/** Textures that can be pressed into the clay. */
export const TEXTURE_KINDS = ['cloth', 'cord', 'comb', 'bark', 'dimples'] as const

export type TextureKind = (typeof TEXTURE_KINDS)[number]

/** Impressed textures: depth 0–1 at a place in units of their own size; `x` closes after `n` units round. */
export const TEXTURE: Readonly<
  Record<
    TextureKind,
    { readonly name: string; readonly words: string; readonly depth: (x: number, y: number, n: number) => number }
  >
> = {
  cloth: {
    name: 'cloth',
    words: 'a coarse weave pressed in',
    depth: (x, y) =>
      Math.max(0.1, Math.abs(Math.sin(Math.PI * x)) * 0.5 + Math.abs(Math.sin(Math.PI * y)) * 0.5) ** 3 *
      ((Math.floor(x) + Math.floor(y)) % 2 ? 1 : 0.65),
  },
  cord: {
    name: 'cord',
    words: 'a twisted cord rolled round',
    depth: (x, y) =>
      Math.max(0, Math.sin(2 * Math.PI * (x + 0.5 * Math.sin(2 * Math.PI * y)))) ** 0.7 *
      (Math.sin(2 * Math.PI * y * 0.5) ** 2 > 0.25 ? 1 : 0),
  },
  comb: {
    name: 'comb',
    words: 'combed lines that run round',
    depth: (x, y, n) =>
      Math.max(0, Math.sin(2 * Math.PI * (y + 0.35 * Math.sin((2 * Math.PI * x * 9) / Math.max(9, n))))) ** 0.6,
  },
  bark: {
    name: 'bark',
    words: 'rough like bark',
    depth: (x, y, n) => Math.max(0, surfaceNoise(x * 1.5, y * 0.35, Math.max(2, Math.round(n * 1.5)), 5) * 1.7 - 0.55),
  },
  dimples: {
    name: 'dimples',
    words: 'round dents in rows',
    depth: (x, y) =>
      Math.max(0, 1 - 5.2 * (((x + (Math.floor(y) % 2) * 0.5) % 1) - 0.5) ** 2 - 5.2 * ((y % 1) - 0.5) ** 2),
  },
}
