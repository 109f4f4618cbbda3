import { NewPieceView } from '@/ui/new/NewPieceView'

export default function Page() {
  return <NewPieceView />
}
