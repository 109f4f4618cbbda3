export const PART_KINDS = ['handle', 'spout', 'lug', 'feet', 'lid', 'ball', 'relief'] as const

export type PartKind = (typeof PART_KINDS)[number]
