import type { Metadata } from 'next'
import { TermView } from '@/ui/term/TermView'
import { classNamed } from '../named'

export const metadata: Metadata = { title: 'The term' }

export default async function TermPage({ params }: { params: Promise<{ klass: string }> }) {
  const { id, name, school, settings, version } = await classNamed(params)
  return <TermView key={id} id={id} name={name} school={school} settings={settings} version={version} />
}
