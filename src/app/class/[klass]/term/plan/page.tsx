import type { Metadata } from 'next'
import { PlanView } from '@/ui/plan/PlanView'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Practice plan' }

export default async function PlanPage({ params }: { params: Promise<{ klass: string }> }) {
  await classNamed(params)
  return <PlanView />
}
