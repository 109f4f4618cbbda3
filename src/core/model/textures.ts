/** Textures that can be pressed into the clay. */
export const TEXTURE_KINDS = ['cloth', 'cord', 'comb', 'bark', 'dimples'] as const

export type TextureKind = (typeof TEXTURE_KINDS)[number]
