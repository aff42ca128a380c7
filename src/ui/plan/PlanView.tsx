'use client'

import { CalendarDays, Printer, Table2, Undo2 } from 'lucide-react'
import Link from 'next/link'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { classApi, classPage } from '@/api/address'
import { BackLink } from '@/ui/kit/BackLink'
import { Button, buttonLook } from '@/ui/kit/Button'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { AimLog } from './AimLog'
import { Days } from './Days'
import { HowItGoes } from './HowItGoes'
import { Problem } from './Problem'
import { SettingsForm } from './SettingsForm'
import { usePlan } from './usePlan'

/** The plan of the class over the days: what is practised when, one tap for how it went, and what is sure by now. */
export function PlanView() {
  const of = useClassId()
  const work = usePlan()
  const { plan, trouble, last, today, busy } = work
  return (
    <div className="flex min-h-screen flex-col">
      <header className="bar">
        <BackLink />
        <h1 className="font-title text-lead">Practice plan</h1>
        <div className="ml-auto flex flex-wrap items-center gap-1.5">
          {last && (
            <Button size="small" disabled={busy} onClick={() => void work.undo()}>
              <Undo2 size={15} aria-hidden /> Undo: {last.says}
            </Button>
          )}
          {plan && plan.days.length > 0 && (
            <>
              <Link href={classPage(of, 'planSheets')} className={buttonLook('plain', 'small')}>
                <Printer size={15} aria-hidden /> Practice sheets
              </Link>
              <a href={classApi(of, `/plan/file?as=csv&today=${today}`)} className={buttonLook('plain', 'small')}>
                <Table2 size={15} aria-hidden /> CSV
              </a>
              <a href={classApi(of, `/plan/file?as=ics&today=${today}`)} className={buttonLook('plain', 'small')}>
                <CalendarDays size={15} aria-hidden /> Calendar
              </a>
            </>
          )}
          <ThemeButton />
        </div>
      </header>
      {trouble && (
        <p role="alert" className="border-b border-madder bg-sheet px-4 py-2">
          {trouble}
        </p>
      )}
      <main className="plan-page">
        {!plan && trouble ? (
          <p role="status" className="p-6 text-soft">
            We couldn’t make the plan.
          </p>
        ) : !plan ? (
          <Outline says="Making the plan …" rows={8} />
        ) : (
          <>
            <section aria-label="What goes into the plan" className="plan-settings">
              {plan.settings ? (
                <details>
                  <summary className="cursor-pointer font-title text-lg">What goes in</summary>
                  <div className="mt-2">
                    <SettingsForm key={plan.version} plan={plan} today={today} save={work.save} busy={busy} />
                  </div>
                </details>
              ) : (
                <>
                  <h2 className="font-title text-xl">From now to the concert</h2>
                  <p className="mt-1 mb-3 max-w-prose">
                    Choose the pieces, the last day and the minutes a day. You get a plan day by day, in small parts, the hardest places
                    early.
                  </p>
                  <SettingsForm plan={plan} today={today} save={work.save} busy={busy} />
                </>
              )}
            </section>
            {plan.settings && (
              <>
                <section aria-label="The days" className="plan-days">
                  {plan.problem && <Problem key={`${plan.problem} ${plan.records[0]?.id ?? ''}`} text={plan.problem} today={today} />}
                  {plan.spare && <p className="text-soft mb-3 max-w-prose">{plan.spare}</p>}
                  {plan.days.every((d) => d.items.length === 0) && !plan.problem && (
                    <p className="text-soft">Everything in this plan is done.</p>
                  )}
                  <Days key={plan.settings.seat} plan={plan} record={work.record} move={work.move} today={today} busy={busy} />
                </section>
                <section aria-label="The record" className="plan-record">
                  <HowItGoes plan={plan} />
                  <AimLog plan={plan} aim={work.aim} busy={busy} />
                </section>
              </>
            )}
          </>
        )}
      </main>
    </div>
  )
}
