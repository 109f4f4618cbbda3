import { RackView } from '@/ui/rack/RackView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: { absolute: `${wordOf('/')} · Vernice` } }

export default function Page() {
  return <RackView />
}
