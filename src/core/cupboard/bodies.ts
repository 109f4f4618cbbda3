import { logisticEdge, spectrumOf } from '../colour/spectrum'
import type { Body } from '../vocabulary/material'

const sg = logisticEdge
const rounded = (curve: (nm: number) => number) => Array.from(spectrumOf(curve), (v) => Number(v.toPrecision(6)))

/** The starter bodies: invented clays, reflectance measured matte. */
export const STARTER_BODIES: readonly Body[] = [
  {
    id: 'chalk-white',
    name: 'Chalk white earthenware',
    reflectance: rounded((l) => 0.88 - 0.1 * sg(430, 25)(l)),
    raw: { wet: '#a8a49b', dry: '#dedad0', bisque: '#f0e6dc' },
    range: { from: '06', to: '03' },
    bisqueCone: '04',
    dryingShrinkage: 0.063,
    firingShrinkage: 0.045,
    grain: 'fine',
    water: 'fineWhite',
    bars: null,
  },
  {
    id: 'estuary-red',
    name: 'Estuary red earthenware',
    reflectance: rounded((l) => 0.1 + 0.26 * (1 - sg(585, 20)(l))),
    raw: { wet: '#6b4536', dry: '#a97a63', bisque: '#cf8a66' },
    range: { from: '06', to: '03' },
    bisqueCone: '04',
    dryingShrinkage: 0.068,
    firingShrinkage: 0.05,
    grain: 'fine',
    water: 'red',
    bars: null,
  },
  {
    id: 'dune-buff',
    name: 'Dune buff stoneware',
    reflectance: rounded((l) => 0.45 + 0.2 * (1 - sg(540, 40)(l))),
    raw: { wet: '#867d70', dry: '#bdb4a4', bisque: '#e3cfb4' },
    range: { from: '5', to: '6' },
    bisqueCone: '05',
    dryingShrinkage: 0.056,
    firingShrinkage: 0.06,
    grain: 'grogged',
    water: 'grogged',
    bars: null,
  },
  {
    id: 'peat-dark',
    name: 'Peat dark stoneware',
    reflectance: rounded((l) => 0.055 + 0.06 * (1 - sg(595, 22)(l))),
    raw: { wet: '#3c332e', dry: '#6f635b', bisque: '#8a5f4b' },
    range: { from: '5', to: '6' },
    bisqueCone: '05',
    dryingShrinkage: 0.058,
    firingShrinkage: 0.062,
    grain: 'grogged',
    water: 'grogged',
    bars: null,
  },
  {
    id: 'shell-porcelain',
    name: 'Shell porcelain',
    reflectance: rounded((l) => 0.88 - 0.06 * sg(420, 25)(l)),
    raw: { wet: '#aeaca7', dry: '#e4e2dd', bisque: '#f4f0ea' },
    range: { from: '6', to: '10' },
    bisqueCone: '06',
    dryingShrinkage: 0.059,
    firingShrinkage: 0.085,
    grain: 'fine',
    water: 'porcelain',
    bars: null,
  },
]
