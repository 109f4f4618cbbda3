import { CupboardView } from '@/ui/cupboard/CupboardView'

export default function Page() {
  return <CupboardView />
}
