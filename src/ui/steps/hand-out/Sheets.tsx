import type { SheetQuery } from '@/api/handOut'
import { sheetParams } from '@/api/handOut'
import { SHEETS } from '@/core/sheets/kinds'
import type { SheetState } from './useSheets'

type Paper = SheetQuery['paper']

/** Paper as the browser prints it; a hair under its height, or a full page would push out a blank one. */
const SIZE: Record<Paper, { css: string; width: string; height: string; print: string }> = {
  a4: { css: 'A4', width: '210mm', height: '297mm', print: '296.6mm' },
  letter: { css: 'letter', width: '215.9mm', height: '279.4mm', print: '279mm' },
}

/** "Violin", or what else it is: "Call sheet: Two Barges, Violin". */
const labelOf = ({ whole, title, name }: { whole?: true; title: string; name: string }): string => (whole ? `${title}, ${name}` : name)

const nameOf = ({ what, seat }: SheetQuery, names: ReadonlyMap<string | null, string>): string =>
  `${what === 'part' ? 'The sheet' : SHEETS[what].name} for ${names.get(seat)}`

/** The sheets as they are printed: title and seat at the head, the music, page numbers at the foot. */
export function Sheets({
  paper,
  sheets,
  names,
}: {
  paper: Paper
  sheets: readonly SheetState[]
  names: ReadonlyMap<string | null, string>
}) {
  const size = SIZE[paper]
  return (
    <div className="pages">
      <style>{`
        @page { size: ${size.css} portrait; margin: 0 }
        .page { width: ${size.width}; height: ${size.height} }
        @media print { .page { height: ${size.print} } }
      `}</style>
      {sheets.map(({ query, made }) =>
        made?.ok ? (
          made.sheet.pages.map((svg, i) => (
            <section
              key={`${sheetParams(query)} ${i}`}
              className="page"
              aria-label={`${labelOf(made.sheet)}, page ${i + 1} of ${made.sheet.pages.length}`}
            >
              {made.sheet.whole ? (
                <div className="whole score" dangerouslySetInnerHTML={{ __html: svg }} />
              ) : (
                <>
                  <header className={i === 0 ? 'head first' : 'head'}>
                    <span className="seat">
                      {made.sheet.name}
                      {i === 0 && made.sheet.book && <span className="book">{made.sheet.book}</span>}
                    </span>
                    {i === 0 ? <h2>{made.sheet.title}</h2> : <p className="running">{made.sheet.title}</p>}
                    <span className="side">{i === 0 ? made.sheet.side : ''}</span>
                  </header>
                  <div className="music score" dangerouslySetInnerHTML={{ __html: svg }} />
                  <footer>
                    <span>{i === 0 ? made.sheet.legend : ''}</span>
                    <span>
                      {i + 1} / {made.sheet.pages.length}
                    </span>
                  </footer>
                </>
              )}
            </section>
          ))
        ) : (
          <p key={sheetParams(query)} role={made ? 'alert' : 'status'} className="not-printed p-8 text-center">
            {made ? `${nameOf(query, names)} didn’t work. ${made.problem}` : `Making ${nameOf(query, names).replace(/^The /, 'the ')} …`}
          </p>
        ),
      )}
    </div>
  )
}
