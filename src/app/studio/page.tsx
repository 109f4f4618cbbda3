import { StudioView } from '@/ui/studio/StudioView'

export default function Page() {
  return <StudioView />
}
