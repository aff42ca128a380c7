import type { Metadata } from 'next'
import { deleteForGood, putBack } from '@/app/actions'
import { keptBackups } from '@/jobs/errands'
import { hasPassphrase } from '@/store/access'
import { database } from '@/store/database'
import { listDeleted } from '@/store/pieces'
import { LibraryView } from '@/ui/library/LibraryView'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Library' }

export default async function LibraryPage({ params }: { params: Promise<{ klass: string }> }) {
  const db = await database()
  const { id } = await classNamed(params)
  const deleted = await listDeleted(db, id)
  return (
    <LibraryView
      pieces={deleted.map((p) => ({ id: p.id, title: p.title, deletedAt: p.deletedAt ?? 0 }))}
      backups={keptBackups()}
      locked={await hasPassphrase(db)}
      actions={{ putBack: putBack.bind(null, id), deleteForGood: deleteForGood.bind(null, id) }}
    />
  )
}
