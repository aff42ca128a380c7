import type { Finger, Reach, Shape } from './instrument'

const CLOSED: readonly Shape[] = ['closed']

/** A finger of a hand by half steps at its place in the closed hand, which may also be its place in an opened one. */
export const inPlace = (finger: Finger, offset: number, shapes: readonly Shape[] = CLOSED): Reach => ({
  finger,
  place: 'normal',
  offset,
  letters: null,
  shapes,
})
