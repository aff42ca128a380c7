'use client'

import { useCalled } from '@/ui/kit/InClass'
import { useState } from 'react'
import { keyName, type Key } from '@/core/music/key'
import { meterName, type Meter } from '@/core/music/time'
import { draftLine, type Draft } from '@/core/writing/draft'
import { changeKey, changeMeter, type KeyReach } from '@/core/writing/frame'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'

/** A signature or a time that was chosen, and waits to be told for what it holds. */
export type Asked = { readonly key: Key } | { readonly meter: Meter }

type Props = { asked: Asked; draft: Draft; run: (command: (d: Draft) => Draft, said?: string) => void; done: () => void }

/** For what a new signature or time holds, and what becomes of the notes: asked where it was chosen, before anything is changed. */
export function AskReach({ asked, draft, run, done }: Props) {
  const called = useCalled()
  const [reach, setReach] = useState<KeyReach>('whole')
  const [how, setHow] = useState<'letters' | 'sound'>('letters')
  const [refused, setRefused] = useState('')
  const { number } = draftLine(draft).measures[draft.at.measure]
  const name = 'key' in asked ? keyName(asked.key) : meterName(asked.meter)
  const take = () => {
    if ('key' in asked) {
      run((d) => changeKey(d, asked.key, reach, how === 'letters'), `${name}, ${how === 'letters' ? 'letters kept' : 'sounds kept'}`)
      return done()
    }
    const made = changeMeter(draft, asked.meter, reach)
    if ('refused' in made) return setRefused(`We can’t set ${name}: ${made.refused}.`)
    run(() => made, `${name}, new barlines`)
    done()
  }
  return (
    <form
      data-ask
      aria-label={`Change to ${name}`}
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule bg-wash px-4 py-2"
      onSubmit={(e) => {
        e.preventDefault()
        take()
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return
        e.preventDefault()
        done()
      }}
    >
      <span className="font-semibold">{name}:</span>
      <Choice
        label="For what"
        value={reach}
        onChange={setReach}
        options={[
          ['whole', 'the whole tune'],
          ['here', called(`from measure ${number} on`)],
        ]}
      />
      {'key' in asked ? (
        <Choice
          label="What happens to the notes"
          value={how}
          onChange={setHow}
          options={[
            ['letters', 'keep the letters, read in the new key'],
            ['sound', 'keep the sounds'],
          ]}
        />
      ) : (
        <span>The barlines move. Notes across a barline become tied.</span>
      )}
      <Button kind="filled" type="submit">
        Change
      </Button>
      <Button kind="quiet" onClick={done}>
        Cancel
      </Button>
      {refused && (
        <p role="alert" className="w-full font-semibold text-madder">
          {refused}
        </p>
      )}
    </form>
  )
}
