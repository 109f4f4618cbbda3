'use client'

import { buildForm } from '@/core/form/buildForm'
import { profileAt } from '@/core/form/turnedForm'
import { formatLength } from '@/core/base/units'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { drawnLines, heightMarks, type BenchAct } from '@/core/usecases/bench/benchAct'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { motifName } from '@/core/skin/motifs/motifName'
import { isSlab } from '@/core/usecases/words/wording'
import { useActPicture } from '@/store/bench'
import { MotifMark } from '@/ui/kit/MotifMark'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { Silhouette } from '@/ui/kit/Silhouette'

const SIZE = 340

/** How the pot looks before and after this coat, where it goes in mm, and the jar as it looks on the brush. */
export function BenchPictures({
  piece,
  studio,
  item,
  act,
}: {
  piece: Piece
  studio: Studio
  item: BenchItem
  act: BenchAct
}) {
  const before = useActPicture(piece, studio, item, item.coat, SIZE)
  const after = useActPicture(piece, studio, item, item.coat + 1, SIZE)
  const alone = !act.jars.length && !heightMarks(act.step).length && !drawnLines(act.step)
  return (
    <div className="min-h-0 overflow-y-auto bg-[var(--stage)] px-4 py-3 text-[var(--stage-ink)] max-lg:overflow-visible max-sm:order-2">
      <div className={alone ? 'grid gap-2 max-lg:grid-cols-2' : 'grid grid-cols-2 gap-2'}>
        {(
          [
            ['before', before],
            ['after', after],
          ] as const
        ).map(([word, { value, problem }]) => (
          <figure key={word} className="min-w-0">
            <div className={`flex items-center justify-center ${alone ? 'h-60' : 'aspect-square'}`}>
              {value ? (
                <PixelCanvas
                  pixels={value}
                  label={`${piece.name} ${word} this coat, as it looks on the table`}
                  className="max-h-full max-w-full object-contain"
                />
              ) : (
                <span className="text-sm">{problem ?? 'drawing…'}</span>
              )}
            </div>
            <figcaption className="text-center text-base">{word}</figcaption>
          </figure>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-end justify-center gap-x-6 gap-y-2">
        <Heights piece={piece} studio={studio} act={act} />
        <Lines studio={studio} act={act} />
      </div>
      <ul className="mt-3 space-y-2" aria-label="Jars">
        {act.jars.map(({ mediumId, name, wet, dry, batch }) => (
          <li key={mediumId} className="flex items-center gap-3">
            <span className="flex h-16 w-24 shrink-0 border border-[var(--stage-ink)]" aria-hidden>
              <span className="flex-1" style={{ background: wet }} />
              <span className="flex-1" style={{ background: dry }} />
            </span>
            <span className="min-w-0">
              <span className="block text-xl leading-tight font-bold wrap-anywhere">{name}</span>
              <span className="text-sm">wet on the left, dry on the right{batch ? ` · ${batch}` : ''}</span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** The lines of the act in small, with how large they are. */
function Lines({ studio, act }: { studio: Studio; act: BenchAct }) {
  const motif = drawnLines(act.step)
  if (!motif) return null
  const { kind, drawing, text, repeats, rows, heightMm, fillings } = motif
  const length = (mm: number) => formatLength(mm, studio.settings.length)
  return (
    <figure className="w-fit" data-testid="lines">
      <MotifMark kind={kind} drawing={drawing} text={text} filling={fillings?.[0]} size={130} />
      <figcaption className="max-w-44 text-center text-sm">
        {motifName(motif)}
        {repeats > 1 ? `, ${repeats} ×` : ''}
        {rows > 1 ? ` in ${rows} rows` : ''}, {length(heightMm)} tall
      </figcaption>
    </figure>
  )
}

/** The outline with the heights between which the act stays, in the studio’s unit, as a ruler shows them. */
function Heights({ piece, studio, act }: { piece: Piece; studio: Studio; act: BenchAct }) {
  const marks = heightMarks(act.step)
  const form = buildForm(piece.form)
  if (!form.ok || !marks.length || isSlab(piece)) return null
  const size = 150
  const { profile, zones, heightMm } = form.value
  const widest = Math.max(...profile.map((p) => p.r))
  const scale = Math.min((size * 0.92) / heightMm, (size * 0.92) / (2 * widest))
  const heights = marks.map((up) => profileAt(form.value, Math.min(zones.outside.to, zones.outside.from + up)).z)
  return (
    <div className="relative w-fit pr-24" data-testid="heights">
      <Silhouette form={form.value} size={size} label={`${piece.name} with the heights of this act`} />
      {heights.map((z, i) => (
        <span
          key={i}
          className="numbers absolute left-0 flex w-full items-center gap-1 text-sm font-bold"
          style={{ top: size / 2 + (heightMm / 2 - z) * scale, transform: 'translateY(-50%)' }}
        >
          <span className="h-0 flex-1 border-t-2 border-dashed border-[var(--stage-ink)]" />
          <span className="w-22 shrink-0">{formatLength(z, studio.settings.length)} high</span>
        </span>
      ))}
    </div>
  )
}
