import midiPackage from '@tonejs/midi'
import { strToU8, zipSync } from 'fflate'
import { beforeAll, describe, expect, it } from 'vitest'
import { pitchName } from '@/core/music/pitch'
import { QUARTER, quarters } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'
import { unfold } from '@/core/piece/unfold'
import { placeEvents, placeMeasures } from '@/core/piece/walk'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { linesOf, matchLines } from '@/core/seats/lines'
import { seatsOf } from '@/core/seats/seat'
import { serverToolkit } from '@/engrave/server'
import type { Toolkit } from '@/engrave/toolkit'
import { LIMITS } from './limits'
import { partsOfPiece } from '@/core/part/part'
import { soundingNotes } from '@/core/testing/heard'
import { writeMusicXml } from './musicxml/write'
import { readFile } from './read'

const { Midi } = midiPackage
let toolkit: Toolkit & { renderToMIDI(): string }
beforeAll(async () => {
  toolkit = (await serverToolkit()) as typeof toolkit
})

const part = (id: string, name: string) => `<score-part id="${id}"><part-name>${name}</part-name></score-part>`
const score = (parts: Record<string, string>) =>
  `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list>${Object.keys(parts)
    .map((name, i) => part(`P${i + 1}`, name))
    .join('')}</part-list>${Object.values(parts)
    .map((measures, i) => `<part id="P${i + 1}">${measures}</part>`)
    .join('')}</score-partwise>`
const bars = (...inside: string[]) => inside.map((m, i) => `<measure number="${i + 1}">${m}</measure>`).join('')
const attributes = (more = '', time = '<beats>4</beats><beat-type>4</beat-type>', clef = '<sign>G</sign><line>2</line>', fifths = 0) =>
  `<attributes><divisions>12</divisions><key><fifths>${fifths}</fifths></key><time>${time}</time><clef>${clef}</clef>${more}</attributes>`
