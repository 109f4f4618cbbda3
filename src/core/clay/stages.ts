/** The states of clay in the order of its life. `glazedRaw` is bisque under an unfired glaze. */
export const STAGES = [
  'wet',
  'softLeatherHard',
  'leatherHard',
  'hardLeatherHard',
  'boneDry',
  'bisque',
  'glazedRaw',
  'fired',
] as const

export type Stage = (typeof STAGES)[number]

/** The stages that drying alone can reach. */
export const DRYING_STAGES = [
  'wet',
  'softLeatherHard',
  'leatherHard',
  'hardLeatherHard',
  'boneDry',
] as const satisfies readonly Stage[]

export type DryingStage = (typeof DRYING_STAGES)[number]

export interface StageDefinition {
  readonly name: string
  /** How to tell, in a potter's words. Common practice, no source. */
  readonly sign: string
  /** Water still in the wall, 1 wet to 0 dry: the thickness of the wedge on the rail. */
  readonly water: number
  /** Suction of the surface for the water of a coat, µm/√s [fitted to common practice]. */
  readonly suction: number
}

/** Stages of clay. Common practice, no source; suction values fitted to common waits. */
export const STAGE: Readonly<Record<Stage, StageDefinition>> = {
  wet: { name: 'wet', sign: 'sticky, bends, takes a print', water: 1, suction: 0.3 },
  softLeatherHard: {
    name: 'soft leather-hard',
    sign: 'tacky, prints under a finger',
    water: 0.66,
    suction: 1.5,
  },
  leatherHard: {
    name: 'leather-hard',
    sign: 'firm, cool to the touch, darker, carves like cheese',
    water: 0.42,
    suction: 3,
  },
  hardLeatherHard: {
    name: 'hard leather-hard',
    sign: 'stiff, crisp edges, colour starting to lighten',
    water: 0.24,
    suction: 5,
  },
  boneDry: {
    name: 'bone dry',
    sign: 'pale, chalky, no longer cool against the cheek',
    water: 0.04,
    suction: 15,
  },
  bisque: { name: 'bisque', sign: 'porous and thirsty, rings when tapped', water: 0, suction: 120 },
  glazedRaw: { name: 'glazed raw', sign: 'a chalky coat that rubs off', water: 0, suction: 120 },
  fired: { name: 'fired', sign: 'glass', water: 0, suction: 0 },
}

export const stageIndex = (stage: Stage): number => STAGES.indexOf(stage)

export const isGreenware = (stage: Stage): boolean => stageIndex(stage) <= stageIndex('boneDry')

/** Whether clay still holds water that would burst it in the fire. */
export const isDamp = (stage: Stage): boolean => stageIndex(stage) < stageIndex('boneDry')

/** Ways to hold back the drying. */
export const COVERS = ['open', 'draped', 'sealed', 'dampBox'] as const

export type Cover = (typeof COVERS)[number]

export const COVER_NAMES: Readonly<Record<Cover, string>> = {
  open: 'open on the shelf',
  draped: 'loosely draped',
  sealed: 'sealed in plastic',
  dampBox: 'in a damp box',
}
