import type { Metadata } from 'next'
import { bringFile } from '../actions'
import { NewTune } from '@/ui/write/NewTune'

export const metadata: Metadata = { title: 'Type a tune' }

export default function NewPage() {
  return <NewTune bringFile={bringFile} />
}
