'use client'

import { useClassId } from '@/ui/kit/InClass'
import Link from 'next/link'
import type { MouseEvent } from 'react'
import { stepInPlace } from '@/ui/session/useAddress'
import { DESK_STEPS } from './list'
import type { Step } from './step'

/** The way to a step; a page that prints goes on with the passage that is picked. */
export const pathTo = (step: Step, of: string, id: string, along: string): string =>
  step.id === 'hand-out' && along ? `${step.path(of, id)}?${along}` : step.path(of, id)

/**
 * The steps of the work in the teacher's order. On the desk, `within` says that its steps change in place, so that what
 * is picked and what can be undone stays.
 */
type Props = {
  id: string
  here: string
  within?: boolean
  /** What a page of its own is told of the place one comes from: "p=5~8", the passage that is picked. */
  along?: string
}

export function StepsNav({ id, here, within = false, along = '' }: Props) {
  const of = useClassId()
  const inPlace = (href: string) => (e: MouseEvent) => {
    if (e.ctrlKey || e.metaKey || e.shiftKey || e.button !== 0) return
    e.preventDefault()
    stepInPlace(href)
  }
  return (
    <nav aria-label="Steps" className="flex gap-0.5 max-lg:flex-wrap">
      {DESK_STEPS.map((s) => (
        <Link
          key={s.id}
          href={pathTo(s, of, id, along)}
          onClick={within && s.desk ? inPlace(s.path(of, id)) : undefined}
          aria-current={s.id === here ? 'page' : undefined}
          title={`${s.name} ( ${s.key} )`}
          className={`border-b-[3px] px-2 py-1 whitespace-nowrap lg:max-2xl:px-1.5 lg:max-xl:px-0.5 lg:max-xl:text-sm ${s.id === here ? 'border-pick font-semibold' : 'border-transparent hover:border-rule'}`}
        >
          {s.name}
        </Link>
      ))}
    </nav>
  )
}
