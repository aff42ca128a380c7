'use client'

import { Ruler } from 'lucide-react'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi } from '@/api/address'
import { type StripAsk } from '@/api/tapes'
import { instrumentNamed } from '@/core/seats/seat'
import { type Talk } from '@/core/plan/talk'
import { stripSheet } from '@/core/tapes/strip'
import { stripFor } from '@/formats/strips'
import { BackLink } from '@/ui/kit/BackLink'
import { buttonLook } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { StripDrawing } from './StripDrawing'
import { usual } from './usual'
import { Who } from './Who'
import { Places } from './Places'

/** The address of a file of strips. */
const fileOf = (of: string, as: 'pdf' | 'svg', paper: string, strips: readonly StripAsk[]): string =>
  classApi(of, `/tapes?${new URLSearchParams({ as, paper, strips: JSON.stringify(strips) }).toString()}`)

type Props = { all: readonly { name: string; instrument: string; length: number }[]; talk: Pick<Talk, 'tapes' | 'names'> }

/** Where tapes go: for each instrument and size how far from the nut, and strips to be laid along the fingerboard. */
export function TapesView({ all: start, talk }: Props) {
  const of = useClassId()
  const [all, setAll] = useState<readonly StripAsk[]>(() => start.map((s) => ({ ...usual(s.name, s.instrument), length: s.length })))
  const [picked, setPicked] = useState(0)
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4')
  const at = Math.min(picked, all.length - 1)
  const change = (i: number, by: Partial<StripAsk>) => setAll(all.map((s, n) => (n === i ? { ...s, ...by } : s)))
  const here = all[at]
  return (
    <div className="flex min-h-screen flex-col">
      <header className="bar">
        <BackLink />
        <h1 className="font-title text-lead">Tapes</h1>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          <Choice
            label="Paper"
            value={paper}
            onChange={setPaper}
            options={[
              ['a4', 'A4'],
              ['letter', 'Letter'],
            ]}
          />
          <a href={fileOf(of, 'pdf', paper, all)} download className={buttonLook('filled')}>
            <Ruler size={16} aria-hidden /> {all.length === 1 ? 'The strip' : `All ${all.length} strips`} as PDF
          </a>
          <a href={fileOf(of, 'svg', paper, all)} download className={buttonLook()}>
            as SVG
          </a>
          <ThemeButton />
        </div>
      </header>
      <main className="grid grow grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 px-5 py-4 lg:grid-cols-[330px_minmax(0,1fr)_250px]">
        <Who all={all} picked={at} pick={setPicked} change={change} setAll={setAll} />
        <Places ask={here} talk={talk} change={(by) => setAll(all.map((s) => (s.instrument === here.instrument ? { ...s, ...by } : s)))} />
        <section aria-labelledby="strip">
          <h2 id="strip" className="font-title text-lg">
            The strip
          </h2>
          <p className="mb-2 text-fine text-soft">Smaller here. The print is actual size, with two bars to check it.</p>
          <StripDrawing
            page={stripSheet([stripFor(here, talk.tapes)])}
            name={`Strip of ${here.name || instrumentNamed(here.instrument).name}`}
          />
        </section>
      </main>
    </div>
  )
}
