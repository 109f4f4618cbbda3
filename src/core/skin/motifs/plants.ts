import { circle, curve, filled, lens, stroke, type Mark, type MotifDefinition, type MotifShape } from './marks'
import { vary } from './vary'

function reed(shape: MotifShape, footX: number, height: number): Mark[] {
  const lean = shape.widthMm * (0.06 + vary(shape, 0.4))
  const at = (t: number) => [footX + lean * t * t, height * t] as const
  const headFrom = 0.8
  const marks = [
    stroke(
      curve(12, (t) => at(t * headFrom)),
      shape.lineMm,
      0.7,
    ),
  ]
  const head = lens(at(headFrom - 0.02), at(Math.min(1, headFrom + 0.17)), shape.lineMm * 3.1)
  marks.push(filled(head, shape.lineMm * 0.5), stroke([at(0.96), at(1)], shape.lineMm * 0.6, 0.4))
  return marks
}

function blade(shape: MotifShape, footX: number, height: number, side: number): Mark {
  const bend = side * shape.widthMm * (0.42 + vary(shape, 0.2))
  return stroke(
    curve(14, (t) => [footX + bend * t ** 2.2, height * (t - 0.12 * t ** 6)]),
    shape.lineMm * 1.15,
    0.25,
  )
}

export const reeds: MotifDefinition = {
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

export const leaves: MotifDefinition = {
  name: 'Leaf sprig',
  words: 'a stem with paired leaves, each with a vein',
  closes: false,
  aspect: 0.5,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const sway = w * (0.08 + vary(shape, 0.12))
    const stem = (t: number) => [sway * Math.sin(Math.PI * t), h * t] as const
    const marks: Mark[] = [
      stroke(
        curve(14, (t) => stem(t * 0.9)),
        lineMm,
        0.55,
      ),
    ]
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

export const petals: MotifDefinition = {
  name: 'Petals',
  words: 'an open flower of eight petals round a dotted eye',
  closes: false,
  aspect: 1,
  marks: (shape) => {
    const { heightMm: h, lineMm } = shape
    const centre = [0, h / 2] as const
    const marks: Mark[] = [filled(circle(centre, h * 0.1), lineMm * 0.4)]
    for (let i = 0; i < 8; i++) {
      const angle = (i / 8) * 2 * Math.PI + vary(shape, 0.12)
      const reach = h * (0.48 + vary(shape, 0.05))
      const at = (r: number) => [centre[0] + r * Math.sin(angle), centre[1] + r * Math.cos(angle)] as const
      marks.push(filled(lens(at(h * 0.15), at(reach), h * 0.17, 0.6), lineMm * 0.4))
    }
    return marks
  },
}

export const seedHeads: MotifDefinition = {
  name: 'Seed heads',
  words: 'a stalk that bursts into fine rays tipped with dots',
  closes: false,
  aspect: 0.55,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const heart = [vary(shape, w * 0.1), h * 0.68] as const
    const marks: Mark[] = [
      stroke(
        curve(10, (t) => [heart[0] * t * t, heart[1] * t]),
        lineMm,
        0.7,
      ),
      filled(circle(heart, lineMm * 1.2), lineMm * 0.3),
    ]
    const rays = 11
    for (let i = 0; i < rays; i++) {
      const angle = -2.1 + (4.2 * i) / (rays - 1) + vary(shape, 0.15)
      const reach = Math.min(w * 0.47, h * 0.3) * (0.9 + vary(shape, 0.18))
      const tip = [heart[0] + reach * Math.sin(angle), heart[1] + reach * Math.cos(angle)] as const
      marks.push(stroke([heart, tip], lineMm * 0.55), filled(circle(tip, lineMm * 0.8), lineMm * 0.3))
    }
    return marks
  },
}
