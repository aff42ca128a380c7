'use client'

import { Package, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi } from '@/api/address'
import { handOutParams, type HandOut } from '@/api/handOut'
import { count } from '@/core/count'
import { Bar } from '@/ui/kit/Bar'
import { Button } from '@/ui/kit/Button'
import { fetchPack, PackTrouble, type PackState } from './packing'

type Props = {
  id: string
  /** The other pieces of the shelf. */
  others: readonly { readonly id: string; readonly title: string }[]
  wanted: HandOut
  change: (by: Partial<HandOut>) => void
  /** Something is chosen. */
  chosen: boolean
}

/** All of it as a file for each pair of hands, packed into one; with other pieces too, where they are ticked. */
export function Pack({ id, others, wanted, change, chosen }: Props) {
  const of = useClassId()
  const [state, setState] = useState<PackState>({ at: 'rest' })
  const running = useRef<AbortController | null>(null)
  useEffect(() => () => running.current?.abort(), [])
  const pack = async () => {
    const control = new AbortController()
    running.current = control
    setState({ at: 'work', done: 0, of: 0, name: '' })
    try {
      const made = await fetchPack(pieceApi(of, id, `/zip?${handOutParams(wanted)}`), control.signal, (s) => setState({ at: 'work', ...s }))
      const link = document.createElement('a')
      link.href = URL.createObjectURL(made.file)
      link.download = made.name
      link.click()
      URL.revokeObjectURL(link.href)
      setState({ at: 'done', files: made.files, name: made.name })
    } catch (e) {
      setState(
        control.signal.aborted
          ? { at: 'stopped' }
          : { at: 'failed', problem: e instanceof PackTrouble ? e.message : 'Something went wrong.' },
      )
    } finally {
      running.current = null
    }
  }
  const also = others.filter((o) => wanted.and.includes(o.id))
  return (
    <section aria-labelledby="pack">
      <h2 id="pack" className="panel-head">
        One file each, zipped
      </h2>
      <label className="tick">
        <input type="checkbox" className="accent-control" checked={wanted.xml} onChange={(e) => change({ xml: e.target.checked })} />
        with parts, score and bow-only parts as MusicXML
      </label>
      {others.length > 0 && (
        <details className="mb-1.5">
          <summary className="cursor-pointer py-0.5">
            {also.length === 0 ? 'Other pieces too' : `${count(also.length, 'other piece')} too`}
          </summary>
          <ul className="max-h-48 overflow-y-auto pl-2">
            {others.map((o) => (
              <li key={o.id}>
                <label className="tick">
                  <input
                    type="checkbox"
                    className="accent-control"
                    checked={wanted.and.includes(o.id)}
                    onChange={(e) =>
                      change({ and: others.map((x) => x.id).filter((x) => (x === o.id ? e.target.checked : wanted.and.includes(x))) })
                    }
                  />
                  {o.title}
                </label>
              </li>
            ))}
          </ul>
        </details>
      )}
      {state.at === 'work' ? (
        <div className="grid gap-1.5">
          <Bar
            part={state.of === 0 ? 0 : state.done / state.of}
            text={state.of === 0 ? 'Making:' : `${state.done} of ${count(state.of, 'file')}:`}
          />
          <p className="truncate text-fine text-soft">{state.name}</p>
          <Button size="small" onClick={() => running.current?.abort()}>
            <Square size={13} aria-hidden /> Stop
          </Button>
        </div>
      ) : (
        <Button size="small" disabled={!chosen} onClick={() => void pack()}>
          <Package size={15} aria-hidden /> Make the zip
        </Button>
      )}
      {state.at === 'done' && (
        <p role="status" className="text-fine text-soft">
          {count(state.files, 'file')} in {state.name}.
        </p>
      )}
      {state.at === 'stopped' && (
        <p role="status" className="text-fine text-soft">
          Stopped. Nothing was saved.
        </p>
      )}
      {state.at === 'failed' && (
        <p role="alert" className="text-madder">
          Nothing was saved. {state.problem}
        </p>
      )}
    </section>
  )
}
