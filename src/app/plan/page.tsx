import type { Metadata } from 'next'
import { connection } from 'next/server'
import { PlanView } from '@/ui/plan/PlanView'

export const metadata: Metadata = { title: 'Practice plan' }

export default async function PlanPage() {
  await connection()
  return <PlanView />
}
