import type { Piece } from '../model/piece'
import { bandOf, INSIDE, OUTSIDE, wholeOf } from '../vocabulary/place'
import * as build from '../plan/build'
import { demoPiece } from './piece'
import { presetForm } from '../model/presetForm'

export const firstPieces = (): Piece[] => [
  // Pale slip under black, carved through to the slip; drying before the carving.
  demoPiece({
    id: 'reed-jugs',
    name: 'Reed jugs',
    count: 4,
    bodyId: 'estuary-red',
    form: presetForm('jug'),
    notes: 'For the spring table. Handles after the carving.',
    prefix: 'jug',
    done: 3,
    steps: [
      build.bring('leatherHard'),
      build.coat('chalk-slip', bandOf(46, 400, 'outside', 'rim'), 4),
      build.coat('marsh-black', bandOf(52, 178)),
      build.divide(15, 110),
      build.carve('stylus', build.motif('reeds', 15, 54, 118, 1.7, { variation: 0.55, seed: 11 }), 0.2),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('clear-gloss', INSIDE, 'pour'),
      build.glaze('clear-gloss', bandOf(46, 400), 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // In colour on bisque, with two things to settle: one coat of yellow, and a dip over it unfixed.
  demoPiece({
    id: 'scallop-dish',
    name: 'Scallop dish',
    bodyId: 'chalk-white',
    form: presetForm('dish'),
    prefix: 'dish',
    done: 6,
    steps: [
      build.bring('leatherHard', 'sealed'),
      build.coat('tide-blue', wholeOf('inside', 'rim')),
      build.divide(24, 40),
      build.carve(
        'narrowLoop',
        build.motif('scallops', 24, 8, 34, 2, { side: 'inside', variation: 0.2, seed: 4 }),
        0.3,
      ),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.coat('gorse-yellow', wholeOf('floor'), 2, { direction: 'oneWay' }),
      build.glaze('clear-gloss', wholeOf('inside', 'floor', 'rim', 'outside'), 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // A small jar in stoneware, still wet: dark slip carved through dots and leaves.
  demoPiece({
    id: 'dotted-jar',
    name: 'Dotted jar',
    count: 2,
    bodyId: 'dune-buff',
    form: { ...presetForm('cylinderJar'), parts: [] },
    notes: 'Lids are thrown to fit after the bisque.',
    prefix: 'jar',
    done: 0,
    steps: [
      build.bring('leatherHard'),
      build.coat('peat-slip', bandOf(14, 116)),
      build.divide(18, 60),
      build.carve('narrowLoop', build.motif('dottedRing', 18, 72, 24, 1.8, { variation: 0.15, seed: 2 }), 0.4),
      build.carve('narrowLoop', build.motif('leaves', 9, 20, 46, 1.6, { variation: 0.35, seed: 8 }), 0.4),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '05'),
      build.wipeDust(),
      build.glaze('clear-stoneware', INSIDE, 'pour'),
      build.glaze('pale-green', OUTSIDE, 'brush', { coats: 2 }),
      build.cleanFoot(),
      build.fire('glaze', '6'),
    ],
  }),
  // Waxed bands, finished but for the firing.
  demoPiece({
    id: 'wax-beakers',
    name: 'Banded beakers',
    count: 6,
    bodyId: 'chalk-white',
    form: presetForm('beaker'),
    prefix: 'beaker',
    done: 11,
    steps: [
      build.bring('leatherHard'),
      build.coat('rowan-orange', bandOf(16, 104)),
      build.wax(bandOf(38, 50)),
      build.wax(bandOf(74, 80)),
      build.coat('mussel-grey', bandOf(24, 96)),
      build.bring('boneDry', 'open'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('clear-satin', INSIDE, 'pour'),
      build.glaze('clear-satin', OUTSIDE, 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
]
