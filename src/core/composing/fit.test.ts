import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import { midiOf } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import { classAt } from '../plan/class'
import { pieces } from '../testing/arbitrary'
import { pieceFrom } from '../testing/piece'
import { sayAgainst, sayCanPlay, sayFit, saySides } from '../words/en/composing'
import { duetOf, fitOf, roundOf, whoPlays, type Fit, type Voice } from './fit'
import { notesOf } from './tune'

const D: Key = { fifths: 2, mode: 'major' }
const voice = (text: string, key = D): Voice => {
  const piece = pieceFrom(text, key)
  return { piece, line: piece.lines[0] }
}
const fit = (a: string, b: string, after = 0) => fitOf(voice(a), voice(b), after)
/** What is said of it: of a first line whose measures are numbered from 1. */
const says = (f: Fit) => sayFit(voice('D4:w D4:w').line, f)
const sides = (f: Fit) => saySides('letters', f.sides)
const againsts = (f: Fit) => f.against.map((x) => sayAgainst(voice('D4:w D4:w').line, 'letters', x))
/** A round of our own: a measure apart it goes with itself. */
const ROUND = 'D4 E4 F#4 D4 F#4 G4 A4:h A4:e B4:e A4:e G4:e F#4 D4 D4 A3 D4:h'

// Written out by hand; common practice of two parts.
describe('do two lines fit', () => {
  it('thirds below do', () => {
    const f = fit('F#4 G4 A4 G4 F#4:w', 'D4 E4 F#4 E4 D4:w')
    expect(f.verdict).toBe('fits')
    expect(says(f)).toBe('These two fit together.')
    expect(sides(f)).toBe('2 measures each, 4/4, in D major. The first goes from F♯4 to A4, the second from D4 to F♯4.')
    expect(f.crossed).toBe(0)
  })
  it('a note that passes by step between two at rest does not rub; the same on a strong beat does', () => {
    expect(fit('F#4 G4 A4:h', 'D4:h D4:h').met).toMatchObject({ rest: 2, fourth: 0, passing: 1, rub: 0 })
    const f = fit('A4 B4 E4:h', 'D4:h D4:h')
    expect(againsts(f)).toEqual(['Measure 1, beat 3: E against D, a second on a strong beat.'])
    expect(f.met).toMatchObject({ rest: 2, rub: 1 })
    expect(says(f)).toBe('These two don’t fit. They clash once, on a strong beat.')
    expect(f.verdict).toBe('not')
  })
  it('fifths and octaves in a row are found, where they come', () => {
    const f = fit('A4 B4 A4:h', 'D4 E4 F#4:h')
    expect(againsts(f)).toEqual(['Measure 1, beat 2: fifths in a row.'])
    expect(f.verdict).toBe('nearly')
    expect(fit('D5 E5 D5:h', 'D4 E4 F#4:h').against[0].kind).toBe('octaves')
  })
  it('names what rubs by what it is: a second, a tritone, two forms of one letter', () => {
    const texts = (a: string, b: string) => againsts(fit(a, b)).map((x) => x.split(', ').slice(2).join(', '))
    expect(texts('C#5:w', 'G4:w')).toEqual(['a tritone on a strong beat.'])
    expect(texts('F4:w', 'F#4:w')).toEqual(['two forms of one letter on a strong beat.'])
    expect(texts('C#5:w', 'D4:w')).toEqual(['a seventh on a strong beat.'])
    // As it is spelled: G sharp and C sound as a third does, and are none.
    expect(texts('G#4:w', 'C4:w')).toEqual(['an augmented fifth on a strong beat.'])
    expect(texts('C5:w', 'G#4:w')).toEqual(['a diminished fourth on a strong beat.'])
    expect(texts('G#4:w', 'F4:w')).toEqual(['an augmented second on a strong beat.'])
  })
  it('counts where the second lies over the first', () => {
    expect(fit('D4 F#4 D4:h', 'F#4 D4 F#4:h').crossed).toBe(2)
  })
  it('says what does not come together, and which lengths and keys go side by side', () => {
    const three = {
      piece: pieceFrom('D4 E4 F#4', D, { beats: 3, unit: 4 }),
      line: pieceFrom('D4 E4 F#4', D, { beats: 3, unit: 4 }).lines[0],
    }
    expect(says(fitOf(voice('D4:w'), three))).toBe('They don’t line up: 4/4 against 3/4 in measure 1.')
    expect(sides(fitOf(voice('D4:w D4:w'), voice('F#4:w', { fifths: 1, mode: 'major' })))).toBe(
      '2 measures against 1, so the longer one goes on alone, 4/4, D major against G major. The first goes from D4 to D4, the second from F♯4 to F♯4.',
    )
    expect(says(fitOf(voice('D4:w'), voice('D4:w'), 1))).toBe('The second comes in after the first is over.')
    expect(says(fit('z z z z', 'D4:w'))).toBe('They never play at the same time.')
  })
  it('lays a pickup before the measure that it leads to', () => {
    const up = voice('A4 | D5 D5 A4:h F#4:h D4:h')
    // A measure later: its pickup on the last beat of the measure before.
    const duet = duetOf(up, up, 1, 'x')!
    const starts = placeMeasures(duet, duet.lines[1])
    expect(notesOf(duet, duet.lines[1])[0].from).toBe(starts[2].start - notesOf(up.piece, up.line)[0].to)
    expect(fitOf(up, up, 1).apart).toBeNull()
  })
  it('is the same from either side, but for which lies above', () => {
    fc.assert(
      fc.property(pieces, pieces, (p, q) => {
        const [a, b]: Voice[] = [p, q].map((piece) => ({ piece, line: piece.lines[0] }))
        const [x, y] = [fitOf(a, b), fitOf(b, a)]
        expect(x.places).toBe(y.places)
        expect(x.met).toEqual(y.met)
        expect(x.places).toBe(Object.values(x.met).reduce((n, m) => n + m, 0))
      }),
      { numRuns: 60 },
    )
  })
})

