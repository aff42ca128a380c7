'use client'

import * as Tabs from '@radix-ui/react-tabs'
import { useStore } from 'zustand'
import { NewerClass, useClassStore } from '@/ui/class/useClassStore'
import type { ClassDraft } from '@/ui/class/classStore'
import { BackLink } from '@/ui/kit/BackLink'
import { saySave } from '@/ui/kit/SaveChoice'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { UndoRedo } from '@/ui/kit/UndoRedo'
import { Ledger } from './Ledger'
import { PassList } from './PassList'
import { useFacts } from './useFacts'
import { WhatNextTab } from './WhatNextTab'

const TABS = [
  ['next', 'What next'],
  ['begun', 'Begun so far'],
  ['pass', 'To pass'],
] as const

/** The term of a class: which piece comes next, what was introduced when, who has passed what. */
export function TermView(start: ClassDraft & { id: string; version: number }) {
  const store = useClassStore(start)
  const { name, settings, save, problem, past, future, version, settle, undo, redo } = useStore(store)
  const { facts, trouble } = useFacts(start.id, version, save === 'saved')
  return (
    <div className="flex min-h-screen flex-col">
      <header className="bar">
        <BackLink />
        <div className="min-w-0 leading-tight">
          <h1 className="font-title text-lead">The term</h1>
          <p className="text-fine text-soft">
            {name} ·{' '}
            <span role="status" className={save === 'failed' ? 'font-semibold text-madder' : ''}>
              {saySave(save, problem)}
            </span>
          </p>
        </div>
        <div className="ml-auto flex items-center gap-1">
          <UndoRedo history={{ past, future }} undo={undo} redo={redo} />
          <ThemeButton />
        </div>
      </header>
      <NewerClass store={store} />
      {trouble && (
        <p role="alert" className="border-b border-madder bg-sheet px-4 py-2">
          {trouble}
        </p>
      )}
      <main className="grow px-5 py-3">
        <Tabs.Root defaultValue="next">
          <Tabs.List aria-label="The term" className="mb-3 flex gap-2 border-b border-rule">
            {TABS.map(([value, text]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="tap border-b-[3px] border-transparent px-2 py-1.5 hover:border-rule data-[state=active]:border-pick data-[state=active]:font-semibold"
              >
                {text}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="next">
            <WhatNextTab id={start.id} settings={settings} facts={facts} settle={settle} />
          </Tabs.Content>
          <Tabs.Content value="begun">
            <Ledger settings={settings} facts={facts} settle={settle} />
          </Tabs.Content>
          <Tabs.Content value="pass">
            <PassList settings={settings} facts={facts} settle={settle} />
          </Tabs.Content>
        </Tabs.Root>
      </main>
    </div>
  )
}
