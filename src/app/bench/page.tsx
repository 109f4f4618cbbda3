import { BenchView } from '@/ui/bench/BenchView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/bench') }

export default function Page() {
  return <BenchView />
}
