import { describe, expect, it } from 'vitest'
import { Lanes, type Lane, type LanePlace } from './lanes'

const quick: LanePlace = { name: 'quick', holds: { now: 2, later: 0 } }
const slow: LanePlace = { name: 'slow', holds: { now: 1, later: 2 } }
type T = { lane: Lane; who: string; name: string }
const t = (lane: Lane, who: string, name: string): T => ({ lane, who, name })
const row = (lanes: Lanes<T>): string[] => {
  const out: string[] = []
  for (let n = lanes.next(); n; n = lanes.next()) out.push(`${n.task.name} ${n.place.name}`)
  return out
}

describe('whose turn it is', () => {
  it('what somebody waits for goes first, and has threads that nothing else is put on', () => {
    const lanes = new Lanes<T>([quick, slow])
    for (const x of [t('later', 'a', 'drawing'), t('later', 'a', 'drawing 2'), t('later', 'a', 'drawing 3'), t('now', 'b', 'part')])
      lanes.add(x)
    expect(row(lanes)).toEqual(['part quick', 'drawing slow', 'drawing 2 slow'])
    // However much waits, the quick threads stand free for the next who waits.
    expect(lanes.waits('later')).toBe(1)
    lanes.add(t('now', 'b', 'part 2'))
    expect(row(lanes)).toEqual(['part 2 quick'])
  })
  it('a place counts each lane by itself', () => {
    const lanes = new Lanes<T>([slow])
    for (const x of [t('now', 'a', 'part'), t('later', 'a', 'drawing'), t('later', 'a', 'drawing 2'), t('later', 'a', 'drawing 3')])
      lanes.add(x)
    expect(row(lanes)).toEqual(['part slow', 'drawing slow', 'drawing 2 slow'])
  })
  it('all who ask take turns, however much one of them has asked for', () => {
    const lanes = new Lanes<T>([{ name: 'one', holds: { now: 1, later: 0 } }])
    for (const n of [1, 2, 3]) lanes.add(t('now', 'greedy', `greedy ${n}`))
    for (const who of ['ada', 'bo']) lanes.add(t('now', who, who))
    const order: string[] = []
    for (let n = lanes.next(); n; n = lanes.next()) {
      order.push(n.task.name)
      lanes.end(n.task)
    }
    expect(order).toEqual(['greedy 1', 'ada', 'bo', 'greedy 2', 'greedy 3'])
  })
  it('a lane that is full takes no more; what was undone makes room', () => {
    const lanes = new Lanes<T>([], { now: 2, later: 1 })
    const second = t('now', 'a', '2')
    expect([lanes.add(t('now', 'a', '1')), lanes.add(second), lanes.add(t('now', 'b', '3')), lanes.add(t('later', 'b', '4'))]).toEqual([
      true,
      true,
      false,
      true,
    ])
    expect(lanes.takeBack(second)).toBe(true)
    expect(lanes.takeBack(second)).toBe(false)
    expect(lanes.add(t('now', 'b', '3'))).toBe(true)
  })
  it('what has begun cannot be undone, and counts until it ends', () => {
    const lanes = new Lanes<T>([quick])
    const task = t('now', 'a', '1')
    lanes.add(task)
    lanes.next()
    expect([lanes.takeBack(task), lanes.underWay]).toEqual([false, 1])
    lanes.end(task)
    expect(lanes.underWay).toBe(0)
  })
})
