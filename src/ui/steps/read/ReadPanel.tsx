'use client'

import * as Tabs from '@radix-ui/react-tabs'
import { useDesk } from '@/ui/session/DeskProvider'
import type { ReadTab } from '@/ui/session/tabs'
import { CallsTab } from './CallsTab'
import { CountsTab } from './CountsTab'
import { DigestTab } from './DigestTab'
import { FormTab } from './FormTab'
import { KeyTab } from './KeyTab'
import { SpotList } from './SpotList'
import { SpacingTab } from './SpacingTab'

const TABS = [
  ['first', 'First', null],
  ['spots', 'Watch', SpotList],
  ['form', 'Form', FormTab],
  ['calls', 'Calls', CallsTab],
  ['spacing', 'Spacing', SpacingTab],
  ['counts', 'How many', CountsTab],
  ['key', 'Notes', KeyTab],
] as const

/** The first step of a piece: what trips whom, what returns, what is called out, how to explain it. */
export function ReadPanel() {
  const tab = useDesk((d) => d.tab)
  const setTab = useDesk((d) => d.setTab)
  return (
    <aside aria-label="Read" className="flex h-full flex-col border-l border-rule bg-sheet">
      <h2 className="sr-only">Read</h2>
      <Tabs.Root value={tab} onValueChange={(t) => setTab(t as ReadTab)} className="flex min-h-0 grow flex-col">
        <Tabs.List aria-label="What to read" className="flex border-b border-rule px-1">
          {TABS.map(([value, name]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="border-b-[3px] border-transparent grow px-1.5 py-1.5 whitespace-nowrap hover:border-rule data-[state=active]:border-pick"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(([value, , Body]) => (
          <Tabs.Content key={value} value={value} className="flex min-h-0 grow flex-col data-[state=inactive]:hidden">
            {Body ? <Body /> : <DigestTab onAll={() => setTab('spots')} />}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </aside>
  )
}
