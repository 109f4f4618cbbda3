import { CupboardView } from '@/ui/cupboard/CupboardView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Cupboard' }

export default function Page() {
  return <CupboardView />
}
