import { readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { pitchName } from '@/core/music/pitch'
import { quarters } from '@/core/music/time'
import { hairpinsOf } from '@/core/piece/loudness'
import type { Piece } from '@/core/piece/piece'
import { placeEvents } from '@/core/piece/walk'
import { readMusicXml } from './read'

const ATTRIBUTES =
  '<attributes><divisions>6</divisions><key><fifths>1</fifths></key><time><beats>2</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef></attributes>'
const score = (measures: string, head = '') => `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0">${head}<part-list><score-part id="P1"><part-name>Tune</part-name></score-part></part-list>
<part id="P1">
${measures}
</part></score-partwise>`
const note = (step: string, octave: number, duration: number, type: string, more = '', before = '') =>
  `<note>${before}<pitch><step>${step[0]}</step>${step[1] === '#' ? '<alter>1</alter>' : step[1] === 'b' ? '<alter>-1</alter>' : ''}<octave>${octave}</octave></pitch><duration>${duration}</duration><voice>1</voice><type>${type}</type>${more}</note>`

function read(xml: string): Piece {
  const r = readMusicXml(xml)
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  return r.piece
}
const notes = (piece: Piece, line = 0) =>
  placeEvents(piece, piece.lines[line]).map(
    (e) => `${e.event.kind === 'note' ? e.event.heads.map((h) => pitchName(h.pitch)).join('+') : 'z'} ${quarters(e.ticks)}`,
  )
const trouble = (xml: string) => {
  const r = readMusicXml(xml)
  return r.ok ? [] : r.problems
}
const bar = (n: number | string, inside: string, attrs = '') => `<measure number="${n}"${attrs}>${inside}</measure>`

// Source of the expected readings: the W3C MusicXML 4.0 specification (element reference).
describe('MusicXML', () => {
  it('takes what stands at any head of a chord for the chord', () => {
    const on = (inside: string) => `<notations>${inside}</notations>`
    const piece = read(
      score(
        bar(
          1,
          ATTRIBUTES +
            note('D', 4, 12, 'half', on('<articulations><staccato/></articulations>')) +
            note(
              'A',
              4,
              12,
              'half',
              on('<technical><up-bow/></technical><articulations><accent/></articulations><ornaments><trill-mark/></ornaments>'),
              '<chord/>',
            ),
        ),
      ),
    )
    const [chord] = piece.lines[0].measures[0].events
    expect(chord).toMatchObject({ bow: 'up', marks: ['staccato', 'accent'], ornament: { kind: 'trill' } })
    expect(chord.kind === 'note' && chord.heads).toHaveLength(2)
  })
  it('reads ornaments with their small signs, strokes through stems, slides and the left hand; of two notes a tremolo is told', () => {
    const on = (inside: string) => `<notations>${inside}</notations>`
    const r = readMusicXml(
      score(
        bar(
          1,
          ATTRIBUTES +
            note(
              'D',
              4,
              3,
              'eighth',
              on('<ornaments><trill-mark/><accidental-mark>sharp</accidental-mark><wavy-line type="start"/></ornaments>'),
            ) +
            note('E', 4, 3, 'eighth', on('<ornaments><mordent/><tremolo type="single">3</tremolo></ornaments>')) +
            note('F#', 4, 3, 'eighth', on('<ornaments><inverted-turn/></ornaments><slide type="start" number="1"/>')) +
            note(
              'G',
              4,
              3,
              'eighth',
              on(
                '<slide type="stop" number="1"/><technical><stopped/></technical><ornaments><tremolo type="start">2</tremolo></ornaments>',
              ),
            ),
        ),
      ),
    )
    if (!r.ok) throw new Error('refused')
    const said = r.piece.lines[0].measures[0].events.map((e) =>
      e.kind === 'note' ? { ornament: e.ornament, tremolo: e.tremolo, marks: e.marks } : {},
    )
    expect(said).toEqual([
      { ornament: { kind: 'trill', upper: 1 }, tremolo: undefined, marks: undefined },
      { ornament: { kind: 'mordent' }, tremolo: 3, marks: undefined },
      { ornament: { kind: 'inverted turn' }, tremolo: undefined, marks: ['glissando'] },
      { ornament: undefined, tremolo: undefined, marks: ['stopped'] },
    ])
    expect(r.notices).toEqual(['left out: 1 tremolo between two notes in measure 1'])
  })
  it('reads pitches, lengths, chords, rests and the key', () => {
    const piece = read(
      score(
        bar(1, ATTRIBUTES + note('D', 4, 6, 'quarter') + note('A', 4, 6, 'quarter') + note('F#', 5, 6, 'quarter', '', '<chord/>')) +
          bar(2, `<note><rest/><duration>3</duration><type>eighth</type></note>${note('Bb', 3, 9, 'quarter', '<dot/>')}`),
      ),
    )
    expect(notes(piece)).toEqual(['D4 1', 'A4+F#5 1', 'z 1/2', 'Bb3 3/2'])
    expect(piece).toMatchObject({ key: { fifths: 1, mode: 'major' }, meter: { beats: 2, unit: 4 }, title: 'Untitled' })
  })
  it('a hairpin ends with the note before its sign, over the barline too; a sign that ends nothing is no harm', () => {
    const wedge = (type: string) => `<direction><direction-type><wedge type="${type}"/></direction-type></direction>`
    const quarter = (step: string) => note(step, 4, 6, 'quarter')
    const [line] = read(
      score(
        bar(1, ATTRIBUTES + quarter('D') + wedge('crescendo') + quarter('E')) +
          bar(2, wedge('stop') + quarter('G') + wedge('diminuendo') + quarter('A') + wedge('stop') + wedge('stop')),
      ),
    ).lines
    const at = (id: string) => line.measures.flatMap((m) => m.events).findIndex((e) => e.id === id)
    expect(hairpinsOf(line).map((h) => [h.kind, at(h.from), at(h.to)])).toEqual([
      ['crescendo', 1, 1],
      ['diminuendo', 3, 3],
    ])
  })
  it('triplets, ties, slurs, bows, fingers and strings', () => {
    const tm = '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>'
    const piece = read(
      score(
        bar(
          1,
          ATTRIBUTES +
            note('D', 4, 2, 'eighth', `${tm}<notations><tuplet type="start"/><slur type="start" number="1"/></notations>`) +
            note('E', 4, 2, 'eighth', tm) +
            note('F#', 4, 2, 'eighth', `${tm}<notations><tuplet type="stop"/><slur type="stop" number="1"/></notations>`) +
            note(
              'G',
              4,
              6,
              'quarter',
              '<tie type="start"/><notations><tied type="start"/><technical><up-bow/><fingering>3</fingering><string>3</string></technical></notations>',
            ),
        ) + bar(2, note('G', 4, 12, 'half', '<tie type="stop"/>')),
      ),
    )
    const [line] = piece.lines
    expect(notes(piece)).toEqual(['D4 1/3', 'E4 1/3', 'F#4 1/3', 'G4 1', 'G4 2'])
    expect(line.slurs).toEqual([{ from: line.measures[0].events[0].id, to: line.measures[0].events[2].id }])
    expect(line.measures[0].events[3]).toMatchObject({ bow: 'up', heads: [{ tie: true, givenFinger: 3, givenString: 3 }] })
  })
  it('pickup, repeats and endings', () => {
    const piece = read(
      score(
        bar(0, ATTRIBUTES + note('D', 4, 6, 'quarter'), ' implicit="yes"') +
          bar(1, `<barline location="left"><repeat direction="forward"/></barline>${note('E', 4, 12, 'half')}`) +
          bar(
            2,
            `<barline location="left"><ending number="1" type="start"/></barline>${note('F#', 4, 12, 'half')}<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline>`,
          ) +
          bar(
            3,
            `<barline location="left"><ending number="2" type="start"/></barline>${note('G', 4, 12, 'half')}<barline location="right"><bar-style>light-heavy</bar-style><ending number="2" type="discontinue"/></barline>`,
          ),
      ),
    )
    expect(
      piece.lines[0].measures.map(({ number, pickup, repeatStart, repeatEnd, ending }) => ({
        number,
        pickup,
        repeatStart,
        repeatEnd,
        ending,
      })),
    ).toMatchObject([
      { number: '0', pickup: true },
      { number: '1', repeatStart: true },
      { number: '2', ending: [1], repeatEnd: 2 },
      { number: '3', ending: [2] },
    ])
  })
  it('each voice is a line, the top one first; grace notes stay at their note', () => {
    const second = note('C', 4, 12, 'half').replace('<voice>1</voice>', '<voice>2</voice>')
    const r = readMusicXml(
      score(
        bar(1, `${ATTRIBUTES + note('D', 5, 12, 'half')}<backup><duration>12</duration></backup>${second}`) +
          bar(2, `<note><grace/><pitch><step>A</step><octave>4</octave></pitch><type>eighth</type></note>${note('G', 4, 12, 'half')}`),
      ),
    )
    if (!r.ok) throw new Error(r.problems[0].text)
    expect(r.piece.lines.map((l) => l.name)).toEqual(['Tune, voice 1', 'Tune, voice 2'])
    expect(notes(r.piece)).toEqual(['D5 2', 'G4 2'])
    expect(notes(r.piece, 1)).toEqual(['C4 2', 'z 2'])
    expect(r.piece.lines[0].measures[1].events[0]).toMatchObject({
      graces: [{ heads: [{ pitch: { letter: 'A', alter: 0, octave: 4 } }], base: 'eighth' }],
    })
    expect(r.notices).toEqual(['Tune has 2 voices: each is a line of its own, and seats begin on the top one'])
  })
  it('silence that the voice does not write is filled with rests', () => {
    expect(notes(read(score(bar(1, `${ATTRIBUTES}<forward><duration>6</duration></forward>${note('D', 5, 6, 'quarter')}`))))).toEqual([
      'z 1',
      'D5 1',
    ])
  })
  it('a part that sounds an octave lower is read as it sounds', () => {
    expect(
      notes(
        read(
          score(
            bar(
              1,
              ATTRIBUTES.replace(
                '</attributes>',
                '<transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose></attributes>',
              ) + note('D', 4, 12, 'half'),
            ),
          ),
        ),
      ),
    ).toEqual(['D3 2'])
  })
  it('two parts are two lines, a shorter one filled with rests', () => {
    const two = score(bar(1, ATTRIBUTES + note('D', 4, 12, 'half')) + bar(2, note('E', 4, 12, 'half'))).replace(
      '</part></score-partwise>',
      `</part><part id="P2">${bar(1, ATTRIBUTES + note('G', 3, 12, 'half'))}</part></score-partwise>`,
    )
    const piece = read(two)
    expect(piece.lines).toHaveLength(2)
    expect(notes(piece, 1)).toEqual(['G3 2', 'z 2'])
  })
  it('parts of one name, two of them short, keep their ids apart', () => {
    const long = score(bar(1, ATTRIBUTES + note('D', 4, 12, 'half')) + bar(2, note('E', 4, 12, 'half')))
    const short = (id: string) => `<part id="${id}">${bar(1, ATTRIBUTES + note('G', 3, 12, 'half'))}</part>`
    const three = long
      .replace(
        '</part-list>',
        '<score-part id="P2"><part-name>Tune</part-name></score-part><score-part id="P3"><part-name>Tune</part-name></score-part></part-list>',
      )
      .replace('</part></score-partwise>', `</part>${short('P2')}${short('P3')}</score-partwise>`)
    expect(read(three).lines.map((l) => [l.name, l.measures.length])).toEqual([
      ['Tune', 2],
      ['Tune', 2],
      ['Tune', 2],
    ])
  })
  it('entities stand for their signs and nothing else', () => {
    expect(read(score(bar(1, ATTRIBUTES + note('D', 4, 12, 'half')), '<work><work-title>Salt &amp; Oar</work-title></work>')).title).toBe(
      'Salt & Oar',
    )
  })
  it('reads the demonstration file', () => {
    const piece = read(readFileSync(path.resolve('demo/sixteen-steps-to-the-quay.musicxml'), 'utf8'))
    expect(piece).toMatchObject({ title: 'Sixteen Steps to the Quay', tempo: 80, key: { fifths: 0, mode: 'minor' } })
    expect(piece.lines[0].measures).toHaveLength(16)
  })
})

describe('MusicXML that cannot be read', () => {
  it('broken XML is refused at its line', () => {
    const [p] = trouble('<score-partwise>\n<part>\n</score-partwise>')
    expect(p.line).toBe(3)
    expect(p.text).toContain('not well-formed')
  })
  it('other XML and empty scores', () => {
    expect(trouble('<html></html>')[0].text).toContain('not MusicXML')
    expect(trouble('<score-timewise/>')[0].text).toContain('no part')
    expect(trouble('<score-partwise/>')[0].text).toContain('no part')
    expect(trouble('')[0].text).toBeTruthy()
  })
  it('a measure that holds too much is kept and named with its line', () => {
    const r = readMusicXml(score(`${bar(1, ATTRIBUTES + note('D', 4, 12, 'half'))}\n${bar(2, note('E', 4, 18, 'half', '<dot/>'))}`))
    expect(r.ok && r.misfits).toMatchObject([{ line: 5, text: expect.stringContaining('measure 2 of 2/4 holds 3 quarters') as string }])
    expect(r.ok && notes(r.piece)).toEqual(['D4 2', 'E4 3'])
  })
  it('a bad letter or octave is refused at its line', () => {
    const bad = (inside: string) => trouble(score(bar(7, ATTRIBUTES + inside)))[0]
    expect(bad(note('H', 4, 6, 'quarter'))).toMatchObject({
      line: 4,
      text: expect.stringContaining('measure 7: “H4” is not a pitch') as string,
    })
    expect(bad(note('C', 12, 6, 'quarter')).text).toContain('nobody can hear this pitch')
  })
  it('tags nested without end are refused, not thrown', () => {
    const deep = `<score-partwise>${'<a>'.repeat(20_000)}${'</a>'.repeat(20_000)}</score-partwise>`
    expect(trouble(deep)[0]).toMatchObject({ line: 1, text: expect.stringContaining('nested more than 64 deep') as string })
  })
  it('defines no entity and expands none', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE lolz [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>${score(bar(1, ATTRIBUTES + note('D', 4, 12, 'half')), '<work><work-title>&b;</work-title></work>').replace(/^<\?xml.*\?>\n/, '')}`
    expect(trouble(bomb)[0].text).toContain('not well-formed')
    const outside = bomb.replace(/<!DOCTYPE.*\]>/, '<!DOCTYPE x [<!ENTITY b SYSTEM "file:///etc/hostname">]>')
    expect(trouble(outside)[0].text).toContain('not well-formed')
  })
})

it('printed lines begin where the page breaks', () => {
  const breaks = ['', '<print/>', '<print new-system="yes"/>', '<print new-page="yes"/>', '<print new-system="no"/>']
  const r = readMusicXml(score(breaks.map((p, i) => bar(i + 1, p + (i ? '' : ATTRIBUTES) + note('D', 4, 12, 'half'))).join('')))
  expect(r.ok && r.piece.lines[0].measures.flatMap((m) => (m.newLine ? [m.number] : []))).toEqual(['3', '4'])
})
