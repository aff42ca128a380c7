'use client'

import { printedNote } from '@/core/music/noteName'
import { sayFinger } from '@/core/words/en/hands'
import { answerAt } from '@/core/balance/timeline'
import { useDesk, useRows } from '@/ui/session/DeskProvider'

/** What each seat says at the moment that is heard; `large`: to be read across a room. */
export function Said({ shows, large = false }: { shows: 'letters' | 'fingers'; large?: boolean }) {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const talk = useDesk((d) => d.klass.talk)
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const seats = useRows()
  const said = seats.map(({ id, name }) => {
    const map = ensemble[id]
    const notes = onset === undefined ? [] : (answerAt(piece, map, onset)?.notes ?? [])
    const words = notes.map((n) => (shows === 'letters' ? printedNote(talk.names, n.pitch) : sayFinger(talk, map.instrument, n.stop)))
    return { id, name, text: words.join(' ') || 'rest' }
  })
  const same = said.every((s) => s.text === said[0]?.text)
  return (
    <span className={`ml-auto flex gap-5 ${large ? 'wall-said' : ''}`}>
      {(same ? said.slice(0, 1).map((s) => ({ ...s, name: 'all' })) : said).map((s) => (
        <span key={s.id} className="text-center leading-none">
          <span className="now-who">{s.name}</span>
          <span className="now-said">{s.text}</span>
        </span>
      ))}
    </span>
  )
}
