import { describe, expect, it } from 'vitest'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import type { Piece } from '../model/piece'
import { presetForm } from '../model/presetForm'
import { wholeOf, type Place } from '../vocabulary/place'
import {
  bisque,
  coat,
  dry,
  findingsOf,
  foot,
  glaze,
  glost,
  knot,
  leather,
  outside,
  planned,
  wipe,
  withPart,
} from './fixtures/mistakes'

/* The same mistake is found wherever it is made: wall, rim, floor, base, a part, a motif, the face and back of a tile. */

interface Surface {
  readonly name: string
  readonly place: Place
  readonly piece: Partial<Piece>
}

const handled = withPart('handle')
const handle = handled.form!.parts[0].id
const tile: Partial<Piece> = { form: presetForm('tile') }

const SURFACES: readonly Surface[] = [
  { name: 'the outside', place: wholeOf('outside'), piece: {} },
  { name: 'the inside wall', place: wholeOf('inside'), piece: {} },
  { name: 'the floor', place: wholeOf('floor'), piece: {} },
  { name: 'the rim', place: wholeOf('rim'), piece: {} },
  { name: 'the base', place: wholeOf('base'), piece: {} },
  { name: 'one sector', place: { parts: ['outside'], band: null, sectors: { of: 6, take: [3] } }, piece: {} },
  { name: 'a handle alone', place: { parts: [], on: [`${handle}/all`], band: null, sectors: null }, piece: handled },
  { name: 'the face of a tile', place: wholeOf('floor'), piece: tile },
  { name: 'the back of a tile', place: wholeOf('base'), piece: tile },
]

/** A mistake of laying colour or glaze on a place, with the rule that has to see it. */
const LAID: readonly { rule: string; what: string; body?: string; steps: (place: Place) => StepContent[] }[] = [
  {
    rule: 'too-few-coats',
    what: 'one coat of pale colour on red clay',
    body: 'estuary-red',
    steps: (place) => [leather, coat('thrift-pink', 1, { place }), dry, bisque],
  },
  {
    rule: 'too-few-coats',
    what: 'one coat of a blend on red clay',
    body: 'estuary-red',
    steps: (place) => [
      leather,
      coat('thrift-pink', 1, { place, blend: { mediumId: 'gorse-yellow', along: 'height' } }),
      dry,
      bisque,
    ],
  },
  {
    rule: 'too-many-coats',
    what: 'twenty coats',
    steps: (place) => [leather, coat('tide-blue', 20, { place }), dry, bisque],
  },
  {
    rule: 'coat-before-matte',
    what: 'coats laid while the last still shines',
    steps: (place) => [leather, coat('tide-blue', 3, { place, waits: false }), dry, bisque],
  },
  {
    rule: 'dip-over-unfixed-colour',
    what: 'a dip over colour that no firing has fixed',
    steps: (place) => [dry, bisque, wipe, coat('tide-blue', 3, { place }), glaze(place, 'dip'), foot, glost()],
  },
  {
    rule: 'glaze-too-thin',
    what: 'one brushed coat of glaze',
    steps: (place) => [dry, bisque, wipe, glaze(place, 'brush', 'clear-gloss', { coats: 1 }), glost()],
  },
  {
    rule: 'wax-not-dry',
    what: 'colour over tacky wax',
    steps: (place) => [leather, build.wax(place, null, false), coat('tide-blue', 3, { place }), dry, bisque],
  },
  {
    rule: 'wiped-off-with-it',
    what: 'a sponge that takes two colours at once',
    steps: (place) => [
      build.impress('cloth', place),
      dry,
      bisque,
      wipe,
      coat('shell-white', 3, { place }),
      build.coat('rust-wash', place, 1),
      build.wipe(place, 'hard', 'wet'),
    ],
  },
  {
    rule: 'stage-harms-step',
    what: 'slip on bone-dry clay',
    steps: (place) => [dry, coat('peat-slip', 2, { place }), bisque],
  },
  {
    rule: 'glaze-on-greenware',
    what: 'glaze on raw clay',
    steps: (place) => [leather, glaze(place, 'brush'), dry, bisque],
  },
  {
    rule: 'burnish-shines-through',
    what: 'one coat over burnished clay',
    body: 'peat-dark',
    steps: (place) => [leather, build.burnish(place), coat('marsh-black', 1, { place }), dry, bisque],
  },
  {
    rule: 'creases-flooded',
    what: 'six dabs over a texture',
    steps: (place) => [
      build.impress('cloth', place),
      leather,
      coat('tide-blue', 6, { place, applicator: 'sponge' }),
      dry,
      bisque,
    ],
  },
  {
    rule: 'wash-left-thick',
    what: 'a wash that nobody wipes back',
    steps: (place) => [dry, bisque, wipe, build.coat('rust-wash', place, 1), glost()],
  },
  {
    rule: 'fill-not-cleaned',
    what: 'a filled texture that nobody wipes',
    steps: (place) => [build.impress('cloth', place), dry, bisque, wipe, build.fill('marsh-black', place), glost()],
  },
]

