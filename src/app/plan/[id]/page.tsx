import { PlanHere } from '@/ui/plan/PlanHere'

export default function Page() {
  return <PlanHere />
}
