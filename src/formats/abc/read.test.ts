import { describe, expect, it } from 'vitest'
import { pitchName } from '@/core/music/pitch'
import { hairpinsOf } from '@/core/piece/loudness'
import { quarters } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'
import { unfold } from '@/core/piece/unfold'
import { placeEvents } from '@/core/piece/walk'
import { readAbc, readAbcTunes } from './read'

const HEAD = 'X:1\nT:Test\nM:4/4\nL:1/4\nK:D\n'

function read(text: string): Piece {
  const r = readAbc(text)
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  return r.piece
}
const trouble = (text: string) => {
  const r = readAbc(text)
  return r.ok ? [] : r.problems
}
/** "F#4 1" for each note: pitches and quarters; rests as "z". */
const notes = (piece: Piece, line = 0) =>
  placeEvents(piece, piece.lines[line]).map(
    (e) =>
      `${e.event.kind === 'note' ? e.event.heads.map((h) => pitchName(h.pitch) + (h.tie ? '~' : '')).join('+') : 'z'} ${quarters(e.ticks)}`,
  )

// Source of the expected readings: the abc 2.1 standard (notes, lengths, keys, ties, tuplets, repeats, decorations).
describe('abc', () => {
  it('reads letters, octave marks, lengths and the key', () => {
    expect(notes(read(`${HEAD}D, F c c' | A2 B/ A/ z |`))).toEqual(['D3 1', 'F#4 1', 'C#5 1', 'C#6 1', 'A4 2', 'B4 1/2', 'A4 1/2', 'z 1'])
  })
  it('broken rhythm, triplets and chords', () => {
    expect(notes(read(`${HEAD}D>E (3F/G/A/ [DA] |`))).toEqual(['D4 3/2', 'E4 1/2', 'F#4 1/3', 'G4 1/3', 'A4 1/3', 'D4+A4 1'])
  })
  it('a sign holds to the barline in its own octave only', () => {
    expect(notes(read(`${HEAD}=F F f F | F4 |`))).toEqual(['F4 1', 'F4 1', 'F#5 1', 'F4 1', 'F#4 4'])
  })
  it('%%propagate-accidentals is followed', () => {
    expect(notes(read(`%%propagate-accidentals pitch\n${HEAD}=F F f F |`)).length).toBe(4)
    expect(notes(read(`${HEAD}%%propagate-accidentals pitch\n=F F f F |`))).toEqual(['F4 1', 'F4 1', 'F5 1', 'F4 1'])
    expect(notes(read(`${HEAD}%%propagate-accidentals not\n=F F f F |`))).toEqual(['F4 1', 'F#4 1', 'F#5 1', 'F#4 1'])
  })
  it('a tie over the barline keeps the sign for the held note alone', () => {
    expect(notes(read(`${HEAD}z2 z =F- | F F2 z |`))).toEqual(['z 2', 'z 1', 'F4~ 1', 'F4 1', 'F#4 2', 'z 1'])
  })
  it('a length that no single note has becomes tied notes', () => {
    expect(notes(read('X:1\nT:T\nM:5/4\nL:1/4\nK:C\nC5 | D4 E |'))).toEqual(['C4~ 4', 'C4 1', 'D4 4', 'E4 1'])
  })
  it('pickup, repeats and endings are kept, not flattened', () => {
    const { lines } = read(`${HEAD}A |: D2 E2 | F4 |1 G4 :|2 A4 |]`)
    const [line] = lines
    expect(line.measures.map((m) => m.number)).toEqual(['0', '1', '2', '3', '4'])
    expect(line.measures[0].pickup).toBe(true)
    expect(line.measures[1].repeatStart).toBe(true)
    expect(line.measures[3]).toMatchObject({ ending: [1], repeatEnd: 2 })
    expect(line.measures[4]).toMatchObject({ ending: [2], barline: 'final' })
    expect(unfold(line)).toEqual([0, 1, 2, 3, 1, 2, 4])
  })
  it('slurs, bows and fingers that the text brings', () => {
    const [line] = read(`${HEAD}(D E) vF u!3!G |`).lines
    const [d, e, f, g] = line.measures[0].events
    expect(line.slurs).toEqual([{ from: d.id, to: e.id }])
    expect(f).toMatchObject({ bow: 'down' })
    expect(g).toMatchObject({ bow: 'up', heads: [{ givenFinger: 3 }] })
  })
  it('key, time, tempo and clef; church modes keep their signature', () => {
    expect(read('X:1\nT:A\nM:C|\nL:1/8\nQ:1/2=60\nK:Edor\nE8 |')).toMatchObject({
      key: { fifths: 2, mode: 'minor' },
      meter: { beats: 2, unit: 2, sign: 'cut' },
      tempo: 120,
    })
    expect(read('X:1\nT:A\nM:6/8\nL:1/8\nK:Bb clef=bass\nB,6 |')).toMatchObject({
      key: { fifths: -2, mode: 'major' },
      meter: { beats: 6, unit: 8 },
      lines: [{ clef: 'bass' }],
    })
  })
  it('a key or time that changes in the middle', () => {
    const piece = read(`${HEAD}D4 | [K:F] [M:3/4] B3 |`)
    expect(piece.lines[0].measures[1]).toMatchObject({ key: { fifths: -1 }, meter: { beats: 3 } })
    expect(notes(piece)).toEqual(['D4 4', 'Bb4 3'])
  })
  it('two voices are two lines', () => {
    const piece = read('X:1\nT:A\nM:4/4\nL:1/4\nK:G\nV:1 name="Upper"\nV:2 name="Lower"\nV:1\nG4 | A4 |]\nV:2\nG,4 | D4 |]')
    expect(piece.lines.map((l) => l.name)).toEqual(['Upper', 'Lower'])
    expect(notes(piece, 1)).toEqual(['G3 4', 'D4 4'])
  })
  it('whole-measure and many-measure rests', () => {
    const piece = read(`${HEAD}z4 | Z2 | D4 |`)
    expect(piece.lines[0].measures).toHaveLength(4)
    expect(piece.lines[0].measures.slice(0, 3).every((m) => m.events[0].kind === 'rest' && m.events[0].wholeMeasure)).toBe(true)
  })
  it('hairpins, by their names and their signs, over the barline too', () => {
    const of = (body: string) => {
      const [line] = read(`${HEAD}${body} |`).lines
      const at = (id: string) => line.measures.flatMap((m) => m.events).findIndex((e) => e.id === id)
      return hairpinsOf(line).map((h) => [h.kind, at(h.from), at(h.to)])
    }
    expect(of('!<(!D E !<)!F G')).toEqual([['crescendo', 0, 2]])
    expect(of('!crescendo(!D E F !crescendo)!G | !>(!A B c d | A B c !>)!d')).toEqual([
      ['crescendo', 0, 3],
      ['diminuendo', 4, 11],
    ])
  })
  it('plucking begins and ends by words over a note', () => {
    const [line] = read(`${HEAD}D "^pizz."E F "^arco"G |`).lines
    expect(line.measures[0].events.map((e) => (e.kind === 'note' ? (e.marks ?? []) : []))).toEqual([[], ['pizz'], [], ['arco']])
    expect(line.measures[0].events.every((e) => e.words === undefined)).toBe(true)
  })
  it('ornaments, strokes through a stem, slides and the left hand', () => {
    const [line] = read(`${HEAD}!trill!D TE !lowermordent!F !turn!G | P^c !///!A !~(!B !~)!c | !+!D ~E !trem2!F G |`).lines
    const said = line.measures.flatMap((m) =>
      m.events.map((e) => (e.kind === 'note' ? [e.ornament?.kind, e.tremolo, ...(e.marks ?? [])].filter(Boolean).join() : '')),
    )
    expect(said).toEqual(['trill', 'trill', 'mordent', 'turn', 'inverted mordent', '3', 'glissando', '', 'stopped', 'turn', '2', ''])
  })
  it('says what it leaves out', () => {
    const r = readAbc(`${HEAD}{g}D4 | !slide!E4 |\n\nX:2\nT:Other\nK:C\nC4 |`)
    expect(r.ok && r.notices).toEqual(['left out: 1 ornament in measure 2', expect.stringContaining('only the first tune')])
    expect(r.ok && r.piece.lines[0].measures[0].events[0]).toMatchObject({ graces: [{ base: 'eighth' }] })
  })
})