const TYPES: Record<number, string> = { 48: 'whole', 24: 'half', 12: 'quarter', 6: 'eighth', 3: '16th' }
/** "C#4 12": a note of so many twelfths of a quarter. `more` goes at its end, `before` at its start. */
const note = (what: string, more = '', before = '') => {
  const [, step, sign, octave, duration] = /^([A-Gr])([#b]*)(\d?) (\d+)$/.exec(what)!
  const alter = [...sign].reduce((n, s) => n + (s === '#' ? 1 : -1), 0)
  const what2 =
    step === 'r' ? '<rest/>' : `<pitch><step>${step}</step>${alter ? `<alter>${alter}</alter>` : ''}<octave>${octave}</octave></pitch>`
  const type = TYPES[Number(duration)]
  return `<note>${before}${what2}<duration>${duration}</duration>${more.startsWith('<voice') ? '' : '<voice>1</voice>'}${type ? more.replace(/^(<voice>\d<\/voice>)?/, (v) => `${v}<type>${type}</type>`) : more}</note>`
}
const read = (text: string | Uint8Array, name = 'x.musicxml') => {
  const [{ reading }] = readFile(name, typeof text === 'string' ? strToU8(text) : text)
  if (!reading.ok) throw new Error(reading.problems.map((p) => p.text).join('; '))
  return reading
}
const notes = (piece: Piece, line = 0) =>
  placeEvents(piece, piece.lines[line]).map(
    (e) => `${e.event.kind === 'note' ? e.event.heads.map((h) => pitchName(h.pitch)).join('+') : 'z'} ${quarters(e.ticks)}`,
  )

/** What the engraver's own reader plays of a file that we did not write. */
function heardElsewhere(text: string): string[] {
  toolkit.setOptions({ breaks: 'none' })
  expect(toolkit.loadData(text)).toBeTruthy()
  const file = new Midi(Buffer.from(toolkit.renderToMIDI(), 'base64'))
  return file.tracks
    .flatMap((t) =>
      t.notes.map((n) => `${(n.ticks / file.header.ppq).toFixed(2)} ${(n.durationTicks / file.header.ppq).toFixed(1)} ${n.midi}`),
    )
    .sort()
}
const heardHere = (piece: Piece) =>
  partsOfPiece(piece)
    .flatMap((p) => soundingNotes(piece, p).map((n) => `${(n.at / 10080).toFixed(2)} ${(n.length / 10080).toFixed(1)} ${n.midi}`))
    .sort()

const TM = (actual: number, normal: number) =>
  `<time-modification><actual-notes>${actual}</actual-notes><normal-notes>${normal}</normal-notes></time-modification>`
const bracket = (i: number, last: number) =>
  i === 0 || i === last ? `<notations><tuplet type="${i ? 'stop' : 'start'}"/></notations>` : ''
const BACK = '<backup><duration>48</duration></backup>'

// Source of the expected readings: the W3C MusicXML 4.0 specification (element reference).
const ODD: Record<string, string> = {
  'two voices on a staff, the lower one with a hole': score({
    Tune: bars(
      `${attributes()}${note('E5 24')}${note('D5 24')}${BACK}${note('C4 12', '<voice>2</voice>')}<forward><duration>24</duration></forward>${note('G4 12', '<voice>2</voice>')}`,
    ),
  }),
  'two staves': score({
    Tune: bars(
      `${attributes('<staves>2</staves>'.replace('<staves>2</staves>', ''), undefined, '<sign>G</sign><line>2</line>')}${note('E5 48', '<voice>1</voice><staff>1</staff>')}${BACK}${note('C3 48', '<voice>5</voice><staff>2</staff>')}`,
    ),
  }),
  'double sharps and flats': score({
    Tune: bars(`${attributes('', undefined, undefined, 6)}${note('F##4 12')}${note('Bbb4 12')}${note('E#4 12')}${note('Cb5 12')}`),
  }),
  'a triplet of quarters and a quintuplet': score({
    Tune: bars(
      attributes().replace('<divisions>12', '<divisions>60') +
        ['C4', 'D4', 'E4'].map((p, i) => note(`${p} 40`, `<type>quarter</type>${TM(3, 2)}${bracket(i, 2)}`)).join('') +
        ['C4', 'D4', 'E4', 'F4', 'G4']
          .map((p, i) => note(`${p} 24`, `<type>eighth</type>${TM(5, 4)}${bracket(i, 4)}`).replace('<type>half</type>', ''))
          .join(''),
    ),
  }),
  'a clarinet in B flat': score({
    Clarinet: bars(
      `${attributes('<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>', undefined, undefined, 2)}${note('D5 24')}${note('F#5 24')}`,
    ),
  }),
  'a chord, tied over the barline': score({
    Tune: bars(
      `${attributes()}${note('r 24')}${note('D4 24', '<tie type="start"/>')}${note('A4 24', '<tie type="start"/>', '<chord/>')}`
        .replace(/<tie type="start"\/><\/note>/g, '<notations><tied type="start"/></notations></note>')
        .replace(
          /(<duration>24<\/duration>)(<voice>1<\/voice><type>half<\/type><notations><tied type="start")/g,
          '$1<tie type="start"/>$2',
        ),
      `${note('D4 48', '').replace('<voice>', '<tie type="stop"/><voice>').replace('</note>', '<notations><tied type="stop"/></notations></note>')}${note('A4 48', '', '<chord/>').replace('<voice>', '<tie type="stop"/><voice>').replace('</note>', '<notations><tied type="stop"/></notations></note>')}`,
    ),
  }),
  'a part in 5/8 with a change to 2/4': score({
    Tune: bars(
      `${attributes('', '<beats>3+2</beats><beat-type>8</beat-type>')}${note('C4 18', '<type>quarter</type><dot/>')}${note('D4 12')}`,
      `<attributes><time><beats>2</beats><beat-type>4</beat-type></time></attributes>${note('E4 24')}`,
    ),
  }),
}

describe('odd files that we did not write', () => {
  it.each(Object.keys(ODD))('%s: sounds here as it does in another reader', (name) => {
    const { piece } = read(ODD[name])
    expect(heardHere(piece)).toEqual(heardElsewhere(ODD[name]))
  })
  it('reads them as the specification says', () => {
    const of = (name: string) => read(ODD[name]).piece
    expect(notes(of('two voices on a staff, the lower one with a hole'), 1)).toEqual(['C4 1', 'z 2', 'G4 1'])
    expect(of('two staves').lines.map((l) => l.name)).toEqual(['Tune, staff 1', 'Tune, staff 2'])
    expect(notes(of('double sharps and flats'))).toEqual(['F##4 1', 'Bbb4 1', 'E#4 1', 'Cb5 1'])
    expect(notes(of('a clarinet in B flat'))).toEqual(['C5 2', 'E5 2'])
    expect(of('a clarinet in B flat').key.fifths).toBe(0)
    expect(of('a part in 5/8 with a change to 2/4')).toMatchObject({
      meter: { beats: 5, unit: 8, groups: [3, 2] },
      lines: [{ measures: [{}, { meter: { beats: 2, unit: 4 } }] }],
    })
  })
  it('timewise, senza misura, an unusual signature and nested tuplets', () => {
    const timewise = `<score-timewise version="3.1"><part-list>${part('P1', 'A')}${part('P2', 'B')}</part-list><measure number="1"><part id="P1">${attributes()}${note('C4 48')}</part><part id="P2">${attributes()}${note('E4 48')}</part></measure><measure number="2"><part id="P1">${note('D4 48')}</part><part id="P2">${note('F4 48')}</part></measure></score-timewise>`
    expect([notes(read(timewise).piece), notes(read(timewise).piece, 1)]).toEqual([
      ['C4 4', 'D4 4'],
      ['E4 4', 'F4 4'],
    ])
    const free = read(
      score({ T: bars(`${attributes().replace(/<time>.*<\/time>/, '<time><senza-misura/></time>')}${note('C4 12').repeat(7)}`) }),
    )
    expect(free.misfits).toEqual([])
    expect(notes(free.piece)).toHaveLength(7)
    const odd = read(
      score({
        T: bars(
          `${attributes().replace('<fifths>0</fifths>', '<key-step>F</key-step><key-alter>1</key-alter><key-step>B</key-step><key-alter>-1</key-alter>')}${note('F#4 24')}${note('Bb4 24')}`,
        ),
      }),
    )
    expect(notes(odd.piece)).toEqual(['F#4 2', 'Bb4 2'])
    expect(odd.notices.join()).toContain('unusual key signature')
    const nested = read(
      score({
        T: bars(
          `${attributes().replace('<divisions>12', '<divisions>9')}${'x'.repeat(9).replace(/x/g, note('C4 4', `<type>quarter</type>${TM(9, 4)}`))}`,
        ),
      }),
    )
    expect(notes(nested.piece)[0]).toBe('C4 4/9')
    expect(nested.misfits).toEqual([])
  })
  it('what is passed over is counted and told; what a note bears is kept', () => {
    const bearing =
      '<notations><slur type="start"/><ornaments><trill-mark/></ornaments><technical><up-bow/><fingering>3</fingering><string>2</string></technical><articulations><staccato/><scoop/></articulations><fermata/></notations><lyric><syllabic>begin</syllabic><text>Oar</text></lyric><lyric number="2"><text>two</text></lyric>'
    const r = read(
      score({
        T: bars(
          `${attributes()}<direction><direction-type><words>dolce</words></direction-type></direction><direction><direction-type><dynamics><mf/></dynamics></direction-type></direction><direction><direction-type><wedge type="crescendo"/></direction-type></direction><harmony><root><root-step>C</root-step></root><kind>major</kind></harmony>${note('C4 24', bearing)}${note('D4 24', '<notations><ornaments><trill-mark/></ornaments></notations>')}`,
        ),
      }),
    )
    expect(r.notices).toEqual([
      'left out: 1 chord symbol in measure 1',
      'left out: 1 articulation in measure 1',
      'left out: 1 syllable of another verse in measure 1',
      'left out: 1 slur that does not end in measure 1',
    ])
    expect(r.piece.lines[0].measures[0].events[0]).toMatchObject({
      bow: 'up',
      ornament: { kind: 'trill' },
      marks: ['staccato', 'fermata'],
      words: 'dolce',
      dynamic: 'mf',
      hairpin: 'crescendo',
      lyric: { text: 'Oar', joined: true },
      heads: [{ givenFinger: 3, givenString: 2 }],
    })
  })
  it('D.S. al Coda is played as printed (common practice)', () => {
    const sound = (attr: string) => `<direction><direction-type><words>x</words></direction-type><sound ${attr}/></direction>`
    const piece = read(
      score({
        T: bars(
          attributes() + note('C4 48'),
          `${sound('segno="s"')}${note('D4 48')}`,
          `${note('E4 48')}${sound('tocoda="c"')}`,
          `${note('F4 48')}${sound('dalsegno="s"')}`,
          `${sound('coda="c"')}${note('G4 48')}`,
        ),
      }),
    ).piece
    expect(unfold(piece.lines[0])).toEqual([0, 1, 2, 3, 1, 2, 4])
  })
  it('parts find their seats by name, then by clef and range', () => {
    const C = (sign: string, line: number) => `<sign>${sign}</sign><line>${line}</line>`
    const one = (p: string, clef = C('G', 2)) => bars(attributes('', undefined, clef) + note(`${p} 48`))
    const named = read(
      score({ Contrabass: one('E2', C('F', 4)), 'Violin II': one('A4'), Viola: one('C4', C('C', 3)), Violoncello: one('G2', C('F', 4)) }),
    ).piece
    expect(linesOf(matchLines(seatsOf(DEFAULT_CLASS), named))).toEqual({ violin: 1, viola: 2, cello: 3, bass: 0 })
    const plain = read(
      score({ I: one('A5'), II: one('A4'), III: one('C4', C('C', 3)), IV: one('G3', C('F', 4)), V: one('E2', C('F', 4)) }),
    ).piece
    expect(matchLines(seatsOf(DEFAULT_CLASS), plain)).toMatchObject({
      violin: { line: 0, by: 'clef' },
      viola: { line: 2 },
      cello: { line: 3 },
      bass: { line: 4 },
    })
  })
})

describe('the ways a file is packed', () => {
  const plain = score({ T: bars(attributes() + note('C4 48')) })
  const utf16 = (text: string, big: boolean) => {
    const bytes = new Uint8Array(2 * text.length + 2)
    const view = new DataView(bytes.buffer)
    view.setUint16(0, 0xfeff, !big)
    for (let i = 0; i < text.length; i++) view.setUint16(2 * i + 2, text.charCodeAt(i), !big)
    return bytes
  }
  const ok = (bytes: Uint8Array, name: string) => notes(read(bytes, name).piece)
  it('UTF-8 with and without its mark, UTF-16 either way, an old encoding that is named', () => {
    for (const bytes of [
      strToU8(plain),
      strToU8(`\uFEFF${plain}`),
      utf16(plain.replace('UTF-8', 'UTF-16'), false),
      utf16(plain.replace('UTF-8', 'UTF-16'), true),
      Uint8Array.from(plain.replace('UTF-8', 'ISO-8859-1').replace('<part-name>T', '<part-name>\u00dc'), (c) => c.charCodeAt(0)),
    ])
      expect(ok(bytes, 'x.xml')).toEqual(['C4 4'])
  })
  it('an mxl by its container, also when its name says otherwise; a zip of several', () => {
    const container = '<container><rootfiles><rootfile full-path="in/side.xml"/></rootfiles></container>'
    const mxl = zipSync({ 'META-INF/container.xml': strToU8(container), 'in/side.xml': strToU8(plain), 'other.xml': strToU8('<x/>') })
    expect(ok(mxl, 'x.mxl')).toEqual(['C4 4'])
    expect(ok(mxl, 'x.zip')).toEqual(['C4 4'])
    const items = readFile(
      'all.zip',
      zipSync({
        'a.xml': strToU8(plain),
        'b/b.abc': strToU8('X:1\nT:B\nK:D\nD8 |'),
        'c.mxl': mxl,
        'notes.txt': strToU8('hello'),
        '__MACOSX/._a.xml': strToU8('x'),
      }),
    )
    expect(items.map((i) => [i.name, i.reading.ok])).toEqual([
      ['all.zip: a.xml', true],
      ['all.zip: b.abc', true],
      ['all.zip: c.mxl', true],
    ])
  })
  it('a wrong ending is seen through and said', () => {
    const r = read(strToU8(plain), 'tune.abc')
    expect(r.notices[0]).toBe('tune.abc is MusicXML, in spite of its file ending')
    expect(readFile('tune.mid', strToU8('X:1\nK:D\nD4|'))[0].reading.ok).toBe(true)
  })
})

describe('files that are broken, huge or hostile', () => {
  const says = (bytes: Uint8Array, name = 'x.xml') => {
    const started = process.memoryUsage().rss
    const items = readFile(name, bytes)
    expect(process.memoryUsage().rss - started).toBeLessThan(512e6)
    return items.map(({ reading }) => (reading.ok ? 'ok' : reading.problems[0].text)).join('; ')
  }
  it('too large, empty, binary or cut off: a plain word of what to do', () => {
    expect(says(new Uint8Array(50_000_000))).toContain('the file is too big (50 MB, the limit is 16 MB)')
    expect(says(new Uint8Array(0))).toContain('empty')
    expect(says(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]), 'x.png')).toContain('can’t read this as music')
    expect(says(strToU8('<score-partwise><part id="P1"><measure number="1"><note>'))).toContain('not well-formed')
    expect(says(strToU8('{"format":"even-seat-piece"'), 'x.json')).toContain('not well-formed JSON')
    expect(says(strToU8('{"format":"other","piece":{}}'), 'x.json')).toContain('can’t read this piece file: format')
    expect(says(strToU8('MThd\u0000\u0000'), 'x.mid')).toContain('MIDI file is damaged')
    const zip = zipSync({ 'a.xml': strToU8('<x/>') })
    expect(says(zip.slice(0, zip.length - 12), 'x.zip')).toContain('damaged or cut off')
    expect(says(zipSync({ 'a.txt': strToU8('x') }), 'x.zip')).toContain('no music in this zip')
  })
  it('a zip that would grow without end is refused before it is unpacked', () => {
    const zeros = zipSync({ 'a.xml': new Uint8Array(LIMITS.unpacked + 1) })
    expect(zeros.length).toBeLessThan(200_000)
    expect(says(zeros, 'x.zip')).toContain('unpack to more than 64 MB')
    // One that lies about its size: the true size is not written anywhere.
    const lying = zeros.slice()
    for (let i = 0; i + 4 < lying.length; i++)
      if (lying[i] === 0x50 && lying[i + 1] === 0x4b && (lying[i + 2] === 1 || lying[i + 2] === 3)) {
        const at = i + (lying[i + 2] === 1 ? 24 : 22)
        new DataView(lying.buffer).setUint32(at, 100, true)
      }
    expect(says(lying, 'x.zip')).not.toBe('ok')
    expect(
      says(zipSync(Object.fromEntries(Array.from({ length: LIMITS.entries + 1 }, (_, i) => [`${i}.abc`, strToU8('X:1')]))), 'x.zip'),
    ).toContain('more than 500 files')
  })
  it('an abc tune without end is refused at its line, and so are the many that nobody can choose from', () => {
    expect(says(strToU8(`X:1\nT:Good\nK:C\nC8|\n\nX:2\nK:C\n${'CDEF|'.repeat(100_000)}`), 'x.abc')).toBe(
      'ok; this tune is too long (500 KB of text, the limit is 200 KB). Split it',
    )
    const many = Array.from({ length: 3000 }, (_, i) => `X:${i + 1}\nT:a\nK:C\nCDEF|\n`).join('\n')
    const items = readFile('x.abc', strToU8(many))
    expect(items).toHaveLength(LIMITS.entries + 1)
    expect(items[0].reading).toMatchObject({
      ok: false,
      problems: [{ text: '2500 tunes beyond the first 500 were not read. Split the file' }],
    })
    expect(says(strToU8(`X:1\nK:C\n${'C8|'.repeat(2500)}`), 'x.abc')).toBe(
      'this piece has 2500 measures. This is longer than the limit of 2000. Split it',
    )
  })
  it('names that point elsewhere are only names', () => {
    const items = readFile('x.zip', zipSync({ '../../etc/evil.abc': strToU8('X:1\nT:E\nK:D\nD8|') }))
    expect(items.map((i) => i.name)).toEqual(['x.zip: evil.abc'])
  })
  it('entities are neither expanded nor fetched; elements nested or multiplied without end are refused', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE z [<!ENTITY a "${'a'.repeat(1000)}">${Array.from({ length: 9 }, (_, i) => `<!ENTITY b${i} "${`&${i ? `b${i - 1}` : 'a'};`.repeat(10)}">`).join('')}]><score-partwise>&b8;</score-partwise>`
    expect(says(strToU8(bomb))).toContain('not well-formed')
    expect(says(strToU8('<!DOCTYPE z [<!ENTITY x SYSTEM "file:///etc/passwd">]><score-partwise>&x;</score-partwise>'))).toContain(
      'not well-formed',
    )
    expect(says(strToU8('<a>'.repeat(500_000)))).toContain('nested more than')
    expect(says(strToU8(`<score-partwise>${'<a/>'.repeat(1_500_000)}</score-partwise>`))).toContain('million elements')
  })
})

describe('what is odd in one place does not refuse the rest', () => {
  it('a length that no note has is written as the nearest, and where is said', () => {
    const long = (n: string, more = '') => n.replace('</note>', `${more}</note>`)
    const text = score({
      A: bars(
        attributes() + note('D4 48'),
        // 7/12 and 5/12 of a quarter have no value; a rest of such a length neither.
        note('D4 7') + note('E4 5') + note('r 11') + note('F4 13') + note('G4 12'),
        long(note('A4 48')),
      ),
    })
    const r = read(text)
    expect(notes(r.piece)[0]).toBe('D4 4')
    expect(notes(r.piece).at(-1)).toBe('A4 4')
    expect(new Set(notes(r.piece).map((n) => n.split(' ')[0]))).toEqual(new Set(['D4', 'E4', 'z', 'F4', 'G4', 'A4']))
    expect(r.notices.join()).toMatch(/length that no note has \(the nearest is written\).*measure 2/)
  })
  it('a maxima is read as tied breves, a 1024th as the shortest note there is', () => {
    const maxima = `<note><pitch><step>D</step><octave>4</octave></pitch><duration>384</duration><voice>1</voice><type>maxima</type></note>`
    const r = read(score({ A: bars(attributes('', '<beats>32</beats><beat-type>4</beat-type>') + maxima) }))
    const lengths = notes(r.piece).map((n) => n.split(' '))
    expect(lengths.every(([pitch]) => pitch === 'D4')).toBe(true)
    expect(lengths.reduce((sum, [, l]) => sum + Number(l), 0)).toBe(32)
    expect(r.piece.lines[0].measures[0].events.slice(0, -1).every((e) => e.kind === 'note' && e.heads[0].tie)).toBe(true)
    const tiny = `<note><pitch><step>E</step><octave>4</octave></pitch><duration>7</duration><voice>1</voice><type>1024th</type><dot/></note>`
    const fine = score({
      A: bars(attributes().replace('>12<', '>1024<') + tiny + '<note><rest/><duration>4089</duration><voice>1</voice></note>'),
    })
    const read2 = read(fine)
    expect(notes(read2.piece)[0]).toMatch(/^E4 1\//)
  })
  it('a container that lists a picture first', () => {
    const xml = score({ A: bars(attributes() + note('D4 48')) })
    const container =
      '<container><rootfiles><rootfile full-path="score.pdf" media-type="application/pdf"/><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>'
    const zip = zipSync({
      'META-INF/container.xml': strToU8(container),
      'score.pdf': strToU8('%PDF-1.4 no notes'),
      'score.musicxml': strToU8(xml),
    })
    expect(notes(read(zip, 'x.mxl').piece)).toEqual(['D4 4'])
  })
  it('a score in a zip that was changed by one bit is refused, not read wrongly', () => {
    const xml = strToU8(score({ A: bars(attributes() + note('A4 48')) }))
    const zip = zipSync({ 'score.musicxml': xml }, { level: 0 })
    const at = Buffer.from(zip).indexOf('<step>A') + 6
    // A is 41, D is 44 in hexadecimal: two bits, as in a damaged copy.
    zip[at] ^= 0x05
    const [{ reading }] = readFile('x.mxl', zip)
    expect(reading.ok ? 'read' : reading.problems[0].text).toContain('damaged')
  })
})

describe('a measure that a repeat cuts in two (common practice: one measure in the count)', () => {
  const ABC = 'X:1\nT:Cut\nM:3/4\nL:1/4\nK:G\nd | G A B | A2 :| d | B A B | G3 |]\n'
  const read = (name: string, text: string) => {
    const { reading } = readFile(name, new TextEncoder().encode(text))[0]
    if (!reading.ok) throw new Error(JSON.stringify(reading.problems))
    return reading
  }
  it('has one number, no misfit, and its second half begins on the third beat', () => {
    const { piece, misfits } = read('cut.abc', ABC)
    const [line] = piece.lines
    expect(line.measures.map((m) => m.number)).toEqual(['0', '1', '2', '2', '3', '4'])
    expect(misfits).toEqual([])
    expect(placeMeasures(piece, line).map((m) => m.lead / QUARTER)).toEqual([2, 0, 0, 2, 0, 0])
  })
  it('comes back from MusicXML as it was', () => {
    const { piece } = read('cut.abc', ABC)
    const xml = writeMusicXml(piece, partsOfPiece(piece))
    expect(xml.match(/implicit="yes"/g)).toHaveLength(2)
    expect(read('cut.musicxml', xml).piece.lines[0].measures.map((m) => [m.number, m.pickup])).toEqual(
      piece.lines[0].measures.map((m) => [m.number, m.pickup]),
    )
  })
})
