import { counted } from '@/core/base/words'
import { CAUTION_WORDS, type Medium } from '@/core/vocabulary/material'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'
import { APPLICATOR } from '@/core/vocabulary/tools'
import { swatchOf } from '@/ui/kit/colours'
import { Words } from '@/ui/kit/Words'
import { LabelColours, LabelFact } from './LabelParts'

/** What matters of a jar, as it would stand on its label: colours, range, coats, cautions, what is left. */
export function JarLabel({ medium }: { medium: Medium }) {
  const kind = MEDIUM_KIND[medium.kind]
  const { raw, range, stock, cautions } = medium
  const own = (['brush', 'bottle', 'sponge'] as const).flatMap((by) =>
    medium.coats[by] ? [`${medium.coats[by]} by ${by}`] : [],
  )
  const warned = [
    ...(medium.fugitive ? ['fades above its range'] : []),
    ...cautions.map((caution) => CAUTION_WORDS[caution]),
  ]
  return (
    <section aria-label={`Label of ${medium.name}`} className="border border-base-content" data-testid="jar-label">
      <LabelColours
        colours={[
          ['raw, wet', raw.wet],
          ['raw, dry', raw.dry],
          ...(kind.resists ? [] : [['fired, opaque', swatchOf(medium)] as const]),
        ]}
      />
      <dl className="space-y-1 p-3 text-sm">
        <LabelFact term="What">
          <Words text={kind.name} />
          {kind.resists ? '' : `, ${medium.surface} when fired`}
        </LabelFact>
        <LabelFact term="Range">
          cone {range.from} to {range.to}
        </LabelFact>
        {kind.laidBy.includes('coat') && (
          <LabelFact term="Coats">
            {own.length ? `${own.join(', ')}, as the jar says` : `as the ladder counts them; ${APPLICATOR.brush.cover}`}
          </LabelFact>
        )}
        <LabelFact term="Food">
          {medium.labelledFoodSafe ? 'labelled for it by its maker; a laboratory proves it' : 'not labelled for it'}
        </LabelFact>
        {warned.length > 0 && <LabelFact term="Caution">{warned.join('; ')}</LabelFact>}
        <LabelFact term="Left">
          {stock ? `${counted(stock.jars, 'jar', 'jars')} of ${stock.jarMl} ml` : 'stock not entered'}
          {stock?.price ? `, ${stock.price} each` : ''}
        </LabelFact>
        {medium.notes && <LabelFact term="Notes">{medium.notes}</LabelFact>}
      </dl>
    </section>
  )
}
