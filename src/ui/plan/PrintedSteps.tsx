import { STAGE } from '@/core/clay/stages'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { timeline } from '@/core/plan/timeline'
import { stepWords } from '@/core/usecases/words/stepWords'

/** The plan in words, on paper only: the rail is for the screen. */
export function PrintedSteps({ piece, studio }: { piece: Piece; studio: Studio }) {
  const stages = timeline(piece.steps)
  return (
    <section aria-label="The plan in words" className="order-4 hidden px-5 py-3 print:block">
      <h2 className="mb-1 text-lg font-bold">The plan</h2>
      <ol className="space-y-1 text-sm">
        {piece.steps.map((step, i) => {
          const words = stepWords(step, studio, piece)
          return (
            <li key={step.id} className="flex gap-2">
              <span aria-hidden>{step.done ? '☑' : '☐'}</span>
              <span>
                <b>
                  {i + 1} {words.title}
                </b>
                , {words.brief}
                <span className="text-base-content/80"> · {STAGE[stages[i].stage].name}</span>
                {step.done && <span className="sr-only"> (done)</span>}
              </span>
            </li>
          )
        })}
      </ol>
    </section>
  )
}
