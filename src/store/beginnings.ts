import { demoStudio, emptyStudio } from '@/core/demo/demoStudio'
import type { Studio } from '@/core/model/studio'

/** The time zone of this machine. */
const machineZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'

/** The demo as if it were in the middle of its week now. */
export const demoNow = (): Studio => demoStudio(Math.floor(Date.now() / 60_000) * 60_000, machineZone())

/** A studio with the starter cupboard and no pieces, on this machine’s clock. */
export const freshStudio = (): Studio => emptyStudio(machineZone())
