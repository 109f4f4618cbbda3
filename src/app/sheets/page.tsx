import { SheetsView } from '@/ui/sheets/SheetsView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Sheets' }

export default function Page() {
  return <SheetsView />
}