describe('abc that cannot be read', () => {
  it('names line and column of a stray sign', () => {
    expect(trouble(`${HEAD}D E q G |`)[0]).toMatchObject({ line: 6, column: 5 })
    expect(trouble(`% before\n\n${HEAD}D E F G |\nA 7 B |`)[0]).toMatchObject({ line: 9, column: 3 })
  })
  it('a measure that holds too much or too little is kept, and said where it stands', () => {
    const r = readAbc(`${HEAD}D E F G | A B c d e | D E F | D4 |`)
    expect(r.ok && r.misfits).toMatchObject([
      { line: 6, column: 11, long: true, text: expect.stringContaining('measure 2 of 4/4 holds 5 quarters') as string },
      { line: 6, column: 23, long: false, text: 'measure 3 is 1 quarters short of 4/4' },
    ])
  })
  it('no key, no notes, nothing at all', () => {
    expect(trouble('X:1\nT:A\nD E F')[0].text).toContain('key is missing')
    expect(trouble('X:1\nT:A\nK:D\n')[0].text).toMatch(/no notes/)
    expect(trouble('')).toHaveLength(1)
  })
  it('never throws on odd text', () => {
    for (const text of [
      'X:1\nK:',
      'K:C\n|:::|',
      `${HEAD}(((((`,
      `${HEAD}[DA`,
      `${HEAD}(3`,
      'X:1\nM:0/0\nK:C\nC',
      `${HEAD}D${'9'.repeat(20)}|`,
      '\u{1F3BB}',
      `${HEAD}-|-|-`,
    ])
      expect(() => readAbc(text)).not.toThrow()
  })
})

