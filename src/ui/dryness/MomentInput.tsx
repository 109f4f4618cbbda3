import { localClock, localDate, localInstant } from '@/core/schedule/sessions'
import { TextInput } from '@/ui/kit/TextInput'

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
    <TextInput
      id={id}
      type="datetime-local"
      className="numbers w-full"
      value={value}
      valid={(text) => text.includes('T')}
      onCommit={(text) => {
        const [date, clock] = text.split('T')
        onCommit(localInstant(date, clock.slice(0, 5), timeZone))
      }}
    />
  )
}
