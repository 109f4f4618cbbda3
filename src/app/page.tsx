import { RackView } from '@/ui/rack/RackView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: { absolute: 'Rack · Vernice' } }

export default function Page() {
  return <RackView />
}
