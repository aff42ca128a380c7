import { frameName, type Spacing } from '../hands/frames'
import type { Finger, Instrument, Reach, School, Shape } from '../instruments/instrument'

/** A frame whose places are taped: what it is called, and the reach of each of its fingers from a position. */
export type TapedFrame = { readonly name: string; readonly reaches: readonly Reach[] }

/** Where finger 1 lies against its usual place and the spacings from there, of the frames of a hand by letters. Common practice. */
const BY_LETTER: readonly (readonly [number, Spacing])[] = [
  [0, [2, 1, 2]],
  [0, [1, 2, 2]],
  [0, [2, 2, 1]],
  [-1, [2, 2, 2]],
]
const FINGERS: readonly Finger[] = [1, 2, 3, 4]

/** The frames of a hand by letters: each finger where the spacing puts it. */
function byLetter({ reaches }: School): TapedFrame[] {
  return BY_LETTER.map(([start, spacing]) => ({
    name: frameName(spacing),
    reaches: FINGERS.flatMap((finger) => {
      const offset = start + spacing.slice(0, finger - 1).reduce((a, b) => a + b, 0)
      return reaches.find((r) => r.finger === finger && r.offset === offset && r.letters === finger - 1) ?? []
    }),
  }))
}

const SHAPES: readonly Shape[] = ['closed', 'back', 'forward']

/** The frames of a hand by half steps: closed, and opened either way. */
function byHalfStep(school: School): TapedFrame[] {
  return SHAPES.flatMap((shape): TapedFrame[] => {
    const name = school.frames[shape]
    if (!name) return []
    const own = FINGERS.flatMap((finger) => school.reaches.find((r) => r.finger === finger && r.shapes.includes(shape)) ?? [])
    return [{ name: shape === 'closed' ? name : `${name} ${shape}`, reaches: own }]
  })
}

/** The frames of an instrument whose places can be taped, the first taught first. */
export const tapedFrames = ({ schools, byLetter: letters }: Instrument): TapedFrame[] =>
  schools.flatMap((school) => (letters ? byLetter(school) : byHalfStep(school)))
