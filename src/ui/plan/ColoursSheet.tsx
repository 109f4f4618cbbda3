'use client'

import { ciede2000 } from '@/core/colour/ciede2000'
import { differenceInFull, differenceWords } from '@/core/colour/differenceWords'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { contrastsOf, type Contrast, type PaletteColour } from '@/core/usecases/view/palette'
import { usePalette } from '@/store/colours'
import { CameOut, FiredColours } from '@/ui/colour/FiredColours'
import { SeverityMark } from '@/ui/kit/SeverityMark'

/** The colours of a piece after firing: how they stand beside each other, in which lights and to which eyes; and what came out. */
export function ColoursSheet({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { value, busy, problem } = usePalette(piece, studio)
  const palette = value ?? []
  const contrasts = contrastsOf(palette)
  const warned = contrasts.filter((c) => c.warnings.length > 0)
  const between = acrossSides(palette)
  return (
    <section aria-label="Colours" className="space-y-3 px-5 py-4" data-testid="colours" data-busy={busy}>
      <h2 className="text-[1.0625rem] font-bold">Colours, fired</h2>
      {problem && <p role="alert">{problem}</p>}
      <FiredColours palette={palette} piece={piece} studio={studio} />
      {between && <p className="text-sm text-base-content/80">{between}</p>}
      <h3 className="font-bold">Side by side</h3>
      {warned.length > 0 ? (
        <ul className="space-y-1.5">
          {warned.slice(0, 8).map((c) => (
            <li key={`${c.a}-${c.b}`} className="flex items-start gap-2 text-sm" data-warning>
              <SeverityMark severity="note" size={17} />
              <Pair contrast={c} palette={palette} />
              <span>
                {c.warnings.join('; ')}{' '}
                <span className="numbers text-xs text-base-content/75">
                  {differenceWords(c.underLight.daylight)} in daylight, {differenceWords(c.underLight.lamp)} by lamp (ΔE{' '}
                  {c.underLight.daylight.toFixed(0)} and {c.underLight.lamp.toFixed(0)})
                </span>
              </span>
            </li>
          ))}
        </ul>
      ) : (
        palette.length > 1 && (
          <p className="text-sm text-base-content/80">
            No two merge, in daylight, gallery or lamp light, or to colour-blind eyes.
          </p>
        )
      )}
      {contrasts.length > 0 && (
        <details className="text-sm">
          <summary className="cursor-pointer text-base-content/80">
            All pairs, by lightness ({contrasts.length})
          </summary>
          <ul className="mt-1 space-y-1">
            {contrasts
              .slice()
              .sort((a, b) => b.lightness - a.lightness)
              .map((c) => (
                <li key={`${c.a}-${c.b}`} className="numbers flex items-center gap-2">
                  <Pair contrast={c} palette={palette} />{' '}
                  {c.grade === 'lost'
                    ? 'a drawing is lost'
                    : `a drawing reads ${c.grade === 'clear' ? 'clearly' : 'softly'}`}
                  : {c.lightness.toFixed(0)} of 100 apart in lightness
                </li>
              ))}
          </ul>
        </details>
      )}
      <CameOut piece={piece} studio={studio} />
    </section>
  )
}

function Pair({ contrast, palette }: { contrast: Contrast; palette: readonly PaletteColour[] }) {
  const hex = (id: number) => palette.find((colour) => colour.id === id)?.hex
  return (
    <span aria-hidden className="flex h-5 w-10 shrink-0 border border-base-content/70">
      <span className="flex-1" style={{ background: hex(contrast.a) }} />
      <span className="flex-1" style={{ background: hex(contrast.b) }} />
    </span>
  )
}

/** How inside and outside go together: the two largest colours. */
function acrossSides(palette: readonly PaletteColour[]): string | null {
  const out = palette.find((c) => c.side === 'outside')
  const inside = palette.find((c) => c.side === 'inside')
  if (!out || !inside) return null
  const off = ciede2000(out.lab, inside.lab)
  return off < 6
    ? 'Inside and outside are nearly one colour.'
    : `Inside against outside: ${differenceInFull(off)}, ` +
        `${Math.abs(out.lab[0] - inside.lab[0]) >= 30 ? 'a strong change at the rim' : 'a quiet change at the rim'}.`
}
