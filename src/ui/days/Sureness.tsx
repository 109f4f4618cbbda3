import { SURENESS, type Calendar } from '@/core/model/calendar'
import { Segments } from '@/ui/kit/fields'

/** How sure the days should be. */
export function Sureness({ calendar, onChange }: { calendar: Calendar; onChange: (sure: Calendar['sure']) => void }) {
  return (
    <section className="space-y-2" aria-label="How sure">
      <h2 className="text-lg font-bold">How sure</h2>
      <Segments
        small
        label="How sure a visit should find the clay right"
        value={calendar.sure}
        choices={SURENESS.map((sure) => [sure, `${sure} of 100`] as const)}
        onChange={onChange}
      />
      <p className="max-w-prose text-sm text-base-content/80">
        How often the clay should be right when you come. Where your hours cannot do that, the plan says so, and what
        would help.
      </p>
    </section>
  )
}
