'use client'

import Link from 'next/link'
import { PRINTER_MM } from '@/core/sheets/cards'
import type { Studio } from '@/core/model/studio'
import { formatLength } from '@/core/base/units'
import { run, tell, tellOfEdit } from '@/store/studioStore'
import { Field, LengthInput } from '@/ui/kit/fields'

/** Beyond this a print was most likely fitted to its page. */
const FITTED = 0.01

/** What the printer makes of a length: the rectangle of the printer check is measured, and all sheets are corrected by it. */
export function PrinterPanel({ studio }: { studio: Studio }) {
  const { printer, length } = studio.settings
  const [acrossMm, downMm] = PRINTER_MM
  const set = (changes: { across?: number; down?: number }) => {
    const next = { across: 1, down: 1, ...printer, ...changes }
    if (run({ type: 'studio.settings', changes: { printer: next } })) return
    if (Object.values(changes).some((share) => Math.abs(share - 1) > FITTED))
      tell(
        'news',
        'That is more than 1 % off: was it printed with “fit to page”? Print at 100 % first; this only corrects the rest.',
      )
  }
  return (
    <section aria-labelledby="printer" className="space-y-2">
      <h2 id="printer" className="text-lg font-bold">
        Printer
      </h2>
      <p className="text-sm text-base-content/80">
        Print the{' '}
        <Link className="link" href="/sheets?kind=printer">
          printer check
        </Link>{' '}
        at 100 % and measure its rectangle, {formatLength(acrossMm, length)} by {formatLength(downMm, length)}.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Across it measures">
          {(id) => (
            <LengthInput
              id={id}
              mm={acrossMm * (printer?.across ?? 1)}
              minMm={acrossMm * 0.9}
              maxMm={acrossMm * 1.1}
              onCommit={(mm) => set({ across: mm / acrossMm })}
            />
          )}
        </Field>
        <Field label="Down it measures">
          {(id) => (
            <LengthInput
              id={id}
              mm={downMm * (printer?.down ?? 1)}
              minMm={downMm * 0.9}
              maxMm={downMm * 1.1}
              onCommit={(mm) => set({ down: mm / downMm })}
            />
          )}
        </Field>
      </div>
      {printer && (
        <button
          type="button"
          className="btn font-normal btn-sm"
          onClick={() => {
            if (!run({ type: 'studio.settings', changes: { printer: null } }))
              tellOfEdit('Sheets are printed uncorrected.')
          }}
        >
          Print uncorrected
        </button>
      )}
    </section>
  )
}
