'use client'

import { format } from 'date-fns'
import { FileUp } from 'lucide-react'
import { useRef, useState } from 'react'
import { Button } from '@/ui/kit/Button'
import { Bar } from '@/ui/kit/Bar'
import { beginAtServer, follow, forget, send } from './errands'
import { Trouble } from '@/ui/kit/answer'
import { bringState, lookState, type Brought, type Looked } from '@/api/library'
import { count, plural } from '@/core/count'
import { countIs } from './words'

type State =
  | { at: 'rest' }
  | { at: 'work'; part: number; text: string }
  | { at: 'choose'; id: string; name: string; looked: Looked }
  | { at: 'done'; brought: Brought }
  | { at: 'failed'; problem: string }

/** A library file brought back: sent, looked at, and brought in as the teacher chooses. */
export function BringBack({ onBrought }: { onBrought: () => void }) {
  const input = useRef<HTMLInputElement>(null)
  const [state, setState] = useState<State>({ at: 'rest' })
  const attempt = async (work: () => Promise<void>) => {
    try {
      await work()
    } catch (e) {
      setState({ at: 'failed', problem: e instanceof Trouble ? e.message : 'We couldn’t restore it.' })
    }
  }
  const choose = (file: File) =>
    attempt(async () => {
      setState({ at: 'work', part: 0, text: 'Sending:' })
      const id = await send(file, ({ part }) => setState({ at: 'work', part, text: 'Sending:' }))
      const looking = await beginAtServer(`/api/restore/${id}`, { do: 'look' })
      const looked = await follow(looking, lookState, ({ part }) => setState({ at: 'work', part, text: 'Checking:' }))
      setState({ at: 'choose', id, name: file.name, looked })
    })
  const bring = (id: string, how: 'add' | 'replace') =>
    attempt(async () => {
      const text = how === 'replace' ? 'Saving what you have first:' : 'Restoring:'
      setState({ at: 'work', part: 0, text })
      const bringing = await beginAtServer(`/api/restore/${id}`, { do: 'bring', how })
      const brought = await follow(bringing, bringState, ({ part }) => setState({ at: 'work', part, text }))
      setState({ at: 'done', brought })
      forget(id)
      onBrought()
    })
  return (
    <section aria-labelledby="bring-back" className="rounded-lg border border-rule bg-sheet p-5">
      <h2 id="bring-back" className="font-title text-lg">
        Restore a backup
      </h2>
      <p className="mt-1 mb-3 text-soft">We check the whole file first. Nothing changes until you choose what to do.</p>
      {state.at === 'work' ? (
        <Bar part={state.part} text={state.text} />
      ) : state.at === 'choose' ? (
        <HowToBring
          {...state}
          onBring={(how) => void bring(state.id, how)}
          onLeave={() => {
            forget(state.id)
            setState({ at: 'rest' })
          }}
        />
      ) : (
        <Button onClick={() => input.current?.click()}>
          <FileUp size={17} aria-hidden /> Choose a backup file
        </Button>
      )}
      {state.at === 'done' && (
        <p role="status" className="mt-3">
          {sayBrought(state.brought)}
        </p>
      )}
      {state.at === 'failed' && (
        <p role="alert" className="mt-3 text-madder">
          {state.problem}
        </p>
      )}
      <input
        ref={input}
        type="file"
        accept=".zip"
        hidden
        aria-label="Backup to restore"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) void choose(file)
        }}
      />
    </section>
  )
}

/** What came of it, in one line made of the counts. */
function sayBrought({ added, putBack, there, gone, klass, safe }: Brought): string {
  if (safe)
    return `Everything is now as in the backup: ${count(added, 'piece')}.${gone ? ` ${countIs(gone, 'piece')} gone from here.` : ''} What you had before is saved below.`
  const stayed = there - putBack
  return [
    `${count(added, 'piece')} added`,
    ...(putBack ? [`${count(putBack, 'piece')} restored`] : []),
    ...(stayed
      ? [`${count(stayed, 'piece')} that ${plural(stayed, 'was', 'were')} here stayed as ${stayed === 1 ? 'it was' : 'they were'}`]
      : []),
    ...(klass ? ['the classes are as in the backup'] : []),
  ]
    .join('; ')
    .concat('.')
}

type ChoiceProps = { name: string; looked: Looked; onBring: (how: 'add' | 'replace') => void; onLeave: () => void }

function HowToBring({ name, looked, onBring, onLeave }: ChoiceProps) {
  const { pieces, deleted, versions, originals, problems, missing, off, beside, classes, madeAt } = looked
  const klass = [looked.className, looked.school].filter(Boolean).join(', ')
  return (
    <div>
      <p>
        <b>{name}</b>
        {madeAt ? `, saved ${format(madeAt, 'd MMM yyyy, HH:mm')}` : ''}: {klass}. {count(pieces, 'piece')}
        {deleted ? ` (${deleted} of them deleted)` : ''}, {count(versions, 'saved version')}, {count(originals, 'file')}.
      </p>
      {problems.length > 0 && (
        <div role="alert" className="mt-2 text-madder">
          <ul className="list-disc pl-5">
            {problems.slice(0, 8).map((p) => (
              <li key={p}>{p}</li>
            ))}
            {problems.length > 8 && <li>and {problems.length - 8} more</li>}
          </ul>
        </div>
      )}
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <div className="flex flex-col rounded-md border border-rule p-3">
          <p className="grow">
            {missing + off + classes === 0
              ? 'You already have everything in it.'
              : `${[
                  ...(missing ? [`${countIs(missing, 'piece')} not here and will be added`] : []),
                  ...(off ? [`${countIs(off, 'piece')} deleted here and will be restored`] : []),
                  ...(classes ? [`${countIs(classes, 'class', 'classes')} not here and will be added`] : []),
                ].join('; ')}.`}{' '}
            What is here stays as it is
            {beside + looked.there > 0 ? ', also the classes with their settings' : ', and the classes become as in the backup'}.
          </p>
          <Button kind="filled" className="mt-2 self-start" disabled={missing + off + classes === 0} onClick={() => onBring('add')}>
            Add what is missing
          </Button>
        </div>
        <div className="flex flex-col rounded-md border border-rule p-3">
          <p className="grow">
            {pieces === 0
              ? 'It has no piece we can read, so it can’t replace what you have.'
              : `Pieces, classes and settings become as in the backup. What you have now is saved first.${beside ? ` ${countIs(beside, 'piece')} not in the backup and will be gone.` : ''}`}
          </p>
          <Button className="mt-2 self-start" disabled={pieces === 0} onClick={() => onBring('replace')}>
            Replace everything with the backup
          </Button>
        </div>
      </div>
      <Button kind="quiet" className="mt-2" onClick={onLeave}>
        Leave everything as it is
      </Button>
    </div>
  )
}
