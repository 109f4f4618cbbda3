import { presetForm } from '../model/presetForm'
import type { Piece } from '../model/piece'
import * as build from '../plan/build'
import { OUTSIDE, wholeOf, type Place } from '../vocabulary/place'
import { demoPiece } from './piece'

/** Zones of what is joined to a wall, and nothing of the wall. */
const only = (...on: string[]): Place => ({ parts: [], on, band: null, sectors: null })

/** The wall without what is joined to it. */
const bare = (place: Place): Place => ({ ...place, on: [] })

/** Pieces whose parts are decorated: a teapot, and a small bird. */
export const joinedPieces = (): Piece[] => [
  // Reeds carved through blue round the pot; lid, handle and spout in colours of their own.
  demoPiece({
    id: 'creek-teapot',
    tags: ['tea'],
    name: 'Creek teapot',
    bodyId: 'chalk-white',
    form: presetForm('teapot'),
    prefix: 'pot',
    done: 16,
    steps: [
      build.bring('leatherHard'),
      build.coat('tide-blue', bare(OUTSIDE), 3),
      build.coat('gorse-yellow', only('lid/top'), 3),
      build.coat('reed-green', only('spout/outside', 'handle/all', 'lid/knob'), 3),
      build.divide(8, 24),
      build.carve('narrowLoop', build.motif('reeds', 8, 22, 84, 2, { variation: 0.5, seed: 12 })),
      build.draw('tide-blue', build.motif('petals', 8, 9, 19, 1.4, { on: 'lid', seed: 4, variation: 0.2 }), 'brush', {
        coats: 2,
      }),
      build.draw('gorse-yellow', build.motif('dashes', 7, 34, 5, 2, { on: 'handle', seed: 3 }), 'brush', {
        coats: 3,
      }),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.wax(wholeOf('rim')),
      build.glaze('clear-gloss', wholeOf('inside', 'floor'), 'pour'),
      build.glaze('clear-gloss', OUTSIDE, 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
  // Small patches, each in its own colour, three coats of each in rotation round the figure; dots printed with a stick.
  demoPiece({
    id: 'plump-wren',
    name: 'Plump wren',
    use: 'display',
    bodyId: 'chalk-white',
    form: presetForm('bird'),
    prefix: 'wren',
    done: 16,
    steps: [
      build.bring('softLeatherHard'),
      build.joinParts(),
      build.bring('leatherHard'),
      build.coat('estuary-slip', { ...OUTSIDE, on: ['head/all', 'tail/all', 'wing/all', 'wing.2/all'] }, 3),
      build.coat(
        'shell-white',
        { parts: ['outside'], on: [], band: { fromMm: 12, toMm: 70 }, sectors: { of: 12, take: [2, 3] } },
        4,
      ),
      build.coat('gorse-yellow', only('beak/all'), 3),
      build.draw('marsh-black', build.motif('dashes', 10, 16, 8, 3, { on: 'wing', startDeg: 12, seed: 5 }), 'brush', {
        coats: 3,
      }),
      build.draw('marsh-black', build.motif('dashes', 10, 16, 8, 3, { on: 'wing.2', startDeg: 12, seed: 6 }), 'brush', {
        coats: 3,
      }),
      build.draw(
        'marsh-black',
        build.motif('dots', 1, 36, 8, 3, { on: 'head', startDeg: 46, variation: 0, seed: 1 }),
        'brush',
        { coats: 3 },
      ),
      build.draw(
        'marsh-black',
        build.motif('dots', 1, 36, 8, 3, { on: 'head', startDeg: 314, variation: 0, seed: 1 }),
        'brush',
        { coats: 3 },
      ),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.wipeDust(),
      build.glaze('clear-satin', OUTSIDE, 'dip'),
      build.cleanFoot(),
      build.fire('glaze', '05'),
    ],
  }),
]
