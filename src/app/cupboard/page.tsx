import { CupboardView } from '@/ui/cupboard/CupboardView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/cupboard') }

export default function Page() {
  return <CupboardView />
}
