import Link from 'next/link'
import { capital } from '@/core/base/words'
import { STAGE } from '@/core/clay/stages'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex, timeline } from '@/core/plan/timeline'
import type { DaysRow } from '@/core/usecases/days/daysGrid'
import { isSame } from '@/core/usecases/days/visitDone'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { countWords, potsWords } from '@/core/usecases/words/potWords'
import { LABEL } from './boardSizes'
import { RowWater } from './RowWater'
import { VisitChip } from './VisitChip'

/** Heights of a row: with water under its chips, without, and where nothing is planned in what is shown. */
const ROW = { water: 114, chips: 72, nothing: 44 } as const
/** A lot, or a set that is closed: then all its visits stand in one row. */
export function BoardRow({
  rows,
  first,
  lots,
  open,
  onOpen,
  studio,
  columns,
  wide,
  selected,
  onSelect,
}: {
  rows: readonly DaysRow[]
  first: boolean
  lots: number
  open: boolean
  onOpen: () => void
  studio: Studio
  columns: number
  wide: number
  selected: Visit | null
  onSelect: (visit: Visit | null) => void
}) {
  const [row] = rows
  const { piece, pots } = row
  const next = nextStepIndex(piece.steps)
  const visits = rows.flatMap((one) => one.visits)
  const height = row.water.length ? ROW.water : visits.length ? ROW.chips : ROW.nothing
  const stage = row.stageNow
    ? moistureWords(row.stageNow)
    : piece.making.madeAt === null && next === 0
      ? 'not made yet'
      : STAGE[timeline(piece.steps)[next].stage].name
  return (
    <div className="flex border-b border-base-300" data-row={row.id}>
      <div
        className="sticky left-0 z-10 shrink-0 overflow-hidden bg-base-100 px-2 py-1.5 leading-tight"
        style={{ width: LABEL, height }}
      >
        {first && (
          <p>
            <Link href={`/plan/${piece.id}`} className="font-bold hover:underline">
              {piece.name}
            </Link>
          </p>
        )}
        {first && lots > 1 && (
          <button type="button" className="link text-xs" aria-expanded={open} onClick={onOpen}>
            {open ? `close the ${lots} lots` : `open ${lots} lots`}
          </button>
        )}
        <p className="text-xs text-base-content/80">
          {open && pots.length
            ? capital(potsWords(pots))
            : countWords(rows.reduce((sum, one) => sum + one.piece.count, 0))}
          {open && `, ${stage}`}
        </p>
      </div>
      <div className="relative" style={{ width: columns * wide, height }}>
        <RowWater row={row} columns={columns} column={wide} height={height} />
        {visits.map(({ column, visit, missed }, i) => (
          <VisitChip
            key={`${visit.at}-${visit.pots.join()}`}
            visit={visit}
            column={column}
            below={open ? 0 : visits.slice(0, i).filter((other) => other.column === column).length}
            missed={missed}
            studio={studio}
            wide={wide}
            selected={selected !== null && isSame(selected, visit)}
            onSelect={onSelect}
          />
        ))}
      </div>
    </div>
  )
}
