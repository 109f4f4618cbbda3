import { emptyStudio } from '@/core/demo/emptyStudio'
import type { Studio } from '@/core/model/studio'
import { run } from './studioStore'
import { lazyLoad } from './lazyLoad'

/** The time zone of this machine. */
const machineZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'

/** The demo as if it were in the middle of its week now; null when it could not be loaded, which is told. */
export async function demoNow(): Promise<Studio | null> {
  const demo = await lazyLoad(() => import('@/core/demo/demoStudio'))
  return demo?.demoStudio(Math.floor(Date.now() / 60_000) * 60_000, machineZone()) ?? null
}

/** Puts the demo in the place of the studio on screen. */
export async function openDemo(): Promise<void> {
  const studio = await demoNow()
  if (studio) run({ type: 'studio.replace', studio })
}

/** A studio with the starter cupboard and no pieces, on this machine’s clock. */
export const freshStudio = (): Studio => emptyStudio(machineZone())
