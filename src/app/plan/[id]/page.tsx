import { PlanView } from '@/ui/plan/PlanView'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params
  return <PlanView pieceId={id} />
}
