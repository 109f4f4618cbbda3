import type { Piece } from '../model/piece'
import { bandOf, wholeOf } from '../model/step'
import * as build from '../model/stepBuilders'
import { demoPiece, presetForm } from './piece'

const { INSIDE, OUTSIDE } = build

/** Pieces that show each of the other techniques. */
export const techniquePieces = (): Piece[] => [
  // Three colours kept apart by wax: birds stay white, a band stays orange, the rest ends blue.
  demoPiece({
    id: 'swift-mugs', name: 'Swift mugs', count: 4, bodyId: 'chalk-white', form: presetForm('mug'), prefix: 'mug', done: 0,
    steps: [
      build.bring('leatherHard'),
      build.divide(7, 50),
      build.wax(OUTSIDE, build.motif('bird', 7, 52, 22, 1.4, { variation: 0.5, seed: 21, startDeg: 64 })),
      build.coat('gorse-yellow', bandOf(12, 90), 4),
      build.wax(bandOf(24, 34)),
      build.coat('rowan-orange', bandOf(12, 46)),
      build.wax(OUTSIDE, build.motif('dots', 14, 38, 5, 1, { variation: 0.2, seed: 3 })),
      build.coat('tide-blue', bandOf(12, 90)),
      build.swab(OUTSIDE),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('clear-gloss', INSIDE, 'pour'),
      build.glaze('clear-gloss', OUTSIDE, 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // A weave pressed in, a rust wash wiped back, pale colour dabbed above; open below so that it drains.
  demoPiece({
    id: 'weave-bowl', name: 'Weave planters', count: 3, use: 'display', bodyId: 'dune-buff', form: presetForm('pinchBowl', { heightMm: 104, rimMm: 150, bellyMm: 158 }), notes: 'A hole in the floor; they drain.', prefix: 'weave', done: 3,
    steps: [
      build.impress('cloth', bandOf(20, 92), 0.7, 6),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '05'),
      build.wipeDust(),
      build.coat('rust-wash', bandOf(8, 400), 2),
      build.wipe(OUTSIDE),
      build.coat('shell-white', bandOf(20, 92), 3, { applicator: 'sponge', intent: 'blush' }),
      build.glaze('pale-green', bandOf(96, 400, 'outside', 'rim'), 'brush'),
      build.cleanFoot(),
      build.fire('glaze', '6'),
    ],
  }),
  // Lines filled on bisque fence an amber ground from a clear one.
  demoPiece({
    id: 'fence-tiles', name: 'Fenced tiles', count: 9, use: 'display', bodyId: 'chalk-white', form: presetForm('tile'), prefix: 'tile', done: 4,
    steps: [
      build.bring('leatherHard'),
      build.incise('narrowLoop', build.motif('petals', 1, 0, 126, 3, { side: 'floor', variation: 0, seed: 1, made: 'line' }), 0.9),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.fill('marsh-black', wholeOf('floor')),
      build.wipe(wholeOf('floor')),
      build.fire('decoration', '04'),
      build.wipeDust(),
      build.glaze('opaque-white', wholeOf('floor'), 'brush', { coats: 2 }),
      build.glaze('amber', { parts: ['floor'], band: null, sectors: { of: 8, take: [1, 3, 5, 7] } }, 'brush', { coats: 2 }),
      build.pick(wholeOf('floor')),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // White glaze, wax, feathers scratched through, amber in the lines.
  demoPiece({
    id: 'feather-jar', name: 'Feather jar', bodyId: 'estuary-red', form: presetForm('cylinderJar', { heightMm: 142, rimMm: 96, bellyMm: 112, footMm: 94 }), prefix: 'feather', done: 2,
    steps: [
      build.bring('boneDry', 'open'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.wax(wholeOf('rim')),
      build.glaze('clear-gloss', wholeOf('inside', 'floor'), 'pour'),
      build.glaze('opaque-white', OUTSIDE, 'brush', { coats: 3 }),
      build.wax(OUTSIDE),
      build.divide(10, 70),
      build.carve('stylus', build.motif('feather', 10, 34, 78, 1.9, { variation: 0.6, seed: 9 }), 0.5),
      build.glaze('amber', OUTSIDE, 'brush', { coats: 2 }),
      build.swab(OUTSIDE),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // Pale slip trailed over a burnished dark ground.
  demoPiece({
    id: 'kelp-bottle', name: 'Kelp bottle', use: 'display', bodyId: 'estuary-red', form: presetForm('bottle'), prefix: 'kelp', done: 1,
    steps: [
      build.bring('leatherHard'),
      build.burnish(OUTSIDE),
      build.coat('peat-slip', bandOf(40, 168), 3),
      build.divide(8, 100),
      build.draw('chalk-slip', build.motif('spiral', 8, 62, 44, 2.6, { variation: 0.15, seed: 6 }), 'trailer'),
      build.draw('chalk-slip', build.motif('dots', 24, 122, 5, 2.6, { variation: 0.2, seed: 8, rows: 3, rowGapMm: 6, alternate: 'offset' }), 'trailer'),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('clear-gloss', INSIDE, 'pour'),
      build.glaze('clear-gloss', bandOf(36, 400), 'dip'),
      build.fire('glaze', '05'),
    ],
  }),
  // Fish and dots painted on raw white glaze.
  demoPiece({
    id: 'shoal-platter', name: 'Shoal platter', bodyId: 'chalk-white', form: presetForm('platter'), prefix: 'shoal', done: 1,
    steps: [
      build.bring('boneDry', 'draped'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('opaque-white', wholeOf('inside', 'floor', 'rim', 'outside'), 'dip'),
      build.draw('iris-opaque', build.motif('fish', 5, 50, 27, 1.6, { side: 'floor', variation: 0.5, seed: 31 }), 'brush', { coats: 3 }),
      build.draw('copse-opaque', build.motif('waves', 9, 8, 20, 2, { side: 'inside', variation: 0, seed: 2 }), 'brush', { coats: 2 }),
      build.draw('honey-opaque', build.motif('petals', 1, 0, 34, 1.6, { side: 'floor', variation: 0.2, seed: 5 }), 'brush', { coats: 3 }),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // Coloured slip laid into cut lines and scraped flush; one colour passes into another above it.
  demoPiece({
    id: 'knot-moon-jar', name: 'Knot moon jar', use: 'water', bodyId: 'dune-buff', form: presetForm('moonJar'), prefix: 'knot', done: 0,
    steps: [
      build.bring('leatherHard', 'sealed'),
      build.divide(12, 120),
      build.incise('narrowLoop', build.motif('knot', 12, 96, 46, 3.4, { variation: 0 }), 1),
      build.fill('peat-slip', bandOf(80, 160)),
      build.scrape(bandOf(80, 160)),
      build.coat('tide-blue', bandOf(170, 400), 3, { blend: { mediumId: 'reed-green', along: 'height' } }),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '05'),
      build.wipeDust(),
      build.glaze('clear-stoneware', INSIDE, 'pour'),
      build.glaze('clear-stoneware', OUTSIDE, 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '6'),
    ],
  }),
  // A taped zigzag, colour dabbed and flicked over it, ground cleared round leaves; drips meant.
  demoPiece({
    id: 'dune-cups', name: 'Dune cups', count: 8, bodyId: 'shell-porcelain', form: presetForm('cup', { heightMm: 84 }), prefix: 'cup', done: 1,
    steps: [
      build.bring('boneDry', 'open'),
      build.divide(12, 40),
      build.mask(OUTSIDE, build.motif('zigzag', 12, 40, 16, 5, { variation: 0 }), 'tape'),
      build.coat('mussel-grey', bandOf(34, 64), 3, { applicator: 'sponge' }),
      build.coat('tide-blue', bandOf(14, 80), 1, { applicator: 'spatter', intent: 'blush' }),
      build.peel(),
      build.fire('bisque', '06'),
      build.wipeDust(),
      build.glaze('clear-stoneware', OUTSIDE, 'dip'),
      build.glaze('pale-green', INSIDE, 'pour', { drips: true }),
      build.cleanFoot(),
      build.fire('glaze', '6', true),
    ],
  }),
]