/** Glaze that touches the shelf: where it lies, what is told, and whether wiping the foot mends it. */
const SHELF: readonly [where: string, place: Place, piece: Partial<Piece>, said: string | null][] = [
  ['under a mug', wholeOf('outside', 'base'), {}, 'base'],
  ['on the back of a tile', wholeOf('base'), tile, 'back'],
  [
    'on feet',
    { parts: [], on: [1, 2, 3].map((k) => `feet.${k}/all`), band: null, sectors: null },
    withPart('feet'),
    'feet',
  ],
  ['under a pot that feet lift off it', wholeOf('base'), withPart('feet'), 'feet'],
  ['on a handle', { parts: [], on: [`${handle}/all`], band: null, sectors: null }, handled, null],
]

/** Where a mistake cannot be made, and why. */
const CANNOT_BE: Readonly<Record<string, string>> = {}

describe('glaze that touches the shelf', () => {
  it.each(SHELF)('%s', (_, place, piece, said) => {
    const laid = [dry, bisque, wipe, glaze(place, 'brush')]
    const told = (steps: StepContent[]) =>
      findingsOf(planned(steps, { use: 'display', ...piece })).find(({ ruleId }) => ruleId === 'glaze-on-foot')
    expect(told([...laid, glost()])?.where ?? null).toBe(said)
    expect(told([...laid, foot, glost()])).toBeUndefined()
    // A slab is ground off, a wire touches nothing.
    expect(told([...laid, build.fire('glaze', '05', true)])?.severity).toBe(said ? 'note' : undefined)
    expect(told([...laid, { ...build.fire('glaze', '05'), wire: true }])).toBeUndefined()
  })

  it('on the wall of a pot that feet lift is none', () => {
    const laid = [dry, bisque, wipe, glaze(outside(), 'brush'), glost()]
    const rules = findingsOf(planned(laid, { use: 'display', ...withPart('feet') })).map(({ where }) => where)
    expect(rules.filter((where) => where.includes('above the foot'))).toEqual([])
  })
})

describe('the same mistake wherever it is made', () => {
  it.each(
    LAID.flatMap((mistake) =>
      SURFACES.map((surface) => [mistake.rule, mistake.what, surface.name, mistake, surface] as const),
    ),
  )('%s: %s on %s is found', (rule, what, name, { steps, body }, { place, piece }) => {
    if (`${what} on ${name}` in CANNOT_BE) return
    const plan = planned(steps(place), { use: 'display', ...(body ? { bodyId: body } : {}), ...piece })
    expect(findingsOf(plan).map(({ ruleId }) => ruleId)).toContain(rule)
  })

  /* Marks: drawn, printed, by bottle, on wall, inside, floor, base and a part. */
  const SIDES = [
    { name: 'the outside', motif: knot, piece: {} },
    { name: 'the inside', motif: { ...knot, side: 'inside' as const }, piece: {} },
    { name: 'the floor', motif: { ...knot, side: 'floor' as const, upMm: 0, heightMm: 12, repeats: 1 }, piece: {} },
    {
      name: 'the face of a tile',
      motif: { ...knot, side: 'floor' as const, upMm: 0, heightMm: 30, repeats: 1 },
      piece: tile,
    },
    { name: 'a handle', motif: { ...knot, on: handle, repeats: 1, upMm: 4, heightMm: 10 }, piece: handled },
  ]
  const DRAWN = [
    ['a motif painted once in a pale colour', build.draw('thrift-pink', knot, 'brush'), 'too-few-coats'],
    ['a motif printed once in a pale colour', build.draw('thrift-pink', knot, 'stamp'), 'too-few-coats'],
    [
      'dots with a brush’s handle, once',
      build.draw('thrift-pink', { ...knot, kind: 'dots' }, 'stamp'),
      'too-few-coats',
    ],
    ['a line painted eight times by bottle', build.draw('thrift-pink', knot, 'bottle', { coats: 8 }), 'line-too-thick'],
  ] as const
  it.each(DRAWN.flatMap(([what, step, rule]) => SIDES.map((side) => [what, side.name, step, rule, side] as const)))(
    '%s on %s is found',
    (_, __, step, rule, { motif, piece }) => {
      const drawn = { ...step, motif: { ...motif, kind: step.motif.kind } }
      const plan = planned([leather, drawn, dry, bisque], { use: 'display', bodyId: 'estuary-red', ...piece })
      expect(findingsOf(plan).map(({ ruleId }) => ruleId)).toContain(rule)
    },
  )
})
