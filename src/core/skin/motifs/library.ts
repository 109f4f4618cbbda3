import type { MotifKind } from '../../model/step'
import { circle, curve, filled, lens, stroke, type Mark, type MotifDefinition, type MotifShape } from './marks'

const vary = ({ random, variation }: MotifShape, amount: number) => (random() * 2 - 1) * variation * amount

function reed(shape: MotifShape, footX: number, height: number): Mark[] {
  const lean = shape.widthMm * (0.06 + vary(shape, 0.4))
  const at = (t: number) => [footX + lean * t * t, height * t] as const
  const headFrom = 0.8
  const marks = [stroke(curve(12, (t) => at(t * headFrom)), shape.lineMm, 0.7)]
  const head = lens(at(headFrom - 0.02), at(Math.min(1, headFrom + 0.17)), shape.lineMm * 3.1)
  marks.push(filled(head, shape.lineMm * 0.5), stroke([at(0.96), at(1)], shape.lineMm * 0.6, 0.4))
  return marks
}

function blade(shape: MotifShape, footX: number, height: number, side: number): Mark {
  const bend = side * shape.widthMm * (0.42 + vary(shape, 0.2))
  return stroke(curve(14, (t) => [footX + bend * t ** 2.2, height * (t - 0.12 * t ** 6)]), shape.lineMm * 1.15, 0.25)
}

const reeds: MotifDefinition = {
  name: 'Reeds',
  words: 'stems with seed heads and a leaning blade',
  closes: false,
  aspect: 0.26,
  marks: (shape) => {
    const w = shape.widthMm
    const h = shape.heightMm
    return [
      ...reed(shape, w * -0.16, h * (0.92 + vary(shape, 0.08))),
      ...reed(shape, w * 0.2, h * (0.66 + vary(shape, 0.14))),
      blade(shape, w * -0.04, h * (0.52 + vary(shape, 0.1)), 1),
      blade(shape, w * -0.2, h * (0.36 + vary(shape, 0.08)), -1),
    ]
  },
}

const scallops: MotifDefinition = {
  name: 'Scallops',
  words: 'hanging arcs with an inner arc and a drop',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const arc = (share: number) => curve(20, (t) => [(t - 0.5) * w * share, h - h * 0.78 * share * Math.sin(Math.PI * t)])
    return [
      stroke(arc(1), lineMm),
      stroke(arc(0.7), lineMm * 0.7),
      filled(lens([0, h * 0.98], [0, h * 0.62], Math.min(w, h) * 0.16, 0.62), lineMm * 0.5),
      filled(circle([w / 2, h * 0.86], lineMm * 1.1), lineMm * 0.4),
    ]
  },
}

const chevrons: MotifDefinition = {
  name: 'Chevrons',
  words: 'nested zigzags that close round the form',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const zig = (low: number, rise: number) => [[-w / 2, low], [0, low + rise], [w / 2, low]] as const
    const rise = h * 0.55
    return [
      stroke(zig(0, rise), lineMm * 1.4),
      stroke(zig(h * 0.16, rise), lineMm * 0.8),
      stroke(zig(h * 0.32, rise), lineMm * 0.8),
      filled([[0, h * 0.62 + rise * 0.1 + h * 0.14], [w * 0.09, h * 0.96], [0, h], [-w * 0.09, h * 0.96]], lineMm * 0.4),
    ]
  },
}

const dottedRing: MotifDefinition = {
  name: 'Dotted ring',
  words: 'round dots between two lines',
  closes: true,
  aspect: 1,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const radius = Math.min(w * 0.3, h * 0.26) * (1 + vary(shape, 0.2))
    return [
      stroke([[-w / 2, 0], [w / 2, 0]], lineMm),
      stroke([[-w / 2, h], [w / 2, h]], lineMm),
      filled(circle([vary(shape, w * 0.06), h / 2], radius), lineMm * 0.4),
    ]
  },
}

const waves: MotifDefinition = {
  name: 'Waves',
  words: 'three running lines, the lowest the heaviest',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => {
    const run = (base: number, swing: number) => curve(24, (t) => [(t - 0.5) * w, base + swing * Math.sin(2 * Math.PI * t)])
    return [stroke(run(h * 0.25, h * 0.22), lineMm * 1.5), stroke(run(h * 0.52, h * 0.2), lineMm), stroke(run(h * 0.76, h * 0.18), lineMm * 0.65)]
  },
}

const leaves: MotifDefinition = {
  name: 'Leaf sprig',
  words: 'a stem with paired leaves, each with a vein',
  closes: false,
  aspect: 0.5,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const sway = w * (0.08 + vary(shape, 0.12))
    const stem = (t: number) => [sway * Math.sin(Math.PI * t), h * t] as const
    const marks: Mark[] = [stroke(curve(14, (t) => stem(t * 0.9)), lineMm, 0.55)]
    const pairs = 4
    for (let i = 0; i < pairs; i++) {
      const foot = stem(0.16 + (0.62 * i) / pairs)
      const reach = w * 0.46 * (1 - 0.13 * i) * (1 + vary(shape, 0.16))
      for (const side of [-1, 1]) {
        const tip = [foot[0] + side * reach, foot[1] + h * (0.15 + vary(shape, 0.03))] as const
        const start = [foot[0] + side * lineMm, foot[1] + lineMm * 0.6] as const
        marks.push(filled(lens(start, tip, Math.min(reach * 0.42, h * 0.09)), lineMm * 0.4))
      }
    }
    marks.push(filled(lens(stem(0.86), stem(1), w * 0.2), lineMm * 0.4))
    return marks
  },
}

const rings: MotifDefinition = {
  name: 'Rings',
  words: 'plain lines turned on the wheel',
  closes: true,
  aspect: 1,
  marks: ({ widthMm: w, heightMm: h, lineMm }) => [0, 0.38, 0.72, 1].map((share, i) => stroke([[-w / 2, h * share], [w / 2, h * share]], lineMm * [1.5, 0.7, 0.7, 1.1][i])),
}

/** Motifs of our own, designed to be carved by hand. */
export const MOTIFS: Readonly<Record<MotifKind, MotifDefinition>> = { reeds, scallops, chevrons, dottedRing, waves, leaves, rings }
