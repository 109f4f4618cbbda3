import { TilesView } from '@/ui/tiles/TilesView'

export default function Page() {
  return <TilesView />
}
