import { RackView } from '@/ui/rack/RackView'

export default function Page() {
  return <RackView />
}
