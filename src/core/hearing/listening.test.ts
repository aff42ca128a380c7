import { describe, expect, it } from 'vitest'
import { TRUE_FOR } from './inTurn'
import { LISTENING, listeningStep, type Listening, type ListeningEvent } from './listening'
import type { Needle } from './needle'

const ORDER = [2, 1, 0, 3]
const needle = (cents: number): Needle => ({ kind: 'heard', cents, held: false }) as Needle
const heard = (cents: number, at: number): ListeningEvent => ({ kind: 'heard', needle: needle(cents), at })
const after = (events: readonly ListeningEvent[], start: Listening = LISTENING) =>
  events.reduce((l, e) => listeningStep(l, e, ORDER), start)

describe('tuning', () => {
  it('takes the strings in turn: the next when one has been true long enough, and says when all were', () => {
    let l = after([{ kind: 'in turn' }])
    expect(l).toMatchObject({ aimed: 2, turn: 0 })
    for (const next of [1, 0, 3]) {
      l = after([heard(0, 10), heard(1, 10 + TRUE_FOR - 0.01)], l)
      expect(l.aimed).not.toBe(next)
      l = after([heard(0, 10 + TRUE_FOR)], l)
      expect(l).toMatchObject({ aimed: next, since: null, done: false })
    }
    expect(after([heard(0, 50), heard(0, 50.01 + TRUE_FOR)], l)).toEqual({ aimed: 3, turn: null, since: null, done: true })
  })

  it('begins anew where it was not true in between', () => {
    const l = after([{ kind: 'in turn' }, heard(0, 1), heard(60, 1.2), heard(0, 1.3), heard(0, 1.3 + TRUE_FOR - 0.01)])
    expect(l).toMatchObject({ turn: 0, since: 1.3 })
  })

  it('by hand nothing goes on by itself', () => {
    const aimed = after([{ kind: 'in turn' }, { kind: 'aim', at: 'any' }, heard(0, 1), heard(0, 9)])
    expect(aimed).toEqual({ aimed: 'any', turn: null, since: null, done: false })
    expect(after([{ kind: 'in turn' }, heard(0, 1), { kind: 'by hand' }, heard(0, 9)])).toMatchObject({ aimed: 2, turn: null, done: false })
  })

  it('listening again forgets that all were true, and since when', () => {
    expect(listeningStep({ aimed: 3, turn: null, since: 4, done: true }, { kind: 'listen' }, ORDER)).toEqual({
      aimed: 3,
      turn: null,
      since: null,
      done: false,
    })
  })
})
