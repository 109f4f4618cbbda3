import { describe, expect, it } from 'vitest'
import type { Ways } from '../model/studio'
import type { Piece } from '../model/piece'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import { CONES } from '../firing/cones'
import { HELD } from '../vocabulary/spray'
import {
  bisque,
  carve,
  coat,
  divide,
  dry,
  fill,
  findingsOf,
  finish,
  foot,
  glaze,
  glost,
  handleAndSpout,
  inlaid,
  inside,
  leather,
  outside,
  planned,
  sponge,
  sprayedOn,
  throughWax,
  wipe,
  withPart,
} from './fixtures/mistakes'

/* One thing grows while all else stays: where each rule begins to speak, how it says so, and what it offers. */

type Plan = readonly [of: string | number, steps: StepContent[], piece?: Partial<Piece>, ways?: Partial<Ways>]

function told(rule: string, plans: readonly Plan[]): string {
  return plans
    .map(([of, steps, piece, ways]) => {
      const found = findingsOf(planned(steps, piece), ways).filter(({ ruleId }) => ruleId === rule)
      const words = found.map(
        ({ severity, sentence, mends }) =>
          `${severity}: ${sentence}${mends.map(({ label }) => ` [${label}]`).join('')}`,
      )
      return `${of}: ${words.join(' + ') || 'silent'}`
    })
    .join('\n')
}

const carved = (over: object = {}, motif: object = {}, before: StepContent[] = [coat('marsh-black', 3)]) => [
  leather,
  ...before,
  divide,
  carve(over, motif),
  dry,
  ...finish,
]
const upTo = (from: number, to: number, by: number) =>
  Array.from({ length: Math.floor((to - from) / by + 1e-9) + 1 }, (_, i) => Number((from + i * by).toFixed(3)))

const SWEEPS: readonly (readonly [rule: string, what: string, plans: () => readonly Plan[]])[] = [
  [
    'hollows-stay-white',
    'depth of the texture, mm',
    () =>
      upTo(0.2, 0.6, 0.1).map((depthMm) => [
        depthMm,
        [build.impress('dimples', outside(), depthMm), dry, bisque, wipe, coat('tide-blue', 3), ...finish.slice(2)],
      ]),
  ],
  ['carved-too-deep', 'depth, mm', () => upTo(0.2, 3.2, 0.3).map((depthMm) => [depthMm, carved({ depthMm })])],
  ['carved-too-shallow', 'depth, mm', () => upTo(0.03, 0.3, 0.03).map((depthMm) => [depthMm, carved({ depthMm })])],
  [
    'one-side-only',
    'height of a bird, mm',
    () => upTo(12, 84, 9).map((heightMm) => [heightMm, carved({}, { kind: 'bird', repeats: 1, heightMm })]),
  ],
  [
    'repeats-overlap',
    'birds round',
    () => upTo(4, 24, 2).map((repeats) => [repeats, carved({}, { kind: 'bird', repeats, heightMm: 30 })]),
  ],
  [
    'hidden-by-a-part',
    'leaves round',
    () =>
      upTo(4, 14, 1).map((repeats) => [
        repeats,
        carved({}, { repeats, startDeg: 75, heightMm: 24 }),
        withPart('handle', { widthMm: 12 }),
      ]),
  ],
  [
    'parts-in-one-place',
    'degrees between handle and spout',
    () => upTo(0, 60, 6).map((off) => [off, [dry, ...finish], handleAndSpout(90, 90 + off)]),
  ],
  [
    'stage-harms-step',
    'cutting and painting on dry clay, by the way of the studio',
    () =>
      (['never', 'withCare'] as const).flatMap((boneDrySgraffito): Plan[] => [
        [`cut, ${boneDrySgraffito}`, [coat('marsh-black', 3), dry, carve(), ...finish], {}, { boneDrySgraffito }],
        [`slip, ${boneDrySgraffito}`, [dry, coat('peat-slip', 3), ...finish], {}, { boneDrySgraffito }],
        [`cut on bisque, ${boneDrySgraffito}`, [dry, bisque, carve(), ...finish.slice(1)], {}, { boneDrySgraffito }],
      ]),
  ],
  [
    'too-few-coats',
    'coats',
    () => upTo(1, 6, 1).map((coats) => [coats, [leather, coat('marsh-black', coats), dry, ...finish]]),
  ],
  [
    'too-many-coats',
    'coats',
    () => upTo(3, 11, 2).map((coats) => [coats, [leather, coat('marsh-black', coats), dry, ...finish]]),
  ],
  [
    'body-outside-range',
    'cone of the glaze firing',
    () =>
      CONES.filter((_, i) => i % 3 === 0).map((cone) => [
        cone,
        [dry, ...finish.slice(0, -1), build.fire('glaze', cone)],
      ]),
  ],
  [
    'medium-outside-range',
    'cone of the glaze firing',
    () =>
      CONES.filter((_, i) => i % 3 === 1).map((cone) => [
        cone,
        [leather, coat('marsh-black', 3), dry, ...finish.slice(0, -1), build.fire('glaze', cone)],
      ]),
  ],
  [
    'glaze-not-for-food',
    'glaze inside',
    () =>
      ['clear-gloss', 'amber', 'opaque-white'].map((id) => [
        id,
        [dry, bisque, wipe, glaze(inside, 'pour', id), glaze(outside()), foot, glost()],
      ]),
  ],
  [
    'glaze-not-for-food',
    'use',
    () =>
      (['food', 'vase', 'display'] as const).map((use) => [
        use,
        [dry, bisque, wipe, glaze(inside, 'pour', 'amber'), glaze(outside()), foot, glost()],
        { use } as Partial<Piece>,
      ]),
  ],
  [
    'overspray',
    'how the gun is held',
    () =>
      HELD.map(({ upDeg, words }) => [
        words,
        [leather, sprayedOn({ ...outside(40, 60), on: [] }, { upDeg, fromDeg: null }), dry, ...finish],
        withPart('handle'),
      ]),
  ],
  [
    'fill-without-groove',
    'what was cut',
    () => [
      ['lines', inlaid(fill(), sponge())],
      ['nothing', inlaid(fill(), sponge()).filter((step) => step.act !== 'incise')],
      [
        'texture on the same side',
        [build.impress('cloth', outside()), dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)],
      ],
      ['texture inside', [build.impress('cloth', inside), dry, bisque, wipe, fill(), sponge(), ...finish.slice(2)]],
    ],
  ],
]

describe('where a rule begins to speak', () => {
  it.each(SWEEPS)('%s, by %s', (rule, _, plans) => {
    const lines = told(rule, plans())
    // A sweep over which a rule never speaks, or never ends, shows nothing.
    expect(lines).toMatch(/: (note|risk|ruin): /)
    expect(lines).toMatchSnapshot()
  })

  it('carved-too-deep never speaks of lines through wax on glaze, which are no groove', () => {
    const deep = throughWax().map((step) => (step.act === 'carve' ? { ...step, depthMm: 3 } : step))
    expect(told('carved-too-deep', [['3', deep]])).toBe('3: silent')
  })
})
