'use client'

import * as z from 'zod/mini'
import { answersReply, MOST_SENT } from '@/api/training'
import { answerSchema, type Answer } from '@/core/trainer/answer'

/** Answers that no server has acknowledged yet wait in this browser; more than so many are not kept. */
const MOST_KEPT = 3000
const keptSchema = z.array(answerSchema).check(z.maxLength(MOST_KEPT))
/** By where they go, and by class: what waits for one is never sent to another. */
const nameOf = (url: string, klass = ''): string => `even-seat answers ${url} ${klass}`.trim()

/** The answers that wait to be sent to an address. Of what cannot be read nothing is left. */
export function waiting(url: string, klass?: string): Answer[] {
  try {
    const kept = keptSchema.safeParse(JSON.parse(localStorage.getItem(nameOf(url, klass)) ?? '[]'))
    return kept.success ? kept.data : []
  } catch {
    return []
  }
}

function put(url: string, answers: readonly Answer[], klass?: string): boolean {
  try {
    if (answers.length === 0) localStorage.removeItem(nameOf(url, klass))
    else localStorage.setItem(nameOf(url, klass), JSON.stringify(answers.slice(-MOST_KEPT)))
    return true
  } catch {
    return false
  }
}

/** Keeps an answer until it is sent. False: this browser keeps nothing. */
export const keepAnswer = (url: string, a: Answer, klass?: string): boolean => put(url, [...waiting(url, klass), a], klass)

/** What came of sending: all sent, no answer from there (it is tried again), or refused, and why. */
export type Sent = 'sent' | 'no network' | { readonly refused: string }

let sending = false

/** Sends what waits for an address, as many at once as it takes; what was acknowledged is dropped, all else stays. `klass`: whose, where the address does not say. */
export async function sendAnswers(url: string, klass?: string): Promise<Sent> {
  if (sending) return 'sent'
  sending = true
  try {
    for (let some = waiting(url, klass).slice(0, MOST_SENT); some.length > 0; some = waiting(url, klass).slice(0, MOST_SENT)) {
      const body = JSON.stringify({ answers: some, ...(klass === undefined ? {} : { class: klass }) })
      const response = await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
        keepalive: body.length < 60_000,
      })
      const reply = answersReply.safeParse(await response.json().catch(() => null))
      if (!reply.success) return 'no network'
      if (!reply.data.ok) return { refused: reply.data.problem }
      const kept = new Set(reply.data.kept)
      // What was answered meanwhile stays.
      put(
        url,
        waiting(url, klass).filter((a) => !kept.has(a.id)),
        klass,
      )
      if (kept.size === 0) return 'no network'
    }
    return 'sent'
  } catch {
    return 'no network'
  } finally {
    sending = false
  }
}
