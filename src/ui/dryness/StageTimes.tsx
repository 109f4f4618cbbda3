'use client'

import { celsiusApart, inMm } from '@/core/base/units'
import { useState } from 'react'
import type { MoistureStage } from '@/core/clay/drying/course'
import type { Studio } from '@/core/model/studio'
import type { PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { momentWords, spanWords } from '@/core/usecases/words/timeWords'
import { Segments } from '@/ui/kit/fields'
import { Words } from '@/ui/kit/Words'
import { HOUR } from '@/core/base/spans'

const ROWS: readonly MoistureStage[] = ['softLeatherHard', 'leatherHard', 'hardLeatherHard', 'tooFirm', 'boneDry']

const ROW_WORDS: Readonly<Record<MoistureStage, string>> = {
  wet: 'wet',
  softLeatherHard: 'soft leather-hard',
  leatherHard: 'leather-hard',
  hardLeatherHard: 'hard leather-hard',
  tooFirm: 'too firm to work',
  boneDry: 'bone dry',
}

/** When rim, wall or foot comes to each stage as the piece stands: likely, and early to late. */
export function StageTimes({ drying, studio, nowMs }: { drying: PieceDrying; studio: Studio; nowMs: number }) {
  const [columnId, setColumnId] = useState('wall')
  const column = drying.columns.find((c) => c.id === columnId) ?? drying.columns[0]
  return (
    <div>
      <Segments
        small
        label="Part of the piece"
        value={column.id}
        choices={drying.columns.map((c) => [c.id, c.name] as const)}
        onChange={setColumnId}
      />
      <table className="numbers mt-1 w-full text-[0.8125rem] leading-snug">
        <caption className="sr-only">When each stage is reached as it stands</caption>
        <thead>
          <tr className="text-left text-base-content/75">
            <th className="py-0.5 font-normal">as it stands</th>
            <th className="font-normal">likely</th>
            <th className="font-normal">early to late</th>
          </tr>
        </thead>
        <tbody>
          {ROWS.map((stage) => {
            const time = column.reaches[stage]
            return (
              <tr key={stage} className="border-t border-base-300" data-stage-row={stage}>
                <th className="py-1 pr-2 text-left font-normal">
                  <Words text={ROW_WORDS[stage]} />
                </th>
                <td className="py-1 pr-2 font-bold whitespace-nowrap">
                  {time ? momentWords(drying.madeMs + time.likely * HOUR, nowMs, studio) : 'not like this'}
                </td>
                <td className="py-1 whitespace-nowrap text-base-content/80">
                  {time ? spanWords(time, drying.madeMs, nowMs, studio) : ''}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="mt-1 text-xs text-base-content/75">
        <Words
          text={
            `Early to late covers 8 cases in 10: ±${celsiusApart(2)}, ±5 % humidity, ±${inMm(1)} of wall, an uncertain room. ` +
            'Not in it: uneven drying, plaster, dew under plastic.'
          }
        />
      </p>
    </div>
  )
}
