import { circle, curve, filled, lens, stroke, type Mark, type MotifDefinition } from './marks'
import { vary } from './vary'

export const feather: MotifDefinition = {
  name: 'Feather',
  words: 'a bent quill with barbs that part in places',
  closes: false,
  aspect: 0.34,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const bend = w * (0.22 + vary(shape, 0.2))
    const quill = (t: number) => [bend * Math.sin(t * 1.7), h * t] as const
    const marks: Mark[] = [
      stroke(
        curve(14, (t) => quill(t * 0.97)),
        lineMm,
        0.4,
      ),
    ]
    for (let i = 0; i < 15; i++) {
      const t = 0.2 + (0.72 * i) / 14
      const swell = Math.sin(Math.PI * Math.min(1, (t - 0.1) / 0.95)) ** 0.7
      for (const side of [-1, 1]) {
        if (shape.random() < 0.12 * shape.variation) continue
        const foot = quill(t)
        marks.push(
          stroke(
            curve(5, (u) => [foot[0] + side * w * 0.42 * swell * u, foot[1] + h * 0.11 * u ** 1.6]),
            lineMm * 0.7,
            0.5,
          ),
        )
      }
    }
    return marks
  },
}

export const fish: MotifDefinition = {
  name: 'Fish',
  words: 'a fish swimming round, gill, eye and forked tail',
  closes: false,
  aspect: 2.1,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const y = h * (0.5 + vary(shape, 0.08))
    const nose = [w * 0.46, y] as const
    const root = [-w * 0.26, y + vary(shape, h * 0.06)] as const
    return [
      filled(lens(nose, root, h * 0.62, 0.38), lineMm * 0.5),
      filled([root, [-w * 0.48, y + h * 0.34], [-w * 0.38, y], [-w * 0.48, y - h * 0.34]], lineMm * 0.5),
      filled(lens([w * 0.12, y + h * 0.26], [-w * 0.14, y + h * 0.5], h * 0.14), lineMm * 0.4),
      filled(lens([w * 0.08, y - h * 0.24], [-w * 0.08, y - h * 0.44], h * 0.1), lineMm * 0.4),
      stroke(
        curve(8, (t) => [-w * 0.52 - w * 0.05 * t, y + h * 0.12 * Math.sin(6.3 * t)]),
        lineMm * 0.6,
      ),
    ]
  },
}

export const bird: MotifDefinition = {
  name: 'Bird in flight',
  words: 'a swift seen from below, sickle wings',
  closes: false,
  aspect: 1.7,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm } = shape
    const lean = vary(shape, 0.2)
    const at = (x: number, y: number) => [x * w + y * h * lean * 0.3, y * h + x * w * lean * 0.4] as const
    const wing = (side: number) => {
      const lead = curve(10, (t) => at(side * 0.48 * t, 0.62 + 0.3 * Math.sin(Math.PI * 0.62 * t) - 0.34 * t * t))
      const trail = curve(10, (t) =>
        at(side * (0.48 - 0.42 * t), 0.5 + 0.02 * t - 0.1 * Math.sin(Math.PI * t) + 0.06 * (1 - t)),
      )
      return filled([...lead, ...trail], lineMm * 0.4)
    }
    return [
      wing(-1),
      wing(1),
      filled(lens(at(0, 0.98), at(0, 0.2), w * 0.1, 0.4), lineMm * 0.4),
      filled([at(0, 0.3), at(0.09, 0.02), at(0, 0.14), at(-0.09, 0.02)], lineMm * 0.4),
      filled(circle(at(0, 0.92), w * 0.028), lineMm * 0.3),
    ]
  },
}

export const star: MotifDefinition = {
  name: 'Star',
  words: 'eight thin rays, four long and four short',
  closes: false,
  aspect: 1,
  marks: (shape) => {
    const { heightMm: h, lineMm } = shape
    const marks: Mark[] = []
    for (let i = 0; i < 8; i++) {
      const angle = (i / 8) * 2 * Math.PI + vary(shape, 0.08)
      const reach = h * (i % 2 ? 0.28 : 0.49) * (1 + vary(shape, 0.1))
      marks.push(
        filled(
          lens([0, h / 2], [reach * Math.sin(angle), h / 2 + reach * Math.cos(angle)], h * 0.1, 0.22),
          lineMm * 0.35,
        ),
      )
    }
    return marks
  },
}
