import { TilesView } from '@/ui/tiles/TilesView'
import type { Metadata } from 'next'
import { wordOf } from '@/views/views'

export const metadata: Metadata = { title: wordOf('/tiles') }

export default function Page() {
  return <TilesView />
}
