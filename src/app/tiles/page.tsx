import { TilesView } from '@/ui/tiles/TilesView'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Tiles' }

export default function Page() {
  return <TilesView />
}
