'use client'

import { Download } from 'lucide-react'
import { useCallback, useState } from 'react'
import { Button } from '@/ui/kit/Button'
import { Bar } from '@/ui/kit/Bar'
import { beginAtServer, follow } from './errands'
import { Trouble } from '@/ui/kit/answer'
import { backupState, type BackedUp } from '@/api/library'
import { count } from '@/core/count'
import { megabytes } from './words'

type State = { at: 'rest' } | { at: 'work'; part: number } | { at: 'done'; id: string; made: BackedUp } | { at: 'failed'; problem: string }

/** Everything as one file: made on the machine that runs Even Seat, then fetched. */
export function SaveAll() {
  const [state, setState] = useState<State>({ at: 'rest' })
  const link = useCallback((el: HTMLAnchorElement | null) => {
    // Fetched by itself, once, the moment there is something to fetch.
    if (el && el.dataset.fetched !== el.href) {
      el.dataset.fetched = el.href
      el.click()
    }
  }, [])
  const save = async () => {
    setState({ at: 'work', part: 0 })
    try {
      const id = await beginAtServer('/api/backup')
      const made = await follow(id, backupState, ({ part }) => setState({ at: 'work', part }))
      setState({ at: 'done', id, made })
    } catch (e) {
      setState({ at: 'failed', problem: e instanceof Trouble ? e.message : 'We couldn’t save it.' })
    }
  }
  return (
    <section aria-labelledby="save-all" className="rounded-lg border border-rule bg-sheet p-5">
      <h2 id="save-all" className="font-title text-lg">
        Back up everything
      </h2>
      <p className="mt-1 mb-3 text-soft">
        All classes and students, all pieces with their versions and original files, deleted pieces too. Keep it on another disk. You can
        keep working, but what you change meanwhile isn’t in the backup.
      </p>
      {state.at === 'work' ? (
        <Bar part={state.part} text="Saving:" />
      ) : (
        <Button kind="filled" onClick={() => void save()}>
          <Download size={17} aria-hidden /> Back up everything
        </Button>
      )}
      {state.at === 'done' && (
        <div role="status" className="mt-3">
          <p>
            {count(state.made.pieces, 'piece')} and {count(state.made.originals, 'file')} are in it, {megabytes(state.made.bytes)}.{' '}
            <a ref={link} download href={`/api/backup/${state.id}`} className="text-link underline">
              Download it
            </a>{' '}
            if the browser hasn’t already.
          </p>
          {state.made.skipped.length > 0 && (
            <p className="text-madder">
              Damaged, and in the backup just as they are: {state.made.skipped.map((t) => `“${t}”`).join(', ')}. An older version may still
              be fine.
            </p>
          )}
        </div>
      )}
      {state.at === 'failed' && (
        <p role="alert" className="mt-3 text-madder">
          Nothing was saved. {state.problem}
        </p>
      )}
    </section>
  )
}
