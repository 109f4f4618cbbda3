import { SheetsView } from '@/ui/sheets/SheetsView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/sheets') }

export default function Page() {
  return <SheetsView />
}
