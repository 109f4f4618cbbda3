export const PART_KINDS = ['handle', 'spout', 'lug', 'feet', 'lid'] as const

export type PartKind = (typeof PART_KINDS)[number]
