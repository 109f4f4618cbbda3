import type { Cone } from '../firing/cones'
import type { MeasuredBy, Tile } from '../model/tile'

type Lab = readonly [L: number, a: number, b: number]

type Square = readonly [films: readonly (readonly [mediumId: string, coats: number])[], fired: Lab | null]

const tile = (
  number: number,
  question: string,
  bodyId: string,
  cone: Cone,
  by: MeasuredBy,
  squares: readonly Square[],
): Tile => ({
  id: `season-${number}`,
  number,
  question,
  bodyId,
  cone,
  pieceId: null,
  taken: false,
  squares: squares.map(([films, fired], i) => ({
    id: `s${i + 1}`,
    films: films.map(([mediumId, coats]) => ({ mediumId, coats })),
    measured: fired && { lab: [...fired], by },
  })),
})

/**
 * A season of test tiles as they came out of an invented kiln: most as foretold, one colour greener than its jar let think, one square
 * mixed up, and reds that cone 6 left little of. The newest is not fired yet.
 */
export const demoTiles = (): Tile[] => [
  tile(21, 'Does Reed green cover Chalk white?', 'chalk-white', '05', 'instrument', [
    [[['reed-green', 1]], [70.8, -39.4, 16.8]],
    [[['reed-green', 2]], [65.2, -31, 14.9]],
    [[['reed-green', 3]], [64.5, -28.5, 13.7]],
    [
      [
        ['reed-green', 1],
        ['clear-gloss', 3],
      ],
      [59.7, -41, 17.7],
    ],
    [
      [
        ['reed-green', 2],
        ['clear-gloss', 3],
      ],
      [53.1, -32.7, 14.7],
    ],
    [
      [
        ['reed-green', 3],
        ['clear-gloss', 3],
      ],
      [52.4, -29.1, 13.9],
    ],
  ]),
  tile(22, 'Black on the red clay', 'estuary-red', '05', 'instrument', [
    [[['marsh-black', 1]], [31.2, 1, 1.4]],
    [[['marsh-black', 3]], [29.4, -0.1, 0.7]],
    [
      [
        ['marsh-black', 1],
        ['clear-gloss', 3],
      ],
      [17.9, 2.1, 1.8],
    ],
    [
      [
        ['marsh-black', 3],
        ['clear-gloss', 3],
      ],
      [16.9, -0.5, 0.6],
    ],
  ]),
  tile(23, 'Yellow on the red clay, with slip under it and without', 'estuary-red', '05', 'photograph', [
    [[['gorse-yellow', 2]], [80.8, -6.7, 46]],
    [[['gorse-yellow', 4]], [84.1, -7.1, 51.5]],
    [
      [
        ['chalk-slip', 2],
        ['gorse-yellow', 2],
      ],
      [85.6, -7.9, 54.4],
    ],
    [
      [
        ['gorse-yellow', 2],
        ['clear-gloss', 3],
      ],
      [70.5, -5.9, 48.6],
    ],
    [
      [
        ['gorse-yellow', 4],
        ['clear-gloss', 3],
      ],
      [75.7, -5.6, 56.1],
    ],
    [
      [
        ['chalk-slip', 2],
        ['gorse-yellow', 2],
        ['clear-gloss', 3],
      ],
      [77.4, -7.1, 58.8],
    ],
  ]),
  // The fifth square is a yellow that somebody laid in the place of the red.
  tile(24, 'Warm colours under satin', 'chalk-white', '04', 'photograph', [
    [[['rowan-orange', 3]], [68.2, 36.9, 38.3]],
    [[['berry-red', 3]], [50.1, 40.7, 16.6]],
    [[['thrift-pink', 4]], [72.4, 23.6, -6.5]],
    [
      [
        ['rowan-orange', 3],
        ['clear-satin', 3],
      ],
      [65.1, 35.1, 34.4],
    ],
    [
      [
        ['berry-red', 3],
        ['clear-satin', 3],
      ],
      [52, 12, 38],
    ],
    [
      [
        ['thrift-pink', 4],
        ['clear-satin', 3],
      ],
      [66.6, 23.2, -5.5],
    ],
  ]),
  tile(25, 'Rust wash, wiped and not', 'chalk-white', '05', 'photograph', [
    [[['rust-wash', 0.25]], [62.1, 20.2, 13.7]],
    [[['rust-wash', 1]], [33, 23.3, 11.2]],
    [[['rust-wash', 2]], [29.4, 12.8, 6.8]],
    [
      [
        ['rust-wash', 0.25],
        ['clear-gloss', 3],
      ],
      [49.5, 21.1, 15.2],
    ],
    [
      [
        ['rust-wash', 1],
        ['clear-gloss', 3],
      ],
      [22.3, 23.5, 12.1],
    ],
  ]),
  tile(26, 'Amber over everything', 'chalk-white', '05', 'eye', [
    [[['amber', 3]], [52.5, 32.5, 73.2]],
    [
      [
        ['marsh-black', 3],
        ['amber', 3],
      ],
      [12.4, 7.2, 17.4],
    ],
    [
      [
        ['gorse-yellow', 3],
        ['amber', 3],
      ],
      [50, 31.1, 76.5],
    ],
    [
      [
        ['peat-slip', 2],
        ['amber', 3],
      ],
      [18.9, 11.5, 25.7],
    ],
    [
      [
        ['opaque-white', 3],
        ['amber', 1],
      ],
      [70.6, 14.4, 55.6],
    ],
  ]),
  tile(27, 'Stoneware glazes on the buff clay', 'dune-buff', '6', 'instrument', [
    [[['pale-green', 3]], [62.5, -8.7, 14.8]],
    [[['iron-brown', 3]], [9.6, 17.7, 10.8]],
    [[['opaque-white-stoneware', 3]], [85.5, -0.4, 3.1]],
    [
      [
        ['opaque-white-stoneware', 2],
        ['iron-brown', 2],
      ],
      [15.3, 25.5, 20.1],
    ],
    [
      [
        ['chalk-slip', 3],
        ['pale-green', 3],
      ],
      [75.2, -16.3, 9.9],
    ],
  ]),
  tile(28, 'What cone 6 leaves of the reds', 'dune-buff', '6', 'photograph', [
    [[['berry-red', 3]], [85.4, -4, 6.4]],
    [[['rowan-orange', 3]], [87.1, -4.8, 6.6]],
    [
      [
        ['berry-red', 3],
        ['clear-stoneware', 3],
      ],
      [74.5, -2.6, 8.1],
    ],
    [
      [
        ['rowan-orange', 3],
        ['clear-stoneware', 3],
      ],
      [75.8, -4.8, 8.2],
    ],
  ]),
  tile(29, 'Does Mussel grey cover the dark clay?', 'peat-dark', '6', 'eye', [
    [[['mussel-grey', 1]], null],
    [[['mussel-grey', 2]], null],
    [
      [
        ['mussel-grey', 2],
        ['clear-stoneware', 3],
      ],
      null,
    ],
  ]),
]
