import { letterSaid } from './kind'
import { TOLD } from '../testing/saidFirst'
import { RANKED } from '../testing/ranked'
import { seatsOf } from '../seats/seat'
import { alterIn } from '../music/key'
import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../composing/chance'
import { STEP_IDS } from '../instruments/instrument'
import { LETTERS, midiOf, parsePitch, type Pitch, pitchAt, pitchName } from '../music/pitch'
import type { ClefName } from '../music/clef'
import { classAt, type ClassSettings } from '../plan/class'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { itemsOf, questionOf } from './all'
import { judged, placeKey, QUESTION_KINDS, type Given, type Question, type QuestionKind } from './question'
import { type Trainee, traineeOf, traineesOf } from './trainee'

const at = (klass: ClassSettings, seat: string, of: Parameters<typeof traineesOf>[1] = null): Trainee =>
  traineesOf(klass, of).find((t) => t.seat.id === seat)!
const ask = (t: Trainee, kind: QuestionKind, subject: string, seed = 1): Question =>
  questionOf(t, { id: '', kind, subject }, chanceFrom(seed))!
const texts = (q: Question): string[] => (q.answer.form === 'choice' ? q.answer.options.map((o) => o.text) : [])
const asOf = (q: Question, text: string) =>
  q.answer.form === 'choice' ? q.answer.options.find((o) => o.text === text)?.mistake : undefined

/** The letter of a place on the staff, counted line and space from the one that the clef names: G on line 2, C on 3, F on 4. Common practice. */
function letterAt(clef: ClefName, place: number): string {
  const [letter, line] = ({ treble: ['G', -2], alto: ['C', 0], tenor: ['C', 2], bass: ['F', 2] } as const)[clef]
  const from = 'CDEFGAB'.indexOf(letter)
  return 'CDEFGAB'[(((from + place - line) % 7) + 7) % 7]
}

/** The answer that a question wants. */
function rightOf({ answer }: Question): Given {
  switch (answer.form) {
    case 'choice':
      return { form: 'choice', at: answer.options.findIndex((o) => o.mistake === null) }
    case 'board':
      return { form: 'board', places: answer.all ? answer.right : answer.right.slice(0, 1) }
    case 'staff':
      return { form: 'staff', steps: answer.all ? answer.right : answer.right.slice(0, 1), stem: answer.stem }
  }
}

