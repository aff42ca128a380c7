import type { Metadata } from 'next'
import { NewTune } from '@/ui/steps/write/NewTune'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Type a tune' }

export default async function NewPage({ params }: { params: Promise<{ klass: string }> }) {
  const { settings } = await classNamed(params)
  return <NewTune klass={settings} />
}
