import { gaussianBand, logisticEdge, spectrumOf } from '../colour/spectrum'
import { PLAIN_MEDIUM, type Medium } from '../vocabulary/material'

type Curve = (nm: number) => number

const sg = logisticEdge
const g = gaussianBand
const rounded = (curve: Curve) => Array.from(spectrumOf(curve), (v) => Number(Math.max(0, v).toPrecision(6)))

const WIDE = { from: '08', to: '6' } as const

type Entry = Pick<Medium, 'id' | 'name' | 'kind' | 'surface' | 'range' | 'raw' | 'filmUm'> & {
  K: Curve
  S: Curve
  fugitive?: boolean
  food?: boolean
}

const entry = ({ K, S, fugitive = false, food = false, ...rest }: Entry): Medium => ({
  ...rest,
  ...PLAIN_MEDIUM,
  cautions: [],
  fugitive,
  labelledFoodSafe: food,
  optics: { K: rounded(K), S: rounded(S) },
})

const slip = (id: string, name: string, K: Curve, S: Curve, wet: string, dry: string) =>
  entry({ id, name, kind: 'slip', surface: 'matte', range: WIDE, raw: { wet, dry }, filmUm: 100, K, S })

const underglaze = (
  id: string,
  name: string,
  K: Curve,
  S: Curve,
  wet: string,
  dry: string,
  range: Medium['range'] = WIDE,
  fugitive = false,
) => entry({ id, name, kind: 'underglaze', surface: 'matte', range, raw: { wet, dry }, filmUm: 30, K, S, fugitive })

const glaze = (
  id: string,
  name: string,
  surface: Medium['surface'],
  range: Medium['range'],
  K: Curve,
  S: Curve,
  raw: string,
  food: boolean,
) => entry({ id, name, kind: 'glaze', surface, range, raw: { wet: raw, dry: raw }, filmUm: 120, K, S, food })

const flat =
  (v: number): Curve =>
  () =>
    v

const opaque = (id: string, name: string, K: Curve, S: Curve, wet: string, dry: string) =>
  entry({
    id,
    name,
    kind: 'opaque',
    surface: 'satin',
    range: { from: '06', to: '04' },
    raw: { wet, dry },
    filmUm: 45,
    K,
    S,
  })

/**
 * The starter cupboard: invented media whose curves show the facts of the trade (absorption K and scattering S per nominal
 * coat). Raw colours mislead on purpose, as raw colours do.
 */