describe('questions of what is learned', () => {
  const violin = at(classAt('four-strings'), 'violin')
  const bass = at(classAt('four-strings'), 'bass')

  it('asks with the mistakes that are really made: the other clef, a letter off, F for F sharp', () => {
    // The top space of the bass clef is G; who reads it as in the treble clef says E (common practice).
    const g = ask(bass, 'letter', 'G3')
    expect(g.says).toBe('G, fourth space')
    expect(asOf(g, 'E')).toBe('in another clef')
    expect(judged(g, { form: 'choice', at: texts(g).indexOf('E') })).toEqual({ right: false, mistake: 'in another clef', as: 'E' })
    const f = ask(violin, 'letter', 'F#4')
    expect(asOf(f, 'F')).toBe('the other form')
    expect(texts(f)).toContain('F♯')
    expect(texts(f)).toHaveLength(4)
  })

  it('takes string and finger for F sharp on D from each hand, first position (check values 1 to 3)', () => {
    const klass = classAt('three-fingers')
    expect(traineesOf(klass).map((t) => ask(t, 'finger', t.notes.find((n) => n.name.startsWith('F#'))!.name).says)).toEqual([
      'F♯: 2 on D',
      'F♯: 2 on D',
      'F♯: 3 on D',
      'F♯: 4 on D',
    ])
  })

  it('knows where the open strings lie on the staff (check value 27)', () => {
    const said = (t: Trainee, names: readonly string[]) => names.map((n) => ask(t, 'letter', n).says)
    expect(said(violin, ['G3', 'D4', 'A4', 'E5'])).toEqual([
      'G, space below the second ledger line',
      'D, space below the staff',
      'A, second space',
      'E, fourth space',
    ])
    expect(said(at(classAt('four-strings'), 'cello'), ['C2', 'G2', 'D3', 'A3'])).toEqual([
      'C, second ledger line below',
      'G, first line',
      'D, third line',
      'A, fifth line',
    ])
  })

  it('wants every place of a letter, and says which are missing or too many', () => {
    const q = ask(violin, 'staff places', 'E')
    expect(q.says).toBe('E: first line and fourth space')
    const [low, high] = [parsePitch('E4')!, parsePitch('E5')!].map((p) => 7 * p.octave + LETTERS.indexOf(p.letter))
    const given = (steps: number[]) => judged(q, { form: 'staff', steps, stem: null })
    expect(given([high, low])).toEqual({ right: true, mistake: null, as: '' })
    expect(given([low])).toMatchObject({ right: false, mistake: 'not all' })
    expect(given([low, high, low + 1])).toMatchObject({ right: false, mistake: 'too many' })
    expect(given([low + 1])).toMatchObject({ right: false, mistake: 'a letter off' })
    expect(ask(violin, 'string places', 'G').says).toBe('G: open G, 3 on D and low 2 on E')
  })

  it('wants the stem the right way: on or above the middle line down (check value 15)', () => {
    const stems = ['G3', 'A4', 'B4', 'C5', 'G5'].map((n) => {
      const { answer } = ask(violin, 'draw', n)
      return answer.form === 'staff' ? answer.stem : null
    })
    expect(stems).toEqual(['up', 'up', 'down', 'down', 'down'])
    const q = ask(violin, 'draw', 'B4')
    const right = rightOf(q) as Extract<Given, { form: 'staff' }>
    expect(judged(q, { ...right, stem: 'up' })).toMatchObject({ right: false, mistake: 'stem the wrong way' })
  })

  it('says of two forms of a letter how far each lies from 1 (check values 4 and 5)', () => {
    const q = ask(violin, 'form', 'F4 key')
    expect(q.says).toBe('F: low 2, close to 1, a half step')
    expect([...texts(q)].sort()).toEqual(
      [
        'F: low 2, close to 1, a half step',
        'F: 2, a whole step above 1',
        'F♯: 2, a whole step above 1',
        'F♯: low 2, close to 1, a half step',
      ].sort(),
    )
    expect(ask(bass, 'form', 'C#3 sign').says).toBe('C♯: 4, a whole step above 1')
    // By its sign it stands in a signature that has the letter otherwise, and has the sign before it.
    const { shows } = ask(violin, 'form', 'C#5 sign')
    expect(shows).toMatchObject({ kind: 'staff', notes: [{ sign: true }] })
    expect(shows.kind === 'staff' && shows.fifths).toBe(1)
  })

  it('tells steps from skips and sees crossings', () => {
    expect(ask(violin, 'step', 'G4 A4').says).toBe('a step, to another string')
    expect(ask(violin, 'step', 'D4 F#4').says).toBe('a skip, on the same string')
    expect(ask(violin, 'step', 'A4 A4').says).toBe('the same note')
  })

  it('asks for the finger after a shift (check value 7)', () => {
    const third = classAt('third-position')
    expect(ask(at(third, 'violin'), 'shift', 'G4 3').says).toBe('G is 1 on D in III')
    expect(at(classAt('three-fingers'), 'violin').notes.flatMap(() => itemsOf(at(classAt('three-fingers'), 'violin'), ['shift']))).toEqual(
      [],
    )
  })

  it('says letters and low fingers as the class does', () => {
    const klass = classAt('four-strings')
    const own = at({ ...klass, talk: { ...klass.talk, names: 'do-re-mi', low: '2 low' } }, 'violin')
    expect(ask(own, 'finger', 'F4').says).toBe('fa: 2 low on re')
    const short = at({ ...klass, talk: { ...klass.talk, sharps: false } }, 'violin')
    expect(ask(short, 'letter', 'F#4').says).toBe('F, first space')
    expect(new Set(texts(ask(short, 'letter', 'F#4'))).size).toBe(4)
  })

  it.each(STEP_IDS)('holds to its laws at %s, for every seat and kind', (step) => {
    const chance = chanceFrom(7)
    for (const t of traineesOf(classAt(step))) {
      const board = new Set(t.board.map(placeKey))
      for (const item of itemsOf(t, QUESTION_KINDS)) {
        const q = questionOf(t, item, chance)
        if (!q) continue
        expect(q.item).toBe(item.id)
        expect(judged(q, rightOf(q)).right).toBe(true)
        expect(q.says).not.toMatch(/undefined|NaN|null/)
        if (q.answer.form === 'choice') {
          const options = q.answer.options
          expect(options.filter((o) => o.mistake === null)).toHaveLength(1)
          expect(new Set(options.map((o) => o.text)).size).toBe(options.length)
          expect(options.length).toBeGreaterThanOrEqual(3)
          options.forEach((_, i) => expect(judged(q, { form: 'choice', at: i }).right).toBe(options[i].mistake === null))
        }
        if (q.answer.form === 'board') for (const p of q.answer.right) expect(board.has(p)).toBe(true)
        if (q.answer.form === 'staff') for (const s of q.answer.right) expect(s >= q.answer.from && s <= q.answer.to).toBe(true)
        // What is right is looked up anew: letters by counting from the clef, fingers by half steps above the open string.
        const pitch = q.note ? parsePitch(q.note)! : null
        if (q.kind === 'letter' && q.shows.kind === 'staff' && pitch) {
          const middle = { treble: 'B4', alto: 'C4', tenor: 'A3', bass: 'D3' }[q.shows.clef]
          const steps = (p: Pitch) => 7 * p.octave + LETTERS.indexOf(p.letter)
          expect(q.says[0]).toBe(letterAt(q.shows.clef, steps(pitch) - steps(parsePitch(middle)!)))
        }
        if (q.kind === 'finger' && q.answer.form === 'board' && pitch)
          for (const key of q.answer.right) {
            const [string, k] = key.split(':').map(Number)
            expect(midiOf(t.setup.instrument.strings[string]) + k).toBe(midiOf(pitch))
          }
      }
    }
  })

  it('gives new notes in the order of teaching: open strings and first finger on D and A, then the frame, naturals later', () => {
    const order = at(classAt('four-strings'), 'violin').notes.map((n) => n.name)
    expect(order.slice(0, 4).sort()).toEqual(['A4', 'B4', 'D4', 'E4'])
    expect(order.indexOf('F#4')).toBeLessThan(order.indexOf('G3'))
    expect(order.indexOf('G3')).toBeLessThan(order.indexOf('F4'))
  })
})

