'use client'

import { sayEvenThan, sayWork } from '@/core/words/en/amounts'
import { Search, Square } from 'lucide-react'
import { useMemo, useState } from 'react'
import { byRank, settingsInOrder, USUAL_SPACE, WHOLE_SPACE, type Scored } from '@/core/balance/search'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { capital, inSentence } from '@/core/names'
import { deciding } from '@/core/balance/setting'
import { Button } from '@/ui/kit/Button'
import { Chart } from '@/ui/kit/Chart'
import { keysChart } from './charts'
import { FoundList, type TakenSetting } from './FoundList'
import { useLoads } from '@/ui/session/useLoads'
import { sayChanges } from '@/core/balance/change'
import { useSearch } from './useSearch'
import { Select } from '@/ui/kit/Select'

const ORDERS = {
  rank: { name: 'best for this class', by: byRank },
  wait: { name: 'least waiting', by: (a: Scored, b: Scored) => a.out - b.out || a.wait - b.wait || a.total - b.total },
  even: { name: 'most even', by: (a: Scored, b: Scored) => a.out - b.out || b.evenness - a.evenness },
  load: { name: 'easiest', by: (a: Scored, b: Scored) => a.out - b.out || a.total - b.total },
} as const
type Order = keyof typeof ORDERS

/** Tries every key with every seat's octave, in a worker, and shows what each would change for whom. */
export function SearchPanel() {
  const seats = useSeats()
  const [schools, setSchools] = useState(false)
  const [fourths, setFourths] = useState(false)
  const [all, setAll] = useState(false)
  const [order, setOrder] = useState<Order>('rank')
  const [taken, setTaken] = useState<TakenSetting | null>(null)
  const search = useSearch()
  const key = useDesk((d) => d.piece.key)
  const { evenness } = useLoads()
  const running = search.status === 'running'
  const sorted = useMemo(() => settingsInOrder(search.found, ORDERS[order].by), [search.found, order])
  // The drawing waits for the last key: the page stays free while the search runs.
  const drawn = running ? null : search.found
  const option = useMemo(
    () =>
      drawn && drawn.length > 0
        ? keysChart(drawn, key.mode, { fifths: key.fifths, total: evenness.total, evenness: evenness.figure })
        : null,
    [drawn, key, evenness],
  )
  return (
    <section aria-labelledby="search" className="mt-3 border-t border-rule pt-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <h2 id="search" className="font-title text-lg">
          Try another key or other octaves
        </h2>
        {running ? (
          <Button onClick={search.cancel}>
            <Square size={15} aria-hidden /> Cancel
          </Button>
        ) : (
          <Button onClick={() => search.start({ ...(all ? WHOLE_SPACE : USUAL_SPACE), schools, fourths })}>
            <Search size={16} aria-hidden /> {search.found.length ? 'Search again' : 'Search'}
          </Button>
        )}
        <p role="status" className="text-fine text-soft">
          {running && `${search.done} of ${search.of} keys tried …`}
          {search.status === 'cancelled' && `Stopped after ${search.done} of ${search.of} keys. What we found is below.`}
          {search.status === 'failed' && 'The search failed. Nothing was changed. Reload the page and try again.'}
          {search.status === 'done' &&
            (search.stale ? 'You’ve changed the piece since this search. Search again.' : `${search.of} keys tried.`)}
        </p>
        {sorted.length > 0 && (
          <label className="ml-auto flex items-center gap-1.5 text-sm">
            First
            <Select size="small" value={order} onChange={(e) => setOrder(e.target.value as Order)}>
              {Object.entries(ORDERS).map(([id, o]) => (
                <option key={id} value={id}>
                  {o.name}
                </option>
              ))}
            </Select>
          </label>
        )}
      </div>
      {running && <progress value={search.done} max={search.of} aria-label="Keys tried" className="mt-1 h-1.5 w-full accent-control" />}
      {taken && <Taken {...taken} />}
      {sorted.length > 0 && <FoundList found={sorted} onTaken={setTaken} />}
      <details className="mt-2" open={sorted.length === 0 && !running}>
        <summary className="cursor-pointer text-sm text-link underline underline-offset-2">What we try</summary>
        <p className="mt-1 max-w-prose text-sm leading-snug">
          Every key with up to four sharps or flats, each seat in its best octave there, and up to three notes replaced if that makes it
          work. First come the keys string classes learn first (D, G, C, A, F and B♭ major, D, A and E minor), then fewer sharps or flats.
          Of these, the fewest new things to teach.
        </p>
        <div className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1.5">
          {deciding(seats, 'school').length > 0 && (
            <label className="tick">
              <input type="checkbox" className="accent-control" checked={schools} onChange={(e) => setSchools(e.target.checked)} /> both{' '}
              {inSentence(deciding(seats, 'school')[0].instrument.name)} schools
            </label>
          )}
          {deciding(seats, 'fourth').length > 0 && (
            <label className="tick">
              <input type="checkbox" className="accent-control" checked={fourths} onChange={(e) => setFourths(e.target.checked)} /> every
              choice of 4 or open
            </label>
          )}
          <label className="tick">
            <input type="checkbox" className="accent-control" checked={all} onChange={(e) => setAll(e.target.checked)} /> keys with five or
            more sharps or flats, and every seat an octave lower and higher
          </label>
        </div>
      </details>
      {option && (
        <details className="mt-1">
          <summary className="cursor-pointer text-sm text-link underline underline-offset-2">The keys as a picture</summary>
          <figure className="max-w-xl">
            <Chart option={option} height={260} label="Keys by how hard and how even they are. The table above says the same" />
            <figcaption className="text-fine text-soft">
              Further left is easier, higher is more even. ◇ is where you are now. ▲ means some notes are out of reach.
            </figcaption>
          </figure>
        </details>
      )}
    </section>
  )
}

/** What was taken, and what it did to the class. */
function Taken({ name, even, total }: TakenSetting) {
  const { evenness } = useLoads()
  const changes = useDesk((d) => d.changes)
  const undo = useDesk((d) => d.undo)
  if (changes === null) return null
  return (
    <div role="status" className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 rounded-md bg-wash px-3 py-1.5 leading-snug">
      <p className="min-w-0 flex-1 basis-80">
        <strong className="font-semibold">Now: {name}.</strong> {capital(sayWork(total, evenness.total))},{' '}
        {sayEvenThan(even, evenness.figure)}. {sayChanges(changes)}
      </p>
      <Button size="small" onClick={undo}>
        Undo this
      </Button>
    </div>
  )
}
