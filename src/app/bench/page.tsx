import { BenchView } from '@/ui/bench/BenchView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Bench' }

export default function Page() {
  return <BenchView />
}
