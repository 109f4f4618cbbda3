import { localClock, localDate, localInstant } from '@/core/schedule/sessions'

/** Day and time in the studio’s zone; given and taken as an instant. */
export function MomentInput({
  id,
  ms,
  timeZone,
  onCommit,
}: {
  id?: string
  ms: number | null
  timeZone: string
  onCommit: (ms: number) => void
}) {
  const value = ms === null ? '' : `${localDate(ms, timeZone)}T${localClock(ms, timeZone)}`
  return (
    <input
      id={id}
      key={value}
      type="datetime-local"
      className="numbers input w-full input-sm"
      defaultValue={value}
      onBlur={(event) => {
        const [date, clock] = event.target.value.split('T')
        if (date && clock && event.target.value !== value) onCommit(localInstant(date, clock.slice(0, 5), timeZone))
      }}
    />
  )
}
