'use client'

import { Mishap } from '@/ui/frame/Mishap'

export default function ViewError({ error, reset }: { error: Error; reset: () => void }) {
  return <Mishap error={error} again={reset} />
}
