'use client'

import Link from 'next/link'
import type { MouseEvent } from 'react'
import { stepPath, type DeskStep } from './steps'

type Step = DeskStep | 'write' | 'hand-out'

/**
 * The steps of the work in the teacher's order. On the desk, `within` says that its steps change in place, so that what
 * is picked and what can be undone stays.
 */
export function Steps({ id, here, within = false }: { id: string; here: Step | 'history'; within?: boolean }) {
  const steps: { step: Step; name: string; href: string; desk?: true }[] = [
    { step: 'write', name: 'Write', href: `/pieces/${id}/write` },
    { step: 'read', name: 'Read', href: stepPath(id, 'read'), desk: true },
    { step: 'map', name: 'Map', href: stepPath(id, 'map'), desk: true },
    { step: 'level', name: 'Level', href: stepPath(id, 'level'), desk: true },
    { step: 'hand-out', name: 'Hand out', href: `/pieces/${id}/print` },
  ]
  const inPlace = (href: string) => (e: MouseEvent) => {
    if (e.ctrlKey || e.metaKey || e.shiftKey || e.button !== 0) return
    e.preventDefault()
    window.history.pushState(null, '', href)
  }
  return (
    <nav aria-label="Steps" className="flex gap-0.5">
      {steps.map((s) => (
        <Link
          key={s.step}
          href={s.href}
          onClick={within && s.desk ? inPlace(s.href) : undefined}
          aria-current={s.step === here ? 'page' : undefined}
          className={`border-b-[3px] px-2 py-1 ${s.step === here ? 'border-rosin font-semibold' : 'border-transparent hover:border-rule'}`}
        >
          {s.name}
        </Link>
      ))}
    </nav>
  )
}
