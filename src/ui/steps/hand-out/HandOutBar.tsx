'use client'

import { Download, Printer } from 'lucide-react'
import { count } from '@/core/count'
import { BackLink } from '@/ui/kit/BackLink'
import { Button, buttonLook } from '@/ui/kit/Button'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { StepsNav } from '@/ui/steps/StepsNav'

type Props = { id: string; title: string; pages: number; making: boolean; students: boolean; file: string | null }

/** The bar above the paper: where one is, and the two ways out of it. It is not printed. */
export function HandOutBar({ id, title, pages, making, students, file }: Props) {
  return (
    <header className="not-printed bar sticky top-0 z-20">
      <BackLink />
      <p className="min-w-0 truncate font-title text-lead" title={title}>
        {title}
      </p>
      <StepsNav id={id} here="hand-out" />
      <div className="ml-auto flex items-center gap-1.5">
        {file ? (
          <a className={buttonLook('plain')} href={file} download>
            <Download size={17} aria-hidden /> {students ? 'One PDF for each student' : 'Save as PDF'}
          </a>
        ) : null}
        <Button kind="filled" disabled={making || pages === 0} onClick={() => window.print()}>
          <Printer size={17} aria-hidden /> Print{pages === 0 ? '' : ` ${count(pages, 'page')}`}
        </Button>
        <ThemeButton />
      </div>
    </header>
  )
}
