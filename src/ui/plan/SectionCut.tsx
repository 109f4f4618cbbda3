import { counted } from '@/core/base/words'
import { chartOf, type Atlas } from '@/core/skin/atlas'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { whereWords } from '@/core/usecases/words/whereWords'
import type { Section, SectionFilm } from '@/core/usecases/view/pieceView'
import { hexFromLinear } from '@/core/colour/colourSpaces'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'

/** A spot on the skin with its cut. */
export interface Spot {
  readonly section: Section
  readonly at: SkinSpot
}

const WIDTH = 208
const CLAY_TOP = 128

/** Pixels for a film: enough to see, more for thick ones. */
const filmHeight = (micrometres: number) => Math.min(46, 9 + Math.sqrt(micrometres) * 1.25)

/** Whether a film is told in coats: not what was dipped or poured, nor what fills a groove. */
const countsInCoats = ({ kind, coats }: SectionFilm, { cutDepthUm }: Section): boolean =>
  !MEDIUM_KIND[kind].flows && !(cutDepthUm > 0 && coats > MOST_COATS)

/** No hand lays more coats of one colour over one another [our choice]. */
const MOST_COATS = 8

/** How many layers lie on the clay here. */
export const layersWords = ({ films }: Section): string =>
  films.length === 0 ? 'bare clay here' : `${counted(films.length, 'layer', 'layers')} here`

/** The fired colour of a spot. */
export const CutSwatch = ({ section }: { section: Section }) => (
  <span
    aria-hidden
    className="inline-block h-3.5 w-8 shrink-0 border border-[var(--stage-ink)]"
    style={{ background: hexFromLinear(section.screen) }}
  />
)

/** A magnified cut through the wall at the spot under the pointer. */
export function SectionCut({
  spot,
  length,
  atlas,
}: {
  spot: Spot
  length: (mm: number) => string
  atlas: Atlas | null
}) {
  if (!atlas) return null
  const { section, at } = spot
  const { surface } = chartOf(atlas, at.on)
  const heights = section.films.map((film) => filmHeight(film.micrometres))
  const films = heights.reduce((a, b) => a + b, 0)
  const cut = Math.max(0, Math.min(44, section.cutDepthUm / 12))
  const top = Math.max(8, CLAY_TOP - films + cut)
  return (
    <div data-testid="section">
      <p className="numbers mb-1 text-right text-xs">
        {whereWords(surface, { across: at.across, alongMm: at.down * surface.form.totalMm }, length)} · not to scale
      </p>
      <svg width={WIDTH} height={176} className="block border border-[var(--stage-ink)] bg-base-100" aria-hidden>
        <rect x="0" y={CLAY_TOP} width={WIDTH} height={60} fill={hexFromLinear(section.bodyScreen)} />
        <rect x="0" y={CLAY_TOP} width={WIDTH} height={60} fill="url(#hatch-clay)" opacity="0.5" />
        {cut > 0 && (
          <path
            d={`M24 ${CLAY_TOP}C24 ${CLAY_TOP + cut} 60 ${CLAY_TOP + cut} 104 ${CLAY_TOP + cut}S184 ${CLAY_TOP + cut} 184 ${CLAY_TOP}Z`}
            className="fill-base-100"
          />
        )}
        {section.films.map((film, i) => {
          const y = top + heights.slice(0, i).reduce((a, b) => a + b, 0)
          return (
            <g key={i}>
              <rect
                x="0"
                y={y}
                width={WIDTH}
                height={heights[i]}
                fill={MEDIUM_KIND[film.kind].flows ? '#dfe6e6' : hexFromLinear(film.screen)}
                stroke="#141413"
                strokeWidth="0.8"
              />
              <rect x="0" y={y} width={WIDTH} height={heights[i]} fill={`url(#hatch-${film.kind})`} opacity="0.4" />
            </g>
          )
        })}
      </svg>
      <ul className="mt-1 space-y-0.5 text-right text-[0.8125rem] leading-tight">
        {section.taped && <li>tape</li>}
        {section.waxed && <li>wax</li>}
        {section.burnished && <li>burnished</li>}
        {section.films.map((film, i) => (
          <li key={i}>
            <b>{film.name}</b>{' '}
            <span className="numbers">
              {countsInCoats(film, section) && `${film.coats.toFixed(1)} coats, `}
              {Math.round(film.micrometres)} µm
            </span>
          </li>
        ))}
        <li>
          <b>{section.bodyName}</b>
          {section.cutDepthUm > 0 && <span className="numbers">, cut {length(section.cutDepthUm / 1000)}</span>}
        </li>
        <li className="flex items-center justify-end gap-1.5 pt-0.5">
          <CutSwatch section={section} />
          <span className="numbers" data-testid="lab">
            fired L {section.lab[0].toFixed(0)}, a {section.lab[1].toFixed(0)}, b {section.lab[2].toFixed(0)}
          </span>
        </li>
        {section.outOfGamut && <li>a screen cannot show this colour fully</li>}
      </ul>
    </div>
  )
}
