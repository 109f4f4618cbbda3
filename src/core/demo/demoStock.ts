import type { Medium } from '../vocabulary/material'

type Stock = NonNullable<Medium['stock']>

const jar = (jars: number, price: number): Stock => ({ jars, jarMl: 120, price, batch: '' })

/** What stands in the demo’s cupboard: jars of colour, buckets of slip and glaze mixed at home. Some of it nobody has counted yet. */
const STOCK: Readonly<Record<string, Stock>> = {
  'chalk-slip': { jars: 0.75, jarMl: 2000, price: 6, batch: 'sieved in February' },
  'peat-slip': { jars: 1, jarMl: 2000, price: 7, batch: '' },
  'estuary-slip': { jars: 0.5, jarMl: 2000, price: 4.5, batch: '' },
  'marsh-black': jar(1.5, 9.5),
  'tide-blue': jar(2, 11),
  'gorse-yellow': jar(0.25, 10.5),
  'rowan-orange': jar(1, 12),
  'berry-red': jar(0.5, 14),
  'reed-green': jar(1.25, 10.5),
  'shell-white': jar(2.5, 9),
  'rust-wash': { jars: 1, jarMl: 250, price: 3, batch: '' },
  'clear-gloss': { jars: 1.6, jarMl: 5000, price: 28, batch: 'third bucket' },
  'clear-satin': { jars: 0.4, jarMl: 5000, price: 31, batch: '' },
  amber: { jars: 0.8, jarMl: 2500, price: 19, batch: '' },
  'wax-resist': { jars: 0.6, jarMl: 500, price: 8, batch: '' },
}

const MADE_HERE = new Set(['chalk-slip', 'peat-slip', 'estuary-slip', 'rust-wash', 'amber'])

/** The demo’s media with what is left of them, what they cost, and what their jars say. */
export const stocked = (media: Readonly<Record<string, Medium>>): Record<string, Medium> =>
  Object.fromEntries(
    Object.entries(media).map(([id, medium]) => [
      id,
      {
        ...medium,
        stock: STOCK[id] ?? medium.stock,
        origin: MADE_HERE.has(id) ? ('made' as const) : medium.origin,
        ...(id === 'thrift-pink'
          ? { coats: { brush: 4, bottle: 1 }, notes: 'Thin in the jar; one coat more than it says.' }
          : {}),
      },
    ]),
  )
