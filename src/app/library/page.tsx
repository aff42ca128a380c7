import type { Metadata } from 'next'
import { connection } from 'next/server'
import { deleteForGood, putBack } from '@/app/actions'
import { keptBackups } from '@/jobs/errands'
import { hasPassphrase } from '@/store/access'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { listDeleted } from '@/store/pieces'
import { LibraryView } from '@/ui/library/LibraryView'

export const metadata: Metadata = { title: 'Library' }

export default async function LibraryPage() {
  await connection()
  const db = await database()
  const deleted = await listDeleted(db, (await theClass(db)).id)
  return (
    <LibraryView
      pieces={deleted.map((p) => ({ id: p.id, title: p.title, deletedAt: p.deletedAt ?? 0 }))}
      backups={keptBackups()}
      locked={await hasPassphrase(db)}
      actions={{ putBack, deleteForGood }}
    />
  )
}