// Source of the expected readings: the abc standard 2.1.
describe('abc with more to say', () => {
  it('marks, dynamics, words, syllables and grace notes stay at their notes', () => {
    const [line] = read(`${HEAD}{/ga}.D !accent!"^dolce"!p!E !open!F !breath!G |\nw: Wil-low wren sings |`).lines
    const [d, e, f, g] = line.measures[0].events
    expect(d).toMatchObject({ marks: ['staccato'], graces: [{ slash: true }, {}], lyric: { text: 'Wil', joined: true } })
    expect(e).toMatchObject({ marks: ['accent'], words: 'dolce', dynamic: 'p', lyric: { text: 'low' } })
    expect([f, g]).toMatchObject([{ marks: ['open'] }, { marks: ['breath'] }])
  })
  it('signs that lead elsewhere, and a tempo that changes', () => {
    const { measures } = read(`${HEAD}D4 | !segno!E4 | F4 !fine!| [Q:1/4=60]G4 !D.S.alfine!|`).lines[0]
    expect(measures[1]).toMatchObject({ segno: true })
    expect(measures[2]).toMatchObject({ fine: true })
    expect(measures[3]).toMatchObject({ tempo: 60, jump: { to: 'segno', then: 'fine' } })
  })
  it('an additive meter is felt in its groups; broken rhythm and tuplets of other ratios', () => {
    expect(read('X:1\nT:A\nM:3+2/8\nL:1/8\nK:D\nD3 E2 |').meter).toEqual({ beats: 5, unit: 8, groups: [3, 2] })
    expect(notes(read(`${HEAD}D>E F<G |`))).toEqual(['D4 3/2', 'E4 1/2', 'F#4 1/2', 'G4 3/2'])
    expect(notes(read(`${HEAD}(3:2:4D E F/ G/ A2 |`)).slice(0, 4)).toEqual(['D4 2/3', 'E4 2/3', 'F#4 1/3', 'G4 1/3'])
  })
  it('every tune of a collection, with the fields that stand before them all; places are those of the file', () => {
    const text = 'M:3/4\nL:1/4\n\nX:1\nT:One\nK:D\nD3 |\n\nX:2\nT:Two\nM:4/4\nK:G\nG4 |\n\nX:3\nT:Three\nK:C\nC D E F |\n'
    const tunes = readAbcTunes(text)
    expect(tunes.map((t) => [t.label, t.reading.ok && t.reading.piece.meter.beats])).toEqual([
      ['One', 3],
      ['Two', 4],
      ['Three', 3],
    ])
    const [, , three] = tunes
    expect(three.reading.ok && three.reading.misfits).toMatchObject([{ line: 18, column: 1 }])
    for (const t of tunes) expect(readAbc(t.text)).toMatchObject({ ok: true, piece: (t.reading as { piece: Piece }).piece })
  })
  it('one finger a head, low to high; of the others each is told', () => {
    const [chord] = read(`${HEAD}!1!!3![DA]4 |`).lines[0].measures[0].events
    expect(chord).toMatchObject({ heads: [{ givenFinger: 1 }, { givenFinger: 3 }] })
  })
})

