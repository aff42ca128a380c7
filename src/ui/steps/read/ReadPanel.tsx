'use client'

import { Tabs } from 'radix-ui'
import { CallsTab } from './CallsTab'
import { CountsTab } from './CountsTab'
import { FormTab } from './FormTab'
import { KeyTab } from './KeyTab'
import { SpotList } from './SpotList'
import { SpacingTab } from './SpacingTab'

const TABS = [
  ['spots', 'Spots', SpotList],
  ['form', 'Form', FormTab],
  ['calls', 'Calls', CallsTab],
  ['spacing', 'Same spacing', SpacingTab],
  ['counts', 'Counts', CountsTab],
  ['key', 'Reading key', KeyTab],
] as const

/** The first step of a piece: what trips whom, what returns, what is called out, how to explain it. */
export function ReadPanel() {
  return (
    <aside aria-label="Read" className="flex h-full flex-col border-l border-rule bg-sheet">
      <h2 className="sr-only">Read</h2>
      <Tabs.Root defaultValue="spots" className="flex min-h-0 grow flex-col">
        <Tabs.List aria-label="What to read" className="flex border-b border-rule px-1">
          {TABS.map(([value, name]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="border-b-[3px] border-transparent px-2 py-1.5 whitespace-nowrap hover:border-rule data-[state=active]:border-rosin"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(([value, , Body]) => (
          <Tabs.Content key={value} value={value} className="flex min-h-0 grow flex-col data-[state=inactive]:hidden">
            <Body />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </aside>
  )
}
