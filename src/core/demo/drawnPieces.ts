import { presetForm } from '../model/presetForm'
import type { Piece } from '../model/piece'
import * as build from '../plan/build'
import { strokeOf } from '../vocabulary/lineArt'
import type { Motif } from '../vocabulary/motif'
import { followed, type DrawnArea, type PieceDrawing } from '../vocabulary/pieceDrawing'
import { OUTSIDE, wholeOf } from '../vocabulary/place'
import { demoPiece } from './piece'

type Point = readonly [x: number, y: number]

/** Radius of the ring round the picture, as a share of its height. */
const RING = 0.47

const curve = (count: number, at: (t: number) => Point): Point[] =>
  Array.from({ length: count + 1 }, (_, i) => at(i / count))

const oval = (x: number, y: number, across: number, up: number): Point[] =>
  curve(48, (t) => [x + across * Math.cos(2 * Math.PI * t), y + up * Math.sin(2 * Math.PI * t)])

/** A line of waves from ring to ring at a height. */
function waves(y: number, high: number, count: number): Point[] {
  const half = Math.sqrt(RING ** 2 - (y - 0.5) ** 2)
  return curve(90, (t) => [
    0.5 - half + 2 * half * t,
    y + high * Math.sin(2 * Math.PI * count * t) * Math.sin(Math.PI * t),
  ])
}

/** A hill between two places on the shore. */
const hill = (from: number, to: number, high: number, lean: number): Point[] =>
  curve(40, (t) => [from + (to - from) * t, 0.56 + high * Math.sin(Math.PI * t ** lean)])

const shore = Math.sqrt(RING ** 2 - 0.06 ** 2)

const estuary = [
  oval(0.5, 0.5, RING, RING),
  waves(0.56, 0, 1),
  hill(0.5 - shore, 0.52, 0.17, 0.9),
  hill(0.52, 0.5 + shore, 0.12, 1.3),
  oval(0.63, 0.81, 0.075, 0.075),
  oval(0.36, 0.87, 0.04, 0.04),
  waves(0.465, 0.014, 4),
  waves(0.365, 0.018, 3),
  waves(0.25, 0.016, 2.5),
  oval(0.3, 0.31, 0.085, 0.024),
  oval(0.55, 0.15, 0.12, 0.035),
]

const estuaryMotif: Motif = {
  ...build.motif('line', 1, 0, 158, 1.6, { side: 'floor', made: 'line', variation: 0 }),
  drawing: { name: 'Estuary', aspect: 1, widths: 'tool', shapes: [strokeOf(estuary)] },
}

const area = (id: number, called: string, x: number, y: number): DrawnArea => ({
  id,
  called,
  note: '',
  copy: 0,
  at: [x - 0.5, y],
})

const ESTUARY: PieceDrawing = {
  id: 'estuary',
  name: 'Estuary',
  motif: estuaryMotif,
  areas: [
    area(1, 'sky', 0.5, 0.9),
    area(2, 'sun', 0.63, 0.81),
    area(3, 'moon', 0.36, 0.87),
    area(4, 'near hill', 0.28, 0.63),
    area(5, 'far hill', 0.74, 0.62),
    area(6, 'far water', 0.5, 0.51),
    area(7, 'tide', 0.5, 0.415),
    area(8, 'creek', 0.6, 0.31),
    area(9, 'sandbank', 0.3, 0.31),
    area(10, 'shallows', 0.5, 0.21),
    area(11, 'island', 0.55, 0.15),
    area(12, 'edge', 0.985, 0.5),
  ],
}

const glazed = (drawing: PieceDrawing, mediumId: string, ...ids: number[]) =>
  build.glazeIn(
    mediumId,
    followed(drawing, drawing.motif),
    drawing.areas.filter(({ id }) => ids.includes(id)),
  )

/** A flower across the tile; its petals and its middle are areas, and the ground round it. */
const FLOWER: PieceDrawing = {
  id: 'flower',
  name: 'Flower',
  motif: build.motif('petals', 1, 0, 126, 3, { side: 'floor', variation: 0, seed: 1, made: 'line' }),
  areas: [
    area(1, 'ground', 0.73, 0.05),
    ...[
      [0.84, 0.5],
      [0.5, 0.16],
      [0.16, 0.5],
      [0.5, 0.84],
      [0.74, 0.74],
      [0.74, 0.26],
      [0.26, 0.26],
      [0.26, 0.74],
    ].map(([x, y], i) => area(2 + i, '', x, y)),
    area(10, 'middle', 0.5, 0.5),
  ],
}

/** A picture whose lines are cut and filled, and the areas between them glazed by bulb. */
export const estuaryPlate = (): Piece => ({
  ...demoPiece({
    id: 'estuary-plate',
    tags: ['porch'],
    name: 'Estuary plate',
    use: 'display',
    bodyId: 'dune-buff',
    form: presetForm('plate'),
    prefix: 'estuary',
    done: 17,
    steps: [
      build.bring('leatherHard'),
      build.incise('narrowLoop', followed(ESTUARY, estuaryMotif), 0.9),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.fill('marsh-black', wholeOf('floor', 'inside')),
      build.wipe(wholeOf('floor', 'inside')),
      build.fire('decoration', '04'),
      build.wipeDust(),
      build.glaze('clear-stoneware', OUTSIDE, 'brush', { coats: 2 }),
      glazed(ESTUARY, 'opaque-white-stoneware', 1, 3, 6, 8),
      glazed(ESTUARY, 'clear-stoneware', 9, 11, 12),
      glazed(ESTUARY, 'pale-green', 4, 7, 10),
      glazed(ESTUARY, 'iron-brown', 2, 5),
      build.pick(wholeOf('floor', 'inside')),
      build.cleanFoot(),
      build.fire('glaze', '6'),
    ],
  }),
  drawings: [ESTUARY],
})

/** Lines filled on bisque fence amber petals from a white ground. */
export const fencedTiles = (): Piece => ({
  ...demoPiece({
    id: 'fence-tiles',
    tags: ['porch'],
    name: 'Fenced tiles',
    count: 9,
    use: 'display',
    bodyId: 'chalk-white',
    form: presetForm('tile'),
    prefix: 'tile',
    done: 4,
    steps: [
      build.bring('leatherHard'),
      build.incise('narrowLoop', followed(FLOWER, FLOWER.motif), 0.9),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.fill('marsh-black', wholeOf('floor')),
      build.wipe(wholeOf('floor')),
      build.fire('decoration', '04'),
      build.wipeDust(),
      { ...glazed(FLOWER, 'opaque-white', 1, 10), tool: 'bulb' },
      { ...glazed(FLOWER, 'amber', 2, 3, 4, 5, 6, 7, 8, 9), tool: 'bulb' },
      build.pick(wholeOf('floor')),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  drawings: [FLOWER],
})
