import type { MoistureStage } from '@/core/clay/drying/course'
import type { Studio } from '@/core/model/studio'
import { columnOf, type PieceDrying } from '@/core/usecases/pieceDrying'
import { momentWords, spanWords } from '@/core/usecases/timeWords'

const ROWS: readonly MoistureStage[] = ['softLeatherHard', 'leatherHard', 'hardLeatherHard', 'tooFirm', 'boneDry']

const ROW_WORDS: Readonly<Record<MoistureStage, string>> = { wet: 'wet', softLeatherHard: 'soft', leatherHard: 'leather-hard', hardLeatherHard: 'hard', tooFirm: 'too firm', boneDry: 'bone dry' }

/** When each stage comes: likely for wall, rim and foot, early to late for the wall. */
export function StageTimes({ drying, studio, nowMs }: { drying: PieceDrying; studio: Studio; nowMs: number }) {
  const wall = columnOf(drying, 'wall')
  const rim = columnOf(drying, 'rim')
  const foot = columnOf(drying, 'foot')
  const at = (hours: number | undefined) => (hours === undefined ? '–' : momentWords(drying.madeMs + hours * 3_600_000, nowMs, studio))
  return (
    <div>
      <table className="numbers w-full text-[13px] leading-snug">
        <caption className="sr-only">When each stage is reached as it stands</caption>
        <thead>
          <tr className="text-left text-base-content/75">
            <th className="py-0.5 font-normal">as it stands</th>
            <th className="font-normal">{wall.name}</th>
            <th className="font-normal">{rim.name}</th>
            <th className="font-normal">{foot.name}</th>
          </tr>
        </thead>
        <tbody>
          {ROWS.map((stage) => {
            const time = wall.reaches[stage]
            return (
              <tr key={stage} className="border-t border-base-300 align-top" data-stage-row={stage}>
                <th className="py-1 pr-2 text-left font-normal">{ROW_WORDS[stage]}</th>
                <td className="py-1 pr-2">
                  <b>{at(time?.likely)}</b>
                  {time && <span className="block text-xs whitespace-nowrap text-base-content/75">{spanWords(time, drying.madeMs, nowMs, studio)}</span>}
                </td>
                <td className="py-1 pr-2 text-xs whitespace-nowrap">{at(rim.reaches[stage]?.likely)}</td>
                <td className="py-1 text-xs whitespace-nowrap">{at(foot.reaches[stage]?.likely)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="mt-1 text-xs text-base-content/75">Small print: 8 chances in 10, for ±2 °C, ±5 % humidity, ±1 mm of wall and a room whose way of drying is not fully known. Sideways drying, plaster and dew under plastic are not in it.</p>
    </div>
  )
}
