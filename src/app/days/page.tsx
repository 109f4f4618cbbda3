import { DaysView } from '@/ui/days/DaysView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/days') }

export default function Page() {
  return <DaysView />
}
