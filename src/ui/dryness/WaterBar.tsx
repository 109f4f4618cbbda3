import type { ColumnDrying, PieceDrying } from '@/core/usecases/drying/pieceDrying'

const LEVELS = ['softLeatherHard', 'leatherHard', 'hardLeatherHard', 'tooFirm'] as const

/** How much water a column holds, between as thrown and none; ticks where the stages begin. */
export function WaterBar({
  column,
  drying,
  width = 120,
}: {
  column: ColumnDrying
  drying: PieceDrying
  width?: number
}) {
  const x = (water: number) => width * Math.min(1, Math.max(0, water / drying.plastic))
  return (
    <svg aria-hidden width={width} height="14" className="shrink-0">
      <rect x="0.5" y="2.5" width={width - 1} height="9" fill="none" stroke="currentColor" />
      <rect x="1" y="3" width={Math.max(0, x(column.waterNow) - 1)} height="8" fill="var(--water)" />
      <rect x="1" y="3" width={Math.max(0, x(column.waterNow) - 1)} height="8" fill="url(#hatch-water)" />
      {LEVELS.map((stage) => (
        <path key={stage} d={`M${x(drying.begins[stage])} 1v12`} stroke="currentColor" strokeWidth="1" />
      ))}
    </svg>
  )
}
