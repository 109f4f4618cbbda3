import { DaysView } from '@/ui/days/DaysView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Days' }

export default function Page() {
  return <DaysView />
}
