export const PART_KINDS = ['handle', 'spout', 'lug', 'feet', 'lid', 'ball', 'relief'] as const

export type PartKind = (typeof PART_KINDS)[number]

/** Lengths that a part may have, mm: least and most. */
export const PART_LIMITS = {
  upMm: [0, 2000],
  heightMm: [1, 1000],
  widthMm: [1, 500],
  thickMm: [1, 200],
  outMm: [-200, 300],
} as const
