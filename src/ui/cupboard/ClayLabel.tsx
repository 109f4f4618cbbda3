import { inMm } from '@/core/base/units'
import { CLAY_WATER } from '@/core/clay/drying/clayWater'
import { hexFromLab } from '@/core/colour/colourSpaces'
import { labUnder } from '@/core/colour/layeredColour'
import type { Body } from '@/core/vocabulary/material'
import { useInUnits } from '@/ui/kit/useInUnits'
import { LabelColours, LabelFact } from './LabelParts'

/** How a clay looks at its stages, in order. */
export const clayColours = ({ raw, reflectance }: Body) =>
  [
    ['wet', raw.wet],
    ['bone dry', raw.dry],
    ['bisque', raw.bisque],
    ['fired', hexFromLab(labUnder(Float64Array.from(reflectance)))],
  ] as const

/** Length that is drawn to show how a clay shrinks, mm. */
const DRAWN_MM = 100

/** What matters of a clay, as it would stand on its bag: colours, range, how much smaller it gets. */
export function ClayLabel({ body }: { body: Body }) {
  const inUnits = useInUnits()
  const dry = 1 - body.dryingShrinkage
  const fired = dry * (1 - body.firingShrinkage)
  const lengths = [
    ['as thrown', 1],
    ['bone dry', dry],
    ['fired', fired],
  ] as const
  const bars = body.bars?.read.length ?? 0
  return (
    <section aria-label={`Label of ${body.name}`} className="border border-base-content" data-testid="clay-label">
      <LabelColours colours={clayColours(body)} />
      <dl className="space-y-1 p-3 text-sm">
        <LabelFact term="Range">
          cone {body.range.from} to {body.range.to}, bisque at cone {body.bisqueCone}
        </LabelFact>
        <LabelFact term="Shrinks">
          <ol className="space-y-0.5">
            {lengths.map(([words, share]) => (
              <li key={words} className="flex items-center gap-2">
                <span className="block h-2.5 w-40 max-sm:w-24" aria-hidden>
                  <span className="block h-full bg-base-content/70" style={{ width: `${100 * share}%` }} />
                </span>
                <span className="numbers">
                  {inUnits(inMm(Number((DRAWN_MM * share).toFixed(1))))} {words}
                </span>
              </li>
            ))}
          </ol>
          <span className="text-base-content/80">
            {bars ? `from ${bars === 1 ? 'a bar' : `${bars} bars`} fired here` : 'from the maker’s figures'}
          </span>
        </LabelFact>
        <LabelFact term="Dries">like {CLAY_WATER[body.water].name}</LabelFact>
        <LabelFact term="Grain">
          {body.grain === 'fine' ? 'fine: a tool glides' : 'grogged: a tool drags, fine lines are ragged'}
        </LabelFact>
      </dl>
    </section>
  )
}
