import { StudioView } from '@/ui/studio/StudioView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Studio' }

export default function Page() {
  return <StudioView />
}
