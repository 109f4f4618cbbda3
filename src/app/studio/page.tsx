import { StudioView } from '@/ui/studio/StudioView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/studio') }

export default function Page() {
  return <StudioView />
}