describe('the order of parts', () => {
  const tune = (order: string) => readAbc(`X:1\nT:A\nP:${order}\nM:4/4\nL:1/4\nK:D\nP:A\n(D E) F G |\nP:B\nA4 |\n`)
  it('is written out as it is played, each event with an id of its own', () => {
    const r = tune('A2B(AB)2')
    if (!r.ok) throw new Error(r.problems[0].text)
    expect(r.piece.lines[0].measures.map((m) => m.events.length)).toEqual([4, 4, 1, 4, 1, 4, 1])
    expect(r.piece.lines[0].slurs).toHaveLength(4)
    expect(r.notices).toEqual(['written out in the order of its parts, A2B(AB)2'])
  })
  it('that names a part which is not there is said, and the tune stands as it is', () => {
    const r = tune('ABC')
    expect(r.ok && [r.piece.lines[0].measures.length, r.notices]).toEqual([
      2,
      ['the order of the parts, ABC, can’t be followed. Mark each part with a line like P:A'],
    ])
    const plain = tune('AB')
    expect(plain.ok && plain.notices).toEqual([])
  })
})

/** Pitches of the first line, as they sound. */
const pitchesOf = (text: string): string[] => {
  const r = readAbc(text)
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  return r.piece.lines[0].measures.flatMap((m) =>
    m.events.flatMap((e) => (e.kind === 'note' ? e.heads.map((h) => pitchName(h.pitch)) : [])),
  )
}
const noticesOf = (text: string): readonly string[] => {
  const r = readAbc(text)
  return r.ok ? r.notices : []
}
const inKeyOf = (key: string, notes = 'CDEFGAB|cdefgab|') => `X:1\nT:a\nM:7/4\nL:1/4\nK:${key}\n${notes}\n`

// abc 2.1, section 3.1.14 (K: field): a key may name signs of its own; "exp" says that they are all.
describe('keys with signs of their own', () => {
  it.each([
    ['Am ^g', 'C D E F G# A B', 0, 'minor'],
    ['Gm ^f', 'C D Eb F# G A Bb', -2, 'minor'],
    ['Dphr ^f', 'C D Eb F# G A Bb', -2, 'minor'],
    ['D =c', 'C D E F# G A B', 1, 'major'],
    ['HP', 'C# D E F# G A B', 2, 'major'],
    ['Hp', 'C# D E F# G A B', 2, 'major'],
    ['D exp _b _e ^f', 'C D Eb F# G A Bb', -2, 'major'],
    ['none', 'C D E F G A B', 0, 'major'],
    ['Amix', 'C# D E F# G A B', 2, 'major'],
    ['Bbm', 'C Db Eb F Gb Ab Bb', -5, 'minor'],
    ['F#m', 'C# D E F# G# A B', 3, 'minor'],
  ])('K:%s', (key, letters, fifths, mode) => {
    const wanted = letters.split(' ')
    expect(pitchesOf(inKeyOf(key))).toEqual([...wanted.map((l) => `${l}4`), ...wanted.map((l) => `${l}5`)])
    const r = readAbc(inKeyOf(key))
    expect(r.ok && r.piece.key).toEqual({ fifths, mode })
  })
  it('what no signature has is said, and a sign in a measure goes before it', () => {
    expect(noticesOf(inKeyOf('Am ^g'))).toContain('the key has signs of its own (G♯): they are written at the notes, on top of A minor')
    expect(noticesOf(inKeyOf('D =c'))).toEqual([])
    expect(pitchesOf(inKeyOf('Am ^g', 'g=ggg^fff|gggffff|'))).toEqual('G#5 G5 G5 G5 F#5 F#5 F#5 G#5 G#5 G#5 F5 F5 F5 F5'.split(' '))
  })
  it('holds inside a line too', () => {
    expect(pitchesOf(inKeyOf('Am', 'GFGFGFG|[K:Am ^g]GFGFGFG|[K:Am]GFGFGFG|'))).toEqual(
      'G4 F4 G4 F4 G4 F4 G4 G#4 F4 G#4 F4 G#4 F4 G#4 G4 F4 G4 F4 G4 F4 G4'.split(' '),
    )
  })
})

