'use client'

import { Play, Square } from 'lucide-react'
import { useEffect } from 'react'
import { Button } from '@/ui/kit/Button'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'

/** Plays the drill that is looked at, as the step Rehearse plays the piece; within the drill's own music. */
export function PlayDrill() {
  const rehearsal = useRehearsalStore()
  const playing = useRehearsal((r) => r.playing)
  const beat = useRehearsal((r) => r.now?.beat)
  const loop = useRehearsal((r) => r.loop)
  const trouble = useRehearsal((r) => r.trouble)
  // Whoever looks at another drill, or leaves, leaves silence.
  useEffect(() => () => rehearsal.stop(), [rehearsal])
  return (
    <div className="flex items-center gap-3 px-4 py-1.5" role="group" aria-label="Play the drill">
      <Button onClick={rehearsal.toggle}>
        {playing ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />} {playing ? 'Stop' : 'Play'}
      </Button>
      <label className="tick">
        <input type="checkbox" className="accent-control" checked={loop} onChange={(e) => rehearsal.setState({ loop: e.target.checked })} />
        again and again
      </label>
      {playing && (
        <span className="text-xl font-bold" role="status">
          {beat?.says || '·'}
        </span>
      )}
      {trouble && (
        <span role="alert" className="text-fine text-madder">
          {trouble}
        </span>
      )}
    </div>
  )
}
