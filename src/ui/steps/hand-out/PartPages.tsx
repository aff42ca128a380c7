import { capital } from '@/core/names'
import type { PrintedPart } from '@/api/protocol'
import type { Paper } from '@/engrave/toolkit'

type Props = { title: string; part: PrintedPart; paper: Paper; fingers: boolean }

/** Paper as the browser prints it; a hair under its height, or a full page would push out a blank one. */
const SIZE: Record<Paper, { css: string; width: string; height: string; print: string }> = {
  a4: { css: 'A4', width: '210mm', height: '297mm', print: '296.6mm' },
  letter: { css: 'letter', width: '215.9mm', height: '279.4mm', print: '279mm' },
}

/** A part as pages: title and seat at the head, the music, the page number at the foot. */
export function PartPages({ title, part, paper, fingers }: Props) {
  const size = SIZE[paper]
  const { pages, seat, arrows, positions, book, composer, tempo } = part
  const legend = [
    ...(fingers ? ['0 open string'] : []),
    ...(fingers && arrows ? (seat.byLetter ? ['↓ low finger, ↑ high finger'] : ['↓ finger reached back, ↑ forward']) : []),
    ...(positions ? ['Roman numeral: position'] : []),
  ]
  return (
    <main className="pages">
      <style>{`
        @page { size: ${size.css} portrait; margin: 0 }
        .page { width: ${size.width}; height: ${size.height} }
        @media print { .page { height: ${size.print} } }
      `}</style>
      {pages.map((svg, i) => (
        <section key={i} className="page" aria-label={`Page ${i + 1} of ${pages.length}`}>
          <header className={i === 0 ? 'head first' : 'head'}>
            <span className="seat">
              {seat.name}
              {i === 0 && book && <span className="book">{capital(book)}</span>}
            </span>
            {i === 0 ? <h1>{title}</h1> : <p className="running">{title}</p>}
            <span className="side">{i === 0 ? [composer, tempo ?? ''].filter(Boolean).join(' · ') : ''}</span>
          </header>
          <div className="music score" dangerouslySetInnerHTML={{ __html: svg }} />
          <footer>
            <span>{i === 0 ? legend.join(' · ') : ''}</span>
            <span>
              {i + 1} / {pages.length}
            </span>
          </footer>
        </section>
      ))}
    </main>
  )
}
