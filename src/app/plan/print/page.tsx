import type { Metadata } from 'next'
import { connection } from 'next/server'
import { PlanSheets } from '@/ui/plan/PlanSheets'

export const metadata: Metadata = { title: 'Practice sheets' }

export default async function PlanPrintPage() {
  await connection()
  return <PlanSheets />
}
