'use client'

import { useEffect } from 'react'
import { useDeskStore } from '@/ui/session/DeskProvider'
import { isHeard } from './rehearse'
import { useRehearsalStore } from './useRehearsal'
import { wallChannel, wallWordSchema, type WallWord } from './wallLink'

/** Keeps walls of the piece in step with this window, as long as it is mounted. */
export function useWallLink(): void {
  const desk = useDeskStore()
  const rehearsal = useRehearsalStore()
  useEffect(() => {
    if (typeof BroadcastChannel === 'undefined') return
    const channel = new BroadcastChannel(wallChannel(desk.getState().id))
    const post = (word: WallWord) => channel.postMessage(word)
    const music = () => {
      const { piece, plan } = desk.getState()
      post({ kind: 'music', piece, plan })
    }
    const now = () => {
      const { moment, view, seats } = desk.getState()
      const { now: heard, playing, mode, rate } = rehearsal.getState()
      const on = seats.filter(({ id }) => isHeard(rehearsal.getState(), id))
      post({
        kind: 'now',
        moment,
        view,
        mode,
        playing,
        beat: heard?.beat ? { says: heard.beat.says, accent: heard.beat.accent, ahead: heard.beat.ahead } : null,
        index: heard?.index ?? null,
        next: heard?.next ?? null,
        pass: heard?.pass ?? 1,
        time: heard?.time ?? 0,
        rate: heard?.rate ?? rate,
        who: on.length === seats.length ? [] : on.map((s) => s.name),
      })
    }
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      const word = wallWordSchema.safeParse(data)
      if (!word.success || word.data.kind !== 'hello') return
      music()
      now()
    }
    let { piece, plan, moment, view } = desk.getState()
    const ends = [
      rehearsal.subscribe(now),
      desk.subscribe((d) => {
        if (d.piece !== piece || d.plan !== plan) music()
        if (d.moment !== moment || d.view !== view || d.piece !== piece || d.plan !== plan) now()
        ;({ piece, plan, moment, view } = d)
      }),
    ]
    music()
    now()
    return () => {
      for (const end of ends) end()
      post({ kind: 'gone' })
      channel.close()
    }
  }, [desk, rehearsal])
}
