import { hands } from '../pace'
import { good, stageRow } from '../../clay/stageFit'
import { defineAct } from '../actDefinition'

/** How far beside wet tape the colour tears, mm. Common practice, no source. */
const TORN_MM = 4

/** Share of the torn strip that comes away, and the size of its pieces. */
const TORN = { cover: 0.34, sizeMm: 3.2 } as const

/** All tape off; where the colour is still wet it tears along the edge. */
export const peel = defineAct(
  'peel',
  {},
)({
  family: 'Resist',
  traits: ['peeling', 'stays on dry clay'],
  tooEarly: 'Peeled too early',
  word: 'Peel',
  hint: 'all tape off',
  begin: () => ({}),
  title: () => 'Peel tape',
  brief: () => 'all of it',
  kind: () => 'tape',
  bench: () => ({
    detail: 'Peel all tape off, slowly, flat along the wall.',
    lookFor: 'the colour is dry; sharp edges',
  }),
  fit: () => ({ doing: 'Peeling tape', fit: stageRow(good, good, good, good, good, good, good) }),
  hands: () => hands('tape', 2),
  compile: (skin) => {
    const wet = skin.taped.filter((tape) => skin.wetIn([tape]).length > 0)
    if (wet.length) {
      const torn = wet.map((s) => ({
        from: Math.max(0, s.from - TORN_MM),
        to: Math.min(skin.grid.form.totalMm, s.to + TORN_MM),
      }))
      skin.push({ act: 'lift', share: 1 }, skin.patches(torn, TORN.cover, TORN.sizeMm, skin.seed + 9), true)
    }
    skin.push({ act: 'peel' }, skin.evenOver(skin.wholeSkin))
    skin.taped = []
  },
})
