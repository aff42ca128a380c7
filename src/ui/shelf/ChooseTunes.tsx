'use client'

import { useId, useState } from 'react'
import { sayFileProblem } from '@/formats/outcome'
import { headline } from '@/core/piece/headline'
import { Button } from '@/ui/kit/Button'
import type { BringStore, BroughtLine } from './bringStore'
import { count } from '@/core/count'

/** A file of several tunes: which of them go on the shelf. */
export function ChooseTunes({ line, store }: { line: BroughtLine; store: BringStore }) {
  const readable = line.items.filter((i) => i.reading.ok)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(readable.map((i) => i.name)))
  const id = useId()
  const toggle = (name: string) =>
    setChosen((was) => {
      const now = new Set(was)
      if (!now.delete(name)) now.add(name)
      return now
    })
  const every = chosen.size === readable.length
  return (
    <fieldset>
      <legend className="font-semibold">
        {line.name} holds {line.items.length} tunes. Which of them?
      </legend>
      <ul className="my-2 grid max-h-64 grid-cols-1 gap-x-6 overflow-y-auto sm:grid-cols-2">
        {line.items.map((item, i) => (
          <li key={`${item.name} ${i}`}>
            <label className={`flex gap-2 py-0.5 ${item.reading.ok ? '' : 'text-madder'}`} htmlFor={`${id}${i}`}>
              <input
                id={`${id}${i}`}
                type="checkbox"
                disabled={!item.reading.ok}
                checked={item.reading.ok && chosen.has(item.name)}
                onChange={() => toggle(item.name)}
              />
              <span>
                {item.reading.ok ? item.reading.piece.title : item.name}{' '}
                <span className="text-sm text-soft">
                  {item.reading.ok ? headline(item.reading.piece.key, item.reading.piece.meter) : sayFileProblem(item.reading.problems[0])}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button
          kind="filled"
          disabled={chosen.size === 0}
          onClick={() =>
            void store.getState().choose(
              line.id,
              readable.filter((i) => chosen.has(i.name)),
            )
          }
        >
          Add {count(chosen.size, 'tune')}
        </Button>
        <Button onClick={() => setChosen(every ? new Set() : new Set(readable.map((i) => i.name)))}>{every ? 'None' : 'All'}</Button>
        <Button kind="quiet" onClick={() => store.getState().dismiss(line.id)}>
          Skip it
        </Button>
      </div>
    </fieldset>
  )
}
