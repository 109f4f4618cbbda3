'use client'

import { Plus, X } from 'lucide-react'
import type { CaliperRow } from '@/core/form/buildForm'
import type { Form } from '@/core/model/piece'
import { profileAt, type TurnedForm } from '@/core/form/turnedForm'
import { LengthInput, Segments } from '@/ui/kit/fields'
import { SvgFile } from '@/ui/kit/SvgFile'
import { lineArt, SOON_MS } from '@/workers/clients'

/** Rows to begin a caliper table with: the form as it stands, measured at five heights. */
function rowsFrom(form: TurnedForm | null): CaliperRow[] {
  if (!form || form.flat)
    return [
      { heightMm: 0, diameterMm: 80, wallMm: 6 },
      { heightMm: 60, diameterMm: 110, wallMm: 6 },
      { heightMm: 120, diameterMm: 90, wallMm: 6 },
    ]
  const { from, to } = form.zones.outside
  return [0, 0.25, 0.5, 0.75, 1].map((share) => {
    const { r, z } = profileAt(form, from + (to - from) * share)
    return { heightMm: Math.round(z), diameterMm: Math.round(2 * r), wallMm: Number(form.wallMm.toFixed(1)) }
  })
}

/** The outside from a preset, from a caliper table, or traced. */
export function OutlineFields({
  own,
  form,
  onChange,
}: {
  own: Form['own']
  form: TurnedForm | null
  onChange: (own: Form['own']) => void
}) {
  const kind = own?.kind ?? 'preset'
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-center gap-2">
        <Segments
          small
          label="Outline"
          value={kind}
          choices={[
            ['preset', 'as the preset'],
            ['measured', 'caliper table'],
            ...(kind === 'traced' ? [['traced', 'traced'] as const] : []),
          ]}
          onChange={(next) =>
            next !== kind &&
            onChange(next === 'measured' ? { kind: 'measured', rows: rowsFrom(form) } : next === 'preset' ? null : own)
          }
        />
        <SvgFile
          words="trace an SVG"
          label="Trace an outline from SVG"
          className="btn font-normal btn-xs"
          read={(bytes) => lineArt.ask((remote) => remote.profile(bytes), { limitMs: SOON_MS })}
          onRead={(points, name) =>
            onChange({
              kind: 'traced',
              name: name.slice(0, 80),
              points: points.map(([r, z]) => [r, z] as [number, number]),
            })
          }
        />
      </div>
      {own?.kind === 'traced' && (
        <p className="text-[0.8125rem] text-base-content/80">
          Traced from {own.name}; height and largest diameter are those measured.
        </p>
      )}
      {own?.kind === 'measured' && (
        <CaliperTable rows={own.rows} onChange={(rows) => onChange({ kind: 'measured', rows })} />
      )}
    </div>
  )
}

function CaliperTable({ rows, onChange }: { rows: readonly CaliperRow[]; onChange: (rows: CaliperRow[]) => void }) {
  const change = (i: number, changes: Partial<CaliperRow>) =>
    onChange(rows.map((row, k) => (k === i ? { ...row, ...changes } : row)))
  const last = rows[rows.length - 1]
  return (
    <table className="w-full text-[0.8125rem]" aria-label="Caliper table">
      <thead>
        <tr className="text-left text-base-content/80">
          <th className="font-normal">height</th>
          <th className="font-normal">outside ⌀</th>
          <th className="font-normal">wall</th>
          <th>
            <span className="sr-only">remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <tr key={i}>
            <td className="pr-1">
              <LengthInput
                label={`Height of row ${i + 1}`}
                mm={row.heightMm}
                minMm={0}
                maxMm={1500}
                onCommit={(heightMm) => change(i, { heightMm })}
              />
            </td>
            <td className="pr-1">
              <LengthInput
                label={`Diameter of row ${i + 1}`}
                mm={row.diameterMm}
                minMm={5}
                maxMm={1500}
                onCommit={(diameterMm) => change(i, { diameterMm })}
              />
            </td>
            <td className="pr-1">
              <LengthInput
                label={`Wall of row ${i + 1}`}
                mm={row.wallMm}
                minMm={1}
                maxMm={60}
                onCommit={(wallMm) => change(i, { wallMm })}
              />
            </td>
            <td>
              <button
                type="button"
                className="btn btn-ghost px-1 btn-xs"
                disabled={rows.length <= 2}
                aria-label={`Remove row ${i + 1}`}
                onClick={() => onChange(rows.filter((_, k) => k !== i))}
              >
                <X size={14} />
              </button>
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={4} className="pt-1">
            <button
              type="button"
              className="btn font-normal btn-xs"
              disabled={rows.length >= 40}
              onClick={() => onChange([...rows, { ...last, heightMm: last.heightMm + 20 }])}
            >
              <Plus size={13} aria-hidden /> another height
            </button>
          </td>
        </tr>
      </tfoot>
    </table>
  )
}
