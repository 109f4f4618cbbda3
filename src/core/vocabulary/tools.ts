export const TOOLS = ['needle', 'stylus', 'narrowLoop', 'wideLoop', 'knife'] as const

export type Tool = (typeof TOOLS)[number]

/** What a cutting tool leaves. Common practice, no source. */
interface ToolDefinition {
  readonly name: string
  readonly lineMm: number
  readonly depthMm: number
  /** Cross-section of its groove. */
  readonly groove: 'round' | 'flat' | 'vee' | 'blade'
  /** Burr on leather-hard clay, µm. */
  readonly burrUm: number
  readonly words: string
}

export const TOOL: Readonly<Record<Tool, ToolDefinition>> = {
  needle: {
    name: 'needle',
    lineMm: 0.6,
    depthMm: 0.25,
    groove: 'vee',
    burrUm: 90,
    words: 'drags clay and leaves a burr',
  },
  stylus: {
    name: 'ball stylus',
    lineMm: 1,
    depthMm: 0.3,
    groove: 'round',
    burrUm: 50,
    words: 'a soft round line with a low burr',
  },
  narrowLoop: {
    name: 'narrow loop',
    lineMm: 1.6,
    depthMm: 0.4,
    groove: 'round',
    burrUm: 0,
    words: 'a clean line, ribbons come away',
  },
  wideLoop: {
    name: 'wide loop',
    lineMm: 3.2,
    depthMm: 0.5,
    groove: 'flat',
    burrUm: 0,
    words: 'clears broad lines and ground',
  },
  knife: {
    name: 'knife',
    lineMm: 0.8,
    depthMm: 0.35,
    groove: 'blade',
    burrUm: 0,
    words: 'crisp veins, one side steep',
  },
}

export const APPLICATORS = ['brush', 'bottle', 'sponge', 'spatter', 'spray'] as const

export type Applicator = (typeof APPLICATORS)[number]

/** How colour is laid over an area. Common practice, no source. */
interface ApplicatorDefinition {
  readonly name: string
  /** Nominal coats in one go. */
  readonly gain: number
  /** The usual instruction for full cover. */
  readonly cover: string
  readonly words: string
  /** Area that one coat covers in a minute, cm². Ours, in the range that potters tell: a bottle takes a fraction of a brush. */
  readonly cm2AMinute: number
  /** Share that stays in the tool or goes beside the piece. */
  readonly waste: number
}

export const APPLICATOR: Readonly<Record<Applicator, ApplicatorDefinition>> = {
  brush: {
    name: 'soft wide brush',
    gain: 1,
    cover: '3 coats as a rule, pale colours one more',
    words: 'reload often, brush out puddles',
    cm2AMinute: 45,
    waste: 0.1,
  },
  bottle: {
    name: 'squeeze bottle',
    gain: 3,
    cover: '1 coat, where a brush needs 3',
    words: 'outline first, pull the middle out to it',
    cm2AMinute: 130,
    waste: 0.05,
  },
  sponge: {
    name: 'sponge',
    gain: 0.85,
    cover: '3 thin coats',
    words: 'dabbed; too wet and it runs into the grooves, else it stays on the high places',
    cm2AMinute: 90,
    waste: 0.15,
  },
  spatter: {
    name: 'spatter brush',
    gain: 0.9,
    cover: 'to taste',
    words: 'flick it off the bristles; mask the rest',
    cm2AMinute: 160,
    waste: 0.4,
  },
  spray: {
    name: 'spray gun',
    gain: 0.5,
    cover: '5 to 6 light passes',
    words: 'a hand and a half away, always moving; stop before it shines',
    cm2AMinute: 200,
    waste: 0.5,
  },
}

export const LINERS = ['trailer', 'bottle', 'brush', 'stamp'] as const

export type Liner = (typeof LINERS)[number]

/** How a motif is drawn with a medium. Common practice, no source. */
interface LinerDefinition {
  readonly name: string
  readonly lineMm: number
  /** Nominal coats in one go. */
  readonly gain: number
  readonly words: string
  /** Length of line in a minute, mm. Ours. */
  readonly mmAMinute: number
  readonly waste: number
  /** Leaves a line that stands up, thick enough to dry like a trailed one. */
  readonly raised: boolean
}

