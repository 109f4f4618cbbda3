import { CAUTION_WORDS, type Medium } from '@/core/vocabulary/material'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'
import { APPLICATOR } from '@/core/vocabulary/tools'
import { swatchOf } from '@/ui/kit/colours'
import { Words } from '@/ui/kit/Words'
import { LabelFact } from './LabelFact'

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
      <div className="flex h-20 border-b border-base-content text-[11px]">
        {(
          [
            ['raw, wet', raw.wet],
            ['raw, dry', raw.dry],
            ...(kind.resists ? [] : [['fired, opaque', swatchOf(medium)] as const]),
          ] as const
        ).map(([words, colour]) => (
          <span key={words} className="flex flex-1 items-end" style={{ background: colour }}>
            <span className="bg-base-100 px-1">{words}</span>
          </span>
        ))}
      </div>
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
        {warned.length > 0 && <LabelFact term="Mind">{warned.join('; ')}</LabelFact>}
        <LabelFact term="Left">
          {stock ? `${stock.jars} ${stock.jars === 1 ? 'jar' : 'jars'} of ${stock.jarMl} ml` : 'nobody has counted'}
          {stock?.price ? `, ${stock.price} each` : ''}
        </LabelFact>
        {medium.notes && <LabelFact term="Notes">{medium.notes}</LabelFact>}
      </dl>
    </section>
  )
}