describe('what could be skipped does not refuse a tune', () => {
  it('quarter tones go to the nearest half step, and are said', () => {
    expect(pitchesOf(inKeyOf('C', '^/F _/A ^3/2G _1/2B C D E|'))).toEqual('F#4 A4 G##4 Bb4 C4 D4 E4'.split(' '))
    expect(noticesOf(inKeyOf('C', '^/F _/A C D E F G|')).join()).toContain('quarter tone (played at the nearest half step)')
  })
  it('tabs, directives and the signs of older texts', () => {
    const text = 'X:1\nT:\tTabbed\nM:\t4/4\nL:1/4\nK:\tD\n%%staffwidth 20cm\n%%nosuchthing 7\nD E\tF G|$\nA B * c d|\n'
    expect(pitchesOf(text)).toEqual('D4 E4 F#4 G4 A4 B4 C#5 D5'.split(' '))
    const r = readAbc(text)
    expect(r.ok && r.piece.title).toBe('Tabbed')
    expect(noticesOf(text).filter((n) => n.includes('left out'))).toHaveLength(3)
  })
  it('a letter that might be a note still does', () => {
    expect(readAbc(inKeyOf('C', 'C D q F G A B|')).ok).toBe(false)
  })
})

describe('a voice that sounds in another octave', () => {
  it('says so by transpose=, which is followed in octaves', () => {
    const bass = 'X:1\nT:a\nM:4/4\nL:1/4\nV:1 clef=treble\nV:2 clef=bass transpose=-12\nK:C\nV:1\nCDEF|\nV:2\nC,D,E,F,|\n'
    const r = readAbc(bass)
    const heads = (i: number) =>
      r.ok ? r.piece.lines[i].measures[0].events.flatMap((e) => (e.kind === 'note' ? [pitchName(e.heads[0].pitch)] : [])) : []
    expect([heads(0)[0], heads(1)[0]]).toEqual(['C4', 'C2'])
    expect(pitchesOf('X:1\nT:a\nM:4/4\nL:1/4\nK:C clef=bass transpose=-12\nC,D,E,F,|\n')[0]).toBe('C2')
    const other = 'X:1\nT:a\nM:4/4\nL:1/4\nK:C transpose=-2\nCDEF|\n'
    expect(pitchesOf(other)[0]).toBe('C4')
    expect(noticesOf(other).join()).toContain('don’t follow the transposition for playing')
  })
})

describe('the end of a line of text (abc 2.1, 6.1.1)', () => {
  const starts = (text: string) => {
    const r = readAbc(text)
    return r.ok ? r.piece.lines[0].measures.flatMap((m) => (m.newLine ? [m.number] : [])) : null
  }
  const head = 'X:1\nT:a\nM:4/4\nL:1/4\n'
  it('is the end of a printed line', () => {
    expect(starts(`${head}K:D\nDDDD|EEEE|\nFFFF|\nGGGG|AAAA|\n`)).toEqual(['3', '4'])
    expect(starts(`${head}K:D\nDDDD|EEEE|FFFF|\n`)).toEqual([])
  })
  it('is none where the tune says so, and none before a backslash', () => {
    expect(starts(`${head}I:linebreak <none>\nK:D\nDDDD|EEEE|\nFFFF|\n`)).toEqual([])
    expect(starts(`${head}I:linebreak $\nK:D\nDDDD|EEEE|\nFFFF|\n`)).toEqual([])
    expect(starts(`${head}I:linebreak <EOL>\nK:D\nDDDD|EEEE|\nFFFF|\n`)).toEqual(['3'])
    expect(starts(`${head}K:D\nDDDD|EEEE|\\\nFFFF|\nGGGG|\n`)).toEqual(['4'])
  })
  it('inside a measure belongs to the next one', () => {
    expect(starts(`${head}K:D\nDDDD|EE\nEE|FFFF|GGGG|\n`)).toEqual(['3'])
  })
})
