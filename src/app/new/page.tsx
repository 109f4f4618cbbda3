import { NewPieceView } from '@/ui/new/NewPieceView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'New piece' }

export default function Page() {
  return <NewPieceView />
}
