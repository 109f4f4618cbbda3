import { counted } from '@/core/base/words'
import type { Piece } from '@/core/model/piece'
import type { Again } from '@/core/usecases/create/repeatPiece'
import { Segments } from '@/ui/kit/fields'

/** What is taken over from a piece that is made again. */
export function PlanAgain({
  former,
  pot,
  motifs,
  onMotifs,
}: {
  former: Piece
  /** The pot as which it is made again; null for as planned. */
  pot: number | null
  motifs: Again['motifs']
  onMotifs: (motifs: Again['motifs']) => void
}) {
  const drawn = former.steps.some((step) => 'motif' in step && step.motif)
  return (
    <section aria-labelledby="again" className="border border-base-content/60 p-4">
      <h2 id="again" className="mb-1 text-sm font-bold">
        {pot === null ? 'Its plan comes along' : former.count > 1 ? `As pot ${pot} was made` : 'As it was made'}
      </h2>
      <p className="text-sm">
        {counted(former.steps.length, 'step', 'steps')}, none of them done
        {pot !== null && ', in the order and with the coats that were really laid'}. Bands move with the form, patterns
        are repeated as often as they close, and coats are counted for the clay. What has dried, and what came out of
        the kiln, stays with {former.name}.
      </p>
      {drawn && (
        <div className="mt-3">
          <Segments
            label="Size of the motifs"
            value={motifs}
            choices={[
              ['scaled', 'motifs grow with the form'],
              ['kept', 'motifs stay as large as they are'],
            ]}
            onChange={onMotifs}
          />
        </div>
      )}
    </section>
  )
}
