import { FiredView } from '@/ui/fired/FiredView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Fired' }

export default function Page() {
  return <FiredView />
}
