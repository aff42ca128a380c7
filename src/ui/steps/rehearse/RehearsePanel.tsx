'use client'

import { MonitorUp } from 'lucide-react'
import * as Tabs from '@radix-ui/react-tabs'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { buttonLook } from '@/ui/kit/Button'
import type { Tab } from '@/ui/rehearse/lesson'
import { Stage } from '@/ui/rehearse/Stage'
import { useLesson, useLessonStore } from '@/ui/rehearse/useLesson'
import { useDesk } from '@/ui/session/DeskProvider'
import { Ear } from './Ear'
import { LessonTab } from './LessonTab'
import { PlayTab } from './PlayTab'

const TABS = [
  ['play', 'Play', PlayTab],
  ['lesson', 'Lesson', LessonTab],
  ['ear', 'Tuner', Ear],
] as const satisfies readonly (readonly [Tab, string, React.ComponentType])[]

/** What is played by hand, the run of a lesson, and the ear. */
export function RehearsePanel() {
  const tab = useLesson((l) => l.tab)
  const lesson = useLessonStore()
  return (
    <aside aria-label="Rehearsal" className="flex h-full flex-col border-l border-rule bg-sheet">
      <Tabs.Root value={tab} onValueChange={(t) => lesson.setState({ tab: t as Tab })} className="flex min-h-0 grow flex-col">
        <Tabs.List aria-label="What to rehearse with" className="flex border-b border-rule px-1">
          {TABS.map(([value, name]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="grow border-b-[3px] border-transparent px-1.5 py-1.5 whitespace-nowrap hover:border-rule data-[state=active]:border-pick"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(([value, , Body]) => (
          <Tabs.Content key={value} value={value} className="min-h-0 grow overflow-y-auto data-[state=inactive]:hidden" tabIndex={0}>
            {value === 'play' ? (
              <Stage>
                <Body />
              </Stage>
            ) : (
              <Body />
            )}
          </Tabs.Content>
        ))}
      </Tabs.Root>
      <ToTheWall />
    </aside>
  )
}

/** The wall in a window of its own, to be moved to the projector. */
function ToTheWall() {
  const of = useClassId()
  const id = useDesk((d) => d.id)
  return (
    <p className="flex items-center gap-2 border-t border-rule px-4 py-2 text-fine text-soft">
      <a href={piecePage(of, id, 'wall')} target="even-seat-wall" className={buttonLook('plain', 'small')}>
        <MonitorUp size={15} aria-hidden /> Open the wall
      </a>
      Opens in a second window, for the projector.
    </p>
  )
}
