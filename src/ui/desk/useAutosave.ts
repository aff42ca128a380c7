'use client'

import { useEffect } from 'react'
import type { DeskStore } from './deskStore'
import { saveReply } from './protocol'

/** How long the desk waits for a next change before it saves, in milliseconds. */
const WAIT = 500

/** Saves plan and title by itself: one save at a time, over the version it was made on, and once more when the page is left. */
export function useAutosave(store: DeskStore): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let busy = false
    const send = async (keepalive: boolean) => {
      const { id, piece, plan, version, save, marked } = store.getState()
      if (save !== 'waiting' && save !== 'failed') return
      if (busy) {
        later()
        return
      }
      busy = true
      marked('saving')
      try {
        const response = await fetch(`/api/pieces/${id}`, {
          method: 'PUT',
          keepalive,
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ base: version, plan, title: piece.title }),
        })
        const reply = saveReply.parse(await response.json())
        const changedMeanwhile = store.getState().plan !== plan || store.getState().piece !== piece
        if (reply.ok) marked(changedMeanwhile ? 'waiting' : 'saved', reply.version)
        // The version that stands is noted, so that the teacher can choose to save over it.
        else marked(reply.reason, reply.version)
        if (reply.ok && changedMeanwhile) later()
      } catch {
        marked('failed')
        timer = setTimeout(() => void send(false), 4000)
      } finally {
        busy = false
      }
    }
    const later = () => {
      clearTimeout(timer)
      timer = setTimeout(() => void send(false), WAIT)
    }
    const stop = store.subscribe((d, before) => {
      if (d.save === 'waiting' && (d.plan !== before.plan || d.piece !== before.piece || before.save === 'newer')) later()
    })
    const leave = () => void send(true)
    window.addEventListener('pagehide', leave)
    return () => {
      stop()
      clearTimeout(timer)
      window.removeEventListener('pagehide', leave)
      void send(true)
    }
  }, [store])
}
