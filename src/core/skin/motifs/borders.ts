import { circle, curve, filled, lens, stroke, type Mark, type MarkPoint, type MotifDefinition } from './marks'
import { vary } from './vary'

export const scallops: MotifDefinition = {
  name: 'Scallops',
  words: 'hanging arcs with an inner arc and a drop',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const arc = (share: number) =>
      curve(20, (t) => [(t - 0.5) * w * share, h - h * 0.78 * share * Math.sin(Math.PI * t)])
    return [
      stroke(arc(1), lineMm),
      stroke(arc(0.7), lineMm * 0.7),
      filled(lens([0, h * 0.98], [0, h * 0.62], Math.min(w, h) * 0.16, 0.62), lineMm * 0.5),
      filled(circle([w / 2, h * 0.86], lineMm * 1.1), lineMm * 0.4),
    ]
  },
}

export const chevrons: MotifDefinition = {
  name: 'Chevrons',
  words: 'nested zigzags that close round the form',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const zig = (low: number, rise: number) =>
      [
        [-w / 2, low],
        [0, low + rise],
        [w / 2, low],
      ] as const
    const rise = h * 0.55
    return [
      stroke(zig(0, rise), lineMm * 1.4),
      stroke(zig(h * 0.16, rise), lineMm * 0.8),
      stroke(zig(h * 0.32, rise), lineMm * 0.8),
      filled(
        [
          [0, h * 0.62 + rise * 0.1 + h * 0.14],
          [w * 0.09, h * 0.96],
          [0, h],
          [-w * 0.09, h * 0.96],
        ],
        lineMm * 0.4,
      ),
    ]
  },
}

export const dottedRing: MotifDefinition = {
  name: 'Dotted ring',
  words: 'round dots between two lines',
  closes: true,
  aspect: 1,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const radius = Math.min(w * 0.3, h * 0.26) * (1 + vary(shape, 0.2))
    return [
      stroke(
        [
          [-w / 2, 0],
          [w / 2, 0],
        ],
        lineMm,
      ),
      stroke(
        [
          [-w / 2, h],
          [w / 2, h],
        ],
        lineMm,
      ),
      filled(circle([vary(shape, w * 0.06), h / 2], radius), lineMm * 0.4),
    ]
  },
}

export const waves: MotifDefinition = {
  name: 'Waves',
  words: 'three running lines, the lowest the heaviest',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const run = (base: number, swing: number) =>
      curve(24, (t) => [(t - 0.5) * w, base + swing * Math.sin(2 * Math.PI * t)])
    return [
      stroke(run(h * 0.25, h * 0.22), lineMm * 1.5),
      stroke(run(h * 0.52, h * 0.2), lineMm),
      stroke(run(h * 0.76, h * 0.18), lineMm * 0.65),
    ]
  },
}

export const rings: MotifDefinition = {
  name: 'Rings',
  words: 'plain lines turned on the wheel',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) =>
    [0, 0.38, 0.72, 1].map((share, i) =>
      stroke(
        [
          [-w / 2, h * share],
          [w / 2, h * share],
        ],
        lineMm * [1.5, 0.7, 0.7, 1.1][i],
      ),
    ),
}

export const zigzag: MotifDefinition = {
  name: 'Zigzag',
  words: 'one line to and fro',
  closes: true,
  aspect: 0.8,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => [
    stroke(
      [
        [-w / 2, 0],
        [0, h],
        [w / 2, 0],
      ],
      lineMm,
    ),
  ],
}

export const dots: MotifDefinition = {
  name: 'Dots',
  words: 'one round dot a repeat',
  closes: false,
  aspect: 1,
  marks: (shape) => [
    filled(
      circle([vary(shape, shape.heightMm * 0.2), shape.heightMm / 2], (shape.heightMm / 2) * (1 + vary(shape, 0.25))),
      0.01,
    ),
  ],
}