export const LINER: Readonly<Record<Liner, LinerDefinition>> = {
  trailer: {
    name: 'slip trailer',
    lineMm: 2.4,
    gain: 6,
    words: 'a raised line; keep the bulb more than half full or it spits',
    mmAMinute: 600,
    waste: 0.05,
    raised: true,
  },
  bottle: {
    name: 'fine bottle',
    lineMm: 1.4,
    gain: 3,
    words: 'an even line; the opening sets its width',
    mmAMinute: 500,
    waste: 0.05,
    raised: true,
  },
  brush: {
    name: 'pointed brush',
    lineMm: 1.8,
    gain: 1,
    words: 'a painted line, thinner at its end',
    mmAMinute: 120,
    waste: 0.1,
    raised: false,
  },
  stamp: {
    name: 'stamp or print',
    lineMm: 1.6,
    gain: 0.8,
    words: 'ink it thinly and evenly, press once, lift it straight off; a leaf prints its veined side',
    mmAMinute: 900,
    waste: 0.25,
    raised: false,
  },
}

export const GLAZINGS = ['dip', 'pour', 'brush', 'spray'] as const

export type Glazing = (typeof GLAZINGS)[number]

/** How glaze goes on. Common practice, no source: a dip leaves about as much as three brushed coats, a pour a
 * little less; sprayed passes are thin. */
interface GlazingDefinition {
  /** Nominal coats in one go. */
  readonly gain: number
  /** Coats given unless said otherwise. */
  readonly coats: number
  readonly waste: number
  /** From a bucket, which must hold more than stays on the piece. */
  readonly fromBucket: boolean
}

export const GLAZING: Readonly<Record<Glazing, GlazingDefinition>> = {
  dip: { gain: 3, coats: 1, waste: 0.05, fromBucket: true },
  pour: { gain: 2.5, coats: 1, waste: 0.05, fromBucket: true },
  brush: { gain: 1, coats: 3, waste: 0.1, fromBucket: false },
  spray: { gain: 0.5, coats: 6, waste: 0.5, fromBucket: false },
}

/** Brushed coats at which a glass is itself, as a dip leaves it: it is not meant to hide what lies under it. Common practice, no source. */
export const GLASS_COATS = GLAZING.dip.gain

/** Coats that are laid one after another: a dip or a pour is one. */
export const glazeCoats = (how: Glazing, coats: number): number => (GLAZING[how].fromBucket ? 1 : coats)

/** What glaze comes to, in brushed coats. */
export const glazeWorth = (how: Glazing, coats: number): number => GLAZING[how].gain * glazeCoats(how, coats)

export const AREA_TOOLS = ['fineBrush', 'needleBottle', 'bulb'] as const

export type AreaTool = (typeof AREA_TOOLS)[number]

/** How colour is laid between the lines of a drawing. Common practice, no source. */
interface AreaToolDefinition {
  readonly name: string
  /** Nominal coats in one go. */
  readonly gain: number
  readonly words: string
  /** Ours, in the range that potters tell: area in a minute, cm², and minutes to come to the next area. */
  readonly cm2AMinute: number
  readonly minutesAnArea: number
  /** How far a practised hand strays at an outline, mm; half as far where an area is narrow. */
  readonly straysMm: number
  /** What is narrower than this is coated thinly, mm. */
  readonly tipMm: number
  readonly waste: number
  /** It floats the colour on: no strokes are seen. */
  readonly flows: boolean
}

export const AREA_TOOL: Readonly<Record<AreaTool, AreaToolDefinition>> = {
  fineBrush: {
    name: 'fine brush',
    gain: 1,
    words: 'outline first, then pull the middle out to it',
    cm2AMinute: 9,
    minutesAnArea: 0.3,
    straysMm: 0.4,
    tipMm: 2.5,
    waste: 0.1,
    flows: false,
  },
  needleBottle: {
    name: 'needle bottle',
    gain: 3,
    words: 'let the drop touch before the tip does; run along the outline, then fill the middle',
    cm2AMinute: 20,
    minutesAnArea: 0.15,
    straysMm: 0.5,
    tipMm: 1.6,
    waste: 0.05,
    flows: true,
  },
  bulb: {
    name: 'rubber bulb',
    gain: 3,
    words: 'lay the glaze in the middle and pull it out to the fence with the tip',
    cm2AMinute: 32,
    minutesAnArea: 0.12,
    straysMm: 0.7,
    tipMm: 4,
    waste: 0.05,
    flows: true,
  },
}
