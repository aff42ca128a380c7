'use client'

import { useState } from 'react'
import type { z } from 'zod/mini'
import { useClassId } from '@/ui/kit/InClass'
import { classApi } from '@/api/address'
import { pinsReply } from '@/api/pins'
import { count, plural } from '@/core/count'
import type { Policy } from '@/core/fingering/policy'
import { STEPS } from '@/core/instruments/ladder'
import { inSentence } from '@/core/names'
import type { Seat } from '@/core/seats/seat'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import type { ClassEdits } from './classStore'

type Said = Extract<z.infer<typeof pinsReply>, { ok: true }>
type Best = NonNullable<Said['best']>

/** A way of the class in words: "4 wherever it saves a crossing (open string or 4)". */
function sayWay(seats: readonly Seat[], { way }: Best): string {
  if (way.kind === 'step') return `the step “${STEPS.find((s) => s.id === way.step)!.name}”`
  const decision = decisionsOf(seats).find((d) => d.key === way.key)
  return decision ? `“${sayAnswer(decision, way.value as Policy[keyof Policy])}” (${inSentence(decision.title)})` : way.key
}

type Props = { seats: readonly Seat[]; saved: boolean; decide: ClassEdits['decide']; toStep: ClassEdits['toStep'] }

/** What the pins of all pieces say of the class's ways: asked for, never done by itself. */
export function PinsSay({ seats, saved, decide, toStep }: Props) {
  const of = useClassId()
  const [said, setSaid] = useState<Said | string | null>(null)
  const [asking, setAsking] = useState(false)
  const ask = async () => {
    setAsking(true)
    try {
      const reply = await answer(pinsReply, classApi(of, '/pins'))
      setSaid(reply.ok ? reply : reply.problem)
    } catch (e) {
      setSaid(e instanceof Trouble ? e.message : 'We couldn’t read the pins. Nothing was changed.')
    } finally {
      setAsking(false)
    }
  }
  const take = ({ way }: Best) => {
    if (way.kind === 'step') toStep(way.step)
    else decide(way.key, way.value as Policy[typeof way.key])
    setSaid(null)
  }
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <div className="flex flex-wrap items-center gap-3">
        <Button size="small" disabled={asking || !saved} onClick={() => void ask()}>
          {asking ? 'Working out the fingering without your pins …' : 'What do my pins say?'}
        </Button>
        <p className="text-fine text-soft">Tries other ways to finger, and other levels, on the pieces you’ve pinned.</p>
      </div>
      <div role="status">
        {typeof said === 'string' && <p className="mt-1.5 font-semibold text-madder">{said}</p>}
        {said && typeof said !== 'string' && (
          <>
            <p className="mt-1.5 leading-snug">{sayAll(seats, said)}</p>
            {said.best && (
              <Button className="mt-1.5" onClick={() => take(said.best!)}>
                Do this for the class
              </Button>
            )}
          </>
        )}
      </div>
    </div>
  )
}

/** "With … 9 of your 11 pins would not be needed. …": each part from what was counted. */
function sayAll(seats: readonly Seat[], { pins, pieces, needless, best }: Said): string {
  if (pins === 0) return 'You haven’t pinned anything in this class’s pieces.'
  const now = needless === 0 ? '' : ` ${needless} of them ${plural(needless, 'is', 'are')} not needed even now.`
  const whole = `${count(pins, 'pin')} in ${count(pieces, 'piece')}`
  if (!best) return `You have ${whole}. No other choice for the class would save more of them.${now}`
  const others = best.others === 0 ? 'No other note would change.' : `${count(best.others, 'other note')} would get another fingering.`
  return `With ${sayWay(seats, best)}, ${best.needless} of your ${whole} wouldn’t be needed.${now} ${others}`
}
