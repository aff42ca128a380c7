import type { CollisionDetection } from '@dnd-kit/core'
import { describe, expect, it } from 'vitest'
import { overRow } from './SortedList'

type Args = Parameters<CollisionDetection>[0]
const rect = (top: number, height: number) => ({ top, bottom: top + height, height, left: 0, right: 300, width: 300 })

/** Three rows under each other, the first one open and tall; `moved` is where the one that is moved lies now. */
function over(moved: ReturnType<typeof rect>, pointer: Args['pointerCoordinates'] = null) {
  const rects = new Map([
    ['tall', rect(0, 240)],
    ['second', rect(246, 50)],
    ['third', rect(302, 50)],
  ])
  const droppableContainers = [...rects.keys()].map((id) => ({ id })) as unknown as Args['droppableContainers']
  return overRow({
    active: { id: 'tall' } as Args['active'],
    collisionRect: moved,
    droppableRects: rects,
    droppableContainers,
    pointerCoordinates: pointer,
  })[0].id
}

describe('the row that a moved one lies over', () => {
  it('is the next one when the keys lay a tall row on it, bottom on bottom', () => {
    expect(over(rect(296 - 240, 240))).toBe('second')
    expect(over(rect(352 - 240, 240))).toBe('third')
  })
  it('is the one above when the keys lay a small row on a tall one, top on top', () => {
    expect(over(rect(0, 50))).toBe('tall')
  })
  it('goes by centers when a hand drags', () => {
    expect(over(rect(300, 50), { x: 10, y: 320 })).toBe('third')
  })
})
