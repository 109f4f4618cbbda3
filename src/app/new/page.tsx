import { NewPieceView } from '@/ui/new/NewPieceView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/new') }

export default function Page() {
  return <NewPieceView />
}
