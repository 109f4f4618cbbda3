import { RackView } from '@/ui/rack/RackView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Rack' }

export default function Page() {
  return <RackView />
}
