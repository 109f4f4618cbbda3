import { DaysView } from '@/ui/days/DaysView'

export default function Page() {
  return <DaysView />
}