describe('questions of a piece', () => {
  const klass = classAt('four-strings')
  const piece = pieceFrom('D4 F#4 A4 F4 D4 E4:e F#4:e G4:h A4 z A4:h D4 E4 F#4 A4 G3:w', { fifths: 2, mode: 'major' })
  const of = { id: 'p1', piece, plan: emptyPlan() }

  it('asks only what stands in the part of the seat, in its key', () => {
    const t = at(klass, 'violin', of)
    const names = t.notes.map((n) => n.name).sort()
    expect(names).toEqual(['A4', 'D4', 'E4', 'F#4', 'F4', 'G3', 'G4'])
    expect(ask(t, 'letter', 'F4').shows).toMatchObject({ fifths: 2, notes: [{ sign: true }] })
    // The cello reads it an octave lower.
    expect(at(klass, 'cello', of).notes.some((n) => n.name === 'F#3')).toBe(true)
  })

  it('has its rhythms counted, and its traps found', () => {
    const t = at(klass, 'violin', of)
    expect(itemsOf(t, ['count']).map((i) => i.subject)).toEqual(['q e e h', 'q zq h'])
    expect(ask(t, 'count', 'q e e h').says).toBe('1 2 & 3–4')
    const traps = itemsOf(t, ['trap'])
    expect(traps.length).toBeGreaterThan(0)
    const first = traps.map((i) => questionOf(t, i, chanceFrom(2))!).find((q) => q.asks.includes('measure 1'))!
    expect(first.says).toMatch(/^the fourth note, F: /)
    const { shows } = first
    expect(shows.kind === 'measure' && shows.piece.lines[0].measures[0].events).toHaveLength(4)
  })

  it('is silent where nothing is left to ask: an item of another piece', () => {
    expect(questionOf(at(klass, 'violin', of), { id: '', kind: 'trap', subject: 'p2 e1 slide' }, chanceFrom(1))).toBeNull()
    expect(questionOf(at(klass, 'violin', of), { id: '', kind: 'letter', subject: pitchName(parsePitch('B3')!) }, chanceFrom(1))).toBeNull()
  })
})

describe('questions of a piece', () => {
  const asked = [...TOLD, ...RANKED].flatMap(({ name, piece, step }) =>
    seatsOf(classAt(step)).flatMap((seat) => {
      const t = traineeOf(classAt(step), seat, { id: name.replaceAll(' ', '-'), piece, plan: emptyPlan() })
      return itemsOf(t, ['form', 'draw', 'staff places', 'trap']).flatMap((item) => {
        const q = questionOf(t, item, chanceFrom(7))
        return q ? [{ t, item, q }] : []
      })
    }),
  )
  const of = (kind: string) => asked.filter((a) => a.q.kind === kind)

  it('look at the signature only for what it says', () => {
    const byKey = of('form').filter(({ q }) => q.asks.startsWith('Look at the key signature'))
    expect(byKey.length).toBeGreaterThan(5)
    for (const { q } of byKey) expect(q.shows.kind === 'staff' && q.shows.notes.some((n) => n.sign), q.item).toBe(false)
    expect(of('form').some(({ q }) => q.asks.startsWith('There’s a sign'))).toBe(true)
  })
  it('ask for no note that the signature makes another, on the staff or of the letter', () => {
    for (const { t, q } of [...of('draw'), ...of('staff places')]) {
      if (q.answer.form !== 'staff') throw new Error(q.item)
      const { fifths, right } = q.answer
      expect(right.length, q.item).toBeGreaterThan(0)
      for (const steps of right) {
        const letter = pitchAt(steps, 0).letter
        const read = letterSaid(t, { letter, alter: alterIn({ fifths }, letter) })
        expect(q.says.startsWith(read), `${q.item}: ${q.says} under ${fifths}`).toBe(true)
      }
    }
    expect(of('draw').length).toBeGreaterThan(100)
  })
  it('a trap has three answers at the least, and of a dotted note and a short one the short one is the trap', () => {
    expect(of('trap').length).toBeGreaterThan(5)
    for (const { t, item, q } of of('trap')) {
      if (q.answer.form !== 'choice') throw new Error(q.item)
      expect(q.answer.options.length, q.item).toBeGreaterThanOrEqual(3)
      const [, event, kind] = item.subject.split(' ')
      const notes = t.reading!.notes
      const at = notes.findIndex((n) => n.placed.event.id === event)
      const right = q.answer.options.find((o) => o.mistake === null)!.text
      const meant = notes[kind === 'dotted' ? at + 1 : at]
      expect(right, q.item).toContain(letterSaid(t, meant.heads[0].pitch))
    }
  })
})