describe('a round', () => {
  it('enters where it goes with itself, and nowhere where a tune does not', () => {
    expect(roundOf(voice(ROUND))).toBe(1)
    // With a pickup too, which comes before the measure that it leads to.
    for (const pickup of ['A4', 'F#4', 'F#4 E4']) expect(roundOf(voice(`${pickup} | ${ROUND}`)), pickup).toBe(1)
    expect(roundOf(voice('D4 E4 F#4 G4 A4 B4 C#5 D5 E5 D5 C#5 B4 A4 G4 F#4 E4'))).toBeNull()
  })
  it('as one piece has the tune later, cut off at the end', () => {
    const v = voice(ROUND)
    const duet = duetOf(v, v, 1, 'A round') as Piece
    const [first, second] = duet.lines.map((l) => notesOf(duet, l))
    expect(second.map((n) => midiOf(n.pitch))).toEqual(first.map((n) => midiOf(n.pitch)).slice(0, second.length))
    expect(duet.lines[1].measures).toHaveLength(duet.lines[0].measures.length)
  })
})

describe('who can play which', () => {
  it('says what each line asks of each seat, and what is not learned', () => {
    const duet = duetOf(voice('D4 F#4 A4 D5 C#5 A4 D4:h'), voice('D4:h F4:h A4:h D4:h'), 0, 'x')!
    const said = whoPlays(duet, classAt('three-fingers')).map(sayCanPlay)
    // F natural is not learned at this step.
    expect(said[0]).toMatch(/^Violin: the first\. The second has 1 note that is not learned yet\.$/)
    const later = whoPlays(duet, classAt('third-position')).map(sayCanPlay)
    expect(later[0]).toMatch(/^Violin: both\.( The (first|second) is easier\.)?$/)
  })
})
