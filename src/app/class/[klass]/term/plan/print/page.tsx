import type { Metadata } from 'next'
import { PlanSheets } from '@/ui/plan/PlanSheets'
import { classNamed } from '../../../named'

export const metadata: Metadata = { title: 'Practice sheets' }

export default async function PlanPrintPage({ params }: { params: Promise<{ klass: string }> }) {
  await classNamed(params)
  return <PlanSheets />
}
