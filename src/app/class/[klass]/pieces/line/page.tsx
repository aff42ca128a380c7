import type { Metadata } from 'next'
import { LineWriter } from '@/ui/lines/LineWriter'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Sight-reading line' }

/** A line of reading written to order, out of what the class has learned. */
export default async function LinePage({ params }: { params: Promise<{ klass: string }> }) {
  const { name, settings } = await classNamed(params)
  return <LineWriter name={name} klass={settings} />
}