export const STARTER_MEDIA: readonly Medium[] = [
  slip(
    'chalk-slip',
    'Chalk slip',
    (l) => 0.014 + 0.28 * sg(395, 8)(l),
    (l) => 1.9 * (550 / l) ** 0.3,
    '#d9d2c3',
    '#f0ece2',
  ),
  slip('peat-slip', 'Peat slip', (l) => 1.1 + 0.5 * sg(560, 60)(l), flat(0.3), '#4d4038', '#8a7a6c'),
  slip('estuary-slip', 'Estuary red slip', (l) => 0.1 + 2.4 * sg(583, 14)(l), flat(0.95), '#7d4430', '#b77d62'),
  underglaze('marsh-black', 'Marsh black', (l) => 1.5 + 0.12 * g(450, 60)(l), flat(0.1), '#3f3f44', '#6d6c70'),
  underglaze(
    'tide-blue',
    'Tide blue',
    (l) => 0.05 + 2.4 * g(612, 48)(l),
    (l) => 0.55 * (550 / l) ** 0.2,
    '#8f8fbe',
    '#b9b3d6',
  ),
  underglaze('gorse-yellow', 'Gorse yellow', (l) => 0.02 + 2.4 * sg(478, 11)(l), flat(1.3), '#ddc46c', '#efe0a4'),
  underglaze(
    'rowan-orange',
    'Rowan orange',
    (l) => 0.02 + 2.2 * sg(545, 12)(l),
    flat(1.1),
    '#d99a6b',
    '#ecc3a2',
    { from: '08', to: '04' },
    true,
  ),
  underglaze(
    'berry-red',
    'Berry red',
    (l) => 0.02 + 3.2 * sg(590, 9)(l),
    flat(0.85),
    '#c4757a',
    '#dca6a5',
    { from: '08', to: '04' },
    true,
  ),
  underglaze(
    'thrift-pink',
    'Thrift pink',
    (l) => 0.05 + 0.45 * g(525, 38)(l) + 0.12 * sg(430, 15)(l),
    flat(1.1),
    '#d3b0b4',
    '#ead4d4',
  ),
  underglaze(
    'reed-green',
    'Reed green',
    (l) => 0.06 + 1.5 * g(640, 52)(l) + 1.1 * sg(470, 16)(l),
    flat(0.75),
    '#9fa98c',
    '#c3cbb3',
  ),
  underglaze('mussel-grey', 'Mussel grey', (l) => 0.5 + 0.25 * g(590, 60)(l), flat(0.6), '#8d8a98', '#b5b2bd'),
  underglaze(
    'shell-white',
    'Shell white',
    (l) => 0.012 + 0.25 * sg(395, 8)(l),
    (l) => 1.7 * (550 / l) ** 0.3,
    '#e6e1d6',
    '#f6f3ec',
  ),
  entry({
    id: 'rust-wash',
    name: 'Rust wash',
    kind: 'wash',
    surface: 'matte',
    range: WIDE,
    raw: { wet: '#8c4b34', dry: '#b5674a' },
    filmUm: 12,
    K: (l) => 0.16 + 2 * sg(604, 26)(l),
    S: flat(0.15),
  }),
  entry({
    id: 'tarn-wash',
    name: 'Tarn wash',
    kind: 'wash',
    surface: 'matte',
    range: WIDE,
    raw: { wet: '#6f6a78', dry: '#97909f' },
    filmUm: 12,
    K: (l) => 0.9 + 1.1 * g(610, 60)(l),
    S: flat(0.12),
  }),
  opaque('iris-opaque', 'Iris blue, opaque', (l) => 0.04 + 1.9 * g(605, 50)(l), flat(0.9), '#bcbad3', '#d9d8e6'),
  opaque(
    'copse-opaque',
    'Copse green, opaque',
    (l) => 0.05 + 1.3 * g(645, 55)(l) + 0.95 * sg(465, 16)(l),
    flat(1),
    '#c2cab3',
    '#dde3d5',
  ),
  opaque('honey-opaque', 'Honey, opaque', (l) => 0.03 + 2 * sg(500, 16)(l), flat(1.2), '#e4d3ac', '#efe5d0'),
  entry({
    id: 'sepia-line',
    name: 'Sepia line',
    kind: 'line',
    surface: 'gloss',
    range: { from: '06', to: '04' },
    raw: { wet: '#6b5a4e', dry: '#8d7b6d' },
    filmUm: 40,
    K: (l) => 1.2 + 1.1 * sg(610, 30)(l),
    S: flat(0.3),
  }),
  glaze(
    'clear-gloss',
    'Clear, gloss',
    'gloss',
    { from: '06', to: '04' },
    (l) => 0.004 + 0.03 * sg(400, 10)(l),
    flat(0.01),
    '#e7c6c6',
    true,
  ),
  glaze(
    'clear-satin',
    'Clear, satin',
    'satin',
    { from: '06', to: '04' },
    (l) => 0.006 + 0.03 * sg(400, 10)(l),
    flat(0.035),
    '#e3d3d8',
    true,
  ),
  glaze(
    'clear-stoneware',
    'Clear, stoneware',
    'gloss',
    { from: '5', to: '6' },
    (l) => 0.005 + 0.03 * sg(400, 10)(l),
    flat(0.01),
    '#d9d7cf',
    true,
  ),
  glaze(
    'pale-green',
    'Pale green glaze',
    'gloss',
    { from: '5', to: '6' },
    (l) => 0.008 + 0.06 * g(690, 75)(l) + 0.09 * sg(440, 22)(l),
    flat(0.015),
    '#c9c3bb',
    true,
  ),
  glaze(
    'amber',
    'Amber glaze',
    'gloss',
    { from: '06', to: '04' },
    (l) => 0.03 + 0.85 * sg(500, 35)(l),
    flat(0.012),
    '#c79a86',
    false,
  ),
  glaze(
    'opaque-white',
    'Opaque white glaze',
    'satin',
    { from: '06', to: '04' },
    (l) => 0.01 + 0.16 * sg(395, 10)(l),
    flat(1.2),
    '#f1eeea',
    true,
  ),
  glaze(
    'opaque-white-stoneware',
    'Opaque white, stoneware',
    'satin',
    { from: '5', to: '6' },
    (l) => 0.01 + 0.16 * sg(395, 10)(l),
    flat(1.2),
    '#ece8e2',
    true,
  ),
  glaze(
    'iron-brown',
    'Iron brown glaze',
    'gloss',
    { from: '5', to: '6' },
    (l) => 0.22 + 1.3 * sg(575, 28)(l),
    flat(0.04),
    '#a8705a',
    true,
  ),
  entry({
    id: 'wax-resist',
    name: 'Wax resist',
    kind: 'wax',
    surface: 'matte',
    range: { from: '010', to: '10' },
    raw: { wet: '#e2d9b8', dry: '#e2d9b8' },
    filmUm: 20,
    K: flat(0),
    S: flat(0),
  }),
]
