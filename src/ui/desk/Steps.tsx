import Link from 'next/link'

type Step = 'write' | 'map' | 'hand-out'

/** The steps of the work in the teacher's order. */
export function Steps({ id, here }: { id: string; here: Step | 'history' }) {
  const steps: { step: Step; name: string; href: string }[] = [
    { step: 'write', name: 'Write', href: `/pieces/${id}/write` },
    { step: 'map', name: 'Map', href: `/pieces/${id}` },
    { step: 'hand-out', name: 'Hand out', href: `/pieces/${id}/print?seat=violin` },
  ]
  return (
    <nav aria-label="Steps" className="flex gap-1">
      {steps.map((s) => (
        <Link
          key={s.step}
          href={s.href}
          aria-current={s.step === here ? 'page' : undefined}
          className={`border-b-[3px] px-2 py-1 ${s.step === here ? 'border-rosin font-semibold' : 'border-transparent hover:border-rule'}`}
        >
          {s.name}
        </Link>
      ))}
    </nav>
  )
}
