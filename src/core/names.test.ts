import { expect, test } from 'vitest'
import { count, plural, sayTimes } from './count'
import { ordinal, sayList, sayNames } from './names'

/** English as `Intl` has it: Unicode CLDR, lists (conjunction), cardinal and ordinal rules of en. */
test('lists, plurals and ordinals are those of the language', () => {
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map((all) => sayList(all))).toEqual(['', 'a', 'a and b', 'a, b and c'])
  expect(sayNames(['Violin', 'Violin 2', 'Bass'])).toBe('Violin, violin 2 and bass')
  expect([0, 1, 2, 21].map((n) => count(n, 'note'))).toEqual(['0 notes', '1 note', '2 notes', '21 notes'])
  expect([plural(1, 'is', 'are'), plural(2, 'is', 'are')]).toEqual(['is', 'are'])
  expect([1, 2].map(sayTimes)).toEqual(['once', '2 times'])
  expect([1, 2, 12, 13, 21, 22, 23, 24, 111, 112].map(ordinal)).toEqual([
    ...['first', 'second', 'twelfth', '13th'],
    ...['21st', '22nd', '23rd', '24th', '111th', '112th'],
  ])
})
