const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B']

/** A made-up tune in D major as MusicXML: alternately quarters and slurred eighths, by a fixed walk over two octaves. */
export function tuneXml(bars: number): string {
  let seed = 7
  const random = (n: number) => {
    seed = (seed * 16807) % 2147483647
    return seed % n
  }
  let height = 29 // letter steps above C0: D4
  const note = (duration: number, type: string, slur: string) => {
    height = Math.min(39, Math.max(26, height + random(5) - 2))
    const step = STEPS[height % 7]
    const sharp = step === 'F' || step === 'C' ? '<alter>1</alter>' : ''
    const notations = slur ? `<notations><slur type="${slur}" number="1"/></notations>` : ''
    return `<note><pitch><step>${step}</step>${sharp}<octave>${Math.floor(height / 7)}</octave></pitch><duration>${duration}</duration><voice>1</voice><type>${type}</type>${notations}</note>`
  }
  const measures = Array.from({ length: bars }, (_, i) => {
    const attributes = i
      ? ''
      : '<attributes><divisions>2</divisions><key><fifths>2</fifths><mode>major</mode></key><time><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef></attributes>'
    const notes =
      i % 2
        ? Array.from({ length: 8 }, (_, n) => note(1, 'eighth', n % 4 === 0 ? 'start' : n % 4 === 3 ? 'stop' : ''))
        : Array.from({ length: 4 }, () => note(2, 'quarter', ''))
    return `<measure number="${i + 1}">${attributes}${notes.join('\n')}</measure>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise version="4.0"><work><work-title>Bench</work-title></work><part-list><score-part id="P1"><part-name>Line</part-name></score-part></part-list><part id="P1">\n${measures.join('\n')}\n</part></score-partwise>\n`
}
