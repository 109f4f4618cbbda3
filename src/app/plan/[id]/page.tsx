import { PlanHere } from '@/ui/plan/PlanHere'
import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Plan' }

export default function Page() {
  return <PlanHere />
}
