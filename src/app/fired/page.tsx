import { FiredView } from '@/ui/fired/FiredView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/fired') }

export default function Page() {
  return <FiredView />
}
