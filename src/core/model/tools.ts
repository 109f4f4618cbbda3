export const TOOLS = ['needle', 'stylus', 'narrowLoop', 'wideLoop', 'knife'] as const

export type Tool = (typeof TOOLS)[number]

/** What a tool leaves: its line, its depth, the cross-section of its groove, the burr on leather-hard clay in µm. Common practice, no source. */
export const TOOL: Readonly<
  Record<
    Tool,
    {
      name: string
      lineMm: number
      depthMm: number
      groove: 'round' | 'flat' | 'vee' | 'blade'
      burrUm: number
      words: string
    }
  >
> = {
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

export const APPLICATORS = ['brush', 'bottle', 'sponge', 'spatter'] as const

export type Applicator = (typeof APPLICATORS)[number]

/** How colour is laid over an area. `gain` is nominal coats in one go, `cover` the usual instruction for full cover. Common practice, no source. */
export const APPLICATOR: Readonly<Record<Applicator, { name: string; gain: number; cover: string; words: string }>> = {
  brush: {
    name: 'soft wide brush',
    gain: 1,
    cover: '3 coats as a rule, pale colours one more',
    words: 'reload often, brush out puddles',
  },
  bottle: {
    name: 'squeeze bottle',
    gain: 3,
    cover: '1 coat, where a brush needs 3',
    words: 'outline first, pull the middle out to it',
  },
  sponge: {
    name: 'sponge',
    gain: 0.85,
    cover: '3 thin coats',
    words: 'dabbed; too wet and it runs into the grooves, else it stays on the high places',
  },
  spatter: { name: 'spatter brush', gain: 0.9, cover: 'to taste', words: 'flick it off the bristles; mask the rest' },
}

export const LINERS = ['trailer', 'bottle', 'brush'] as const

export type Liner = (typeof LINERS)[number]

/** How a motif is drawn with a medium. */
export const LINER: Readonly<Record<Liner, { name: string; lineMm: number; gain: number; words: string }>> = {
  trailer: {
    name: 'slip trailer',
    lineMm: 2.4,
    gain: 6,
    words: 'a raised line; keep the bulb more than half full or it spits',
  },
  bottle: { name: 'fine bottle', lineMm: 1.4, gain: 3, words: 'an even line; the opening sets its width' },
  brush: { name: 'pointed brush', lineMm: 1.8, gain: 1, words: 'a painted line, thinner at its end' },
}
