'use client'

import * as z from 'zod/mini'
import { answersReply, MOST_SENT } from '@/api/training'
import type { Answer } from '@/core/trainer/answer'
import { answerSchema } from '@/core/trainer/answer.schema'

/** Answers that no server has acknowledged yet wait in this browser; more than so many are not kept. */
const MOST_KEPT = 3000
const keptSchema = z.array(answerSchema).check(z.maxLength(MOST_KEPT))
/** By where they go, which says the class or the student: what waits for one is never sent to another. */
const nameOf = (url: string): string => `even-seat answers ${url}`

/** The answers that wait to be sent to an address. Of what cannot be read nothing is left. */
export function waiting(url: string): Answer[] {
  try {
    const kept = keptSchema.safeParse(JSON.parse(localStorage.getItem(nameOf(url)) ?? '[]'))
    return kept.success ? kept.data : []
  } catch {
    return []
  }
}

function put(url: string, answers: readonly Answer[]): boolean {
  try {
    if (answers.length === 0) localStorage.removeItem(nameOf(url))
    else localStorage.setItem(nameOf(url), JSON.stringify(answers.slice(-MOST_KEPT)))
    return true
  } catch {
    return false
  }
}

/** Keeps an answer until it is sent. False: this browser keeps nothing. */
export const keepAnswer = (url: string, a: Answer): boolean => put(url, [...waiting(url), a])

/** Takes over what an earlier Even Seat has kept for a class, whose address did not say which. */
export function takeOverOld(klass: string, url: string): void {
  const old = `/api/answers ${klass}`
  const left = waiting(old)
  if (left.length > 0 && put(url, [...left, ...waiting(url)])) put(old, [])
}

/** What came of sending: all sent, no answer from there (it is tried again), or refused, and why. */
export type Sent = 'sent' | 'no network' | { readonly refused: string }

let sending = false

/** Sends what waits for an address, as many at once as it takes; what was acknowledged is dropped, all else stays. */
export async function sendAnswers(url: string): Promise<Sent> {
  if (sending) return 'sent'
  sending = true
  try {
    for (let some = waiting(url).slice(0, MOST_SENT); some.length > 0; some = waiting(url).slice(0, MOST_SENT)) {
      const body = JSON.stringify({ answers: some })
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
        waiting(url).filter((a) => !kept.has(a.id)),
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