export const dashes: MotifDefinition = {
  name: 'Dashes',
  words: 'short strokes, thick to thin, as a loaded brush leaves them',
  closes: false,
  aspect: 0.5,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    return [
      stroke(
        [
          [-w * 0.2 + vary(shape, w * 0.2), vary(shape, h * 0.08)],
          [w * 0.2 + vary(shape, w * 0.2), h * (1 + vary(shape, 0.08))],
        ],
        lineMm * 2.2,
        0.35,
      ),
    ]
  },
}

export const spiral: MotifDefinition = {
  name: 'Spirals',
  words: 'a coil on a running line',
  closes: true,
  aspect: 1.1,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const reach = Math.min(w, h) * 0.42
    const coil = curve(46, (t): MarkPoint => {
      const angle = -Math.PI / 2 + t * 2.6 * 2 * Math.PI * (1 + vary(shape, 0.004))
      const r = reach * (1 - 0.9 * t)
      return [r * Math.cos(angle), h * 0.5 + r * Math.sin(angle)]
    })
    return [
      stroke(coil, lineMm, 0.7),
      stroke(
        curve(14, (t): MarkPoint => [
          (t - 0.5) * w,
          h * 0.5 - reach + (h * 0.5 - reach) * (Math.cos(2 * Math.PI * t) - 1) * -0.25,
        ]),
        lineMm,
      ),
    ]
  },
}

export const lattice: MotifDefinition = {
  name: 'Lattice',
  words: 'crossing diagonals with a dot in each diamond',
  closes: true,
  aspect: 0.7,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => [
    stroke(
      [
        [-w / 2, 0],
        [w / 2, h],
      ],
      lineMm,
    ),
    stroke(
      [
        [-w / 2, h],
        [w / 2, 0],
      ],
      lineMm,
    ),
    filled(circle([w / 2, h / 2], lineMm * 1.1), lineMm * 0.2),
    filled(circle([0, h * 0.1], lineMm * 0.7), lineMm * 0.2),
    filled(circle([0, h * 0.9], lineMm * 0.7), lineMm * 0.2),
  ],
}

export const scales: MotifDefinition = {
  name: 'Scales',
  words: 'overlapping arcs in three rows',
  closes: true,
  aspect: 0.8,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const marks: Mark[] = []
    for (let row = 0; row < 3; row++) {
      const rise = h / 3
      for (const shift of row % 2 ? [-0.5, 0.5] : [0])
        marks.push(
          stroke(
            curve(16, (t): MarkPoint => [
              (shift + (t - 0.5)) * w,
              (row + 1) * rise - rise * 1.15 * Math.sin(Math.PI * t) ** 0.8,
            ]),
            lineMm,
          ),
        )
    }
    return marks
  },
}

export const knot: MotifDefinition = {
  name: 'Knot',
  words: 'two strands that pass over and under',
  closes: true,
  aspect: 1.2,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const strand = (phase: number, from: number, to: number) =>
      stroke(
        curve(12, (t): MarkPoint => [
          (from + (to - from) * t - 0.5) * w,
          h / 2 + (h / 2 - lineMm) * Math.cos(2 * Math.PI * (from + (to - from) * t) + phase),
        ]),
        lineMm,
      )
    // The strands cross at a quarter and at three quarters; each gives way once.
    return [strand(0, 0, 0.68), strand(0, 0.82, 1), strand(Math.PI, 0, 0.18), strand(Math.PI, 0.32, 1)]
  },
}

export const line: MotifDefinition = {
  name: 'Line',
  words: 'one line turned round the form',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => [
    stroke(
      [
        [-w / 2, h / 2],
        [w / 2, h / 2],
      ],
      lineMm,
    ),
  ],
}

export const band: MotifDefinition = {
  name: 'Band',
  words: 'a filled band as tall as it is set',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h }) => [
    filled(
      [
        [-w / 2 - 0.1, 0],
        [w / 2 + 0.1, 0],
        [w / 2 + 0.1, h],
        [-w / 2 - 0.1, h],
      ],
      0.01,
    ),
  ],
}
