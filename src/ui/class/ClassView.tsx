'use client'

import { Ruler } from 'lucide-react'
import Link from 'next/link'
import { classPage } from '@/api/address'
import { useClassId } from '@/ui/kit/InClass'
import { Choice } from '@/ui/kit/Choice'
import { useStore } from 'zustand'
import type { ClassSettings } from '@/core/plan/class'
import { seatsOf } from '@/core/seats/seat'
import { saySave } from '@/ui/kit/SaveChoice'
import type { ShelfEntry } from './Assign'
import { BackLink } from '@/ui/kit/BackLink'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { UndoRedo } from '@/ui/kit/UndoRedo'
import { buttonLook } from '@/ui/kit/Button'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Effect, type ShelfPiece } from './Effect'
import { FrameWordsForm } from './FrameWordsForm'
import { Kinds } from './Kinds'
import { Ladder, RhythmLine } from './Ladder'
import { LearnedGrid } from './LearnedGrid'
import { SeatList } from './SeatList'
import { StudentList } from './StudentList'
import { PupilsLanguage } from './PupilsLanguage'
import { TalkForm } from './TalkForm'
import { PinsSay } from './PinsSay'
import { NewerClass, useClassStore } from './useClassStore'
import { Ways } from './Ways'

type Props = {
  id: string
  name: string
  school: string
  settings: ClassSettings
  version: number
  packed: Packed<readonly ShelfPiece[]>
  shelf: readonly ShelfEntry[]
}

const field =
  '[field-sizing:content] min-w-24 max-w-full rounded border border-transparent bg-transparent px-1 hover:border-rule focus:border-rule'

/** The class: what each seat has learned, how it fingers, and what that does to the pieces of the shelf. */
export function ClassView({ packed, shelf, ...start }: Props) {
  const of = useClassId()
  const store = useClassStore(start)
  const { name, school, settings, save, problem, past, future, ...act } = useStore(store)
  const { rename, undo, redo } = act
  const seats = seatsOf(settings)
  return (
    <div className="flex min-h-screen flex-col">
      <header className="bar">
        <BackLink />
        <div className="min-w-0 leading-tight">
          <h1 className="sr-only">{name}</h1>
          <input
            aria-label="Name of the class"
            value={name}
            maxLength={80}
            onChange={(e) => rename({ name: e.target.value })}
            className={`${field} font-title text-lead`}
          />
          <p className="flex items-center text-fine text-soft">
            <input
              aria-label="School"
              value={school}
              maxLength={120}
              placeholder="school"
              onChange={(e) => rename({ school: e.target.value })}
              className={field}
            />
            <span role="status" className={save === 'failed' || !name.trim() ? 'font-semibold text-madder' : ''}>
              {name.trim() ? saySave(save, problem) : 'Give the class a name'}
            </span>
          </p>
        </div>
        <div className="ml-auto flex items-center gap-1">
          <Link href={classPage(of, 'tapes')} className={buttonLook()}>
            <Ruler size={17} aria-hidden /> Tapes
          </Link>
          <UndoRedo history={{ past, future }} undo={undo} redo={redo} />
          <ThemeButton />
        </div>
      </header>
      <NewerClass store={store} />
      <main className="grid grow grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-5 px-5 py-4 lg:grid-cols-[250px_minmax(0,1fr)] xl:grid-cols-[250px_minmax(0,1fr)_310px]">
        <section aria-labelledby="learned">
          <h2 id="learned" className="mb-1.5 font-title text-lg">
            What it has learned
          </h2>
          <Ladder seats={seats} onChange={act.toStep} />
          <RhythmLine seats={seats} onChange={act.readRhythms} />
        </section>
        {/* Between a tablet and a desk the effect stands beside the ladder: what a step changes is seen as it is picked. */}
        <div className="lg:col-span-2 xl:col-span-1">
          <section aria-labelledby="who" className="mb-5">
            <h2 id="who" className="font-title text-lg">
              Seats
            </h2>
            <SeatList
              rows={settings.seats}
              changeSeat={act.changeSeat}
              addSeat={act.addSeat}
              removeSeat={act.removeSeat}
              moveSeat={act.moveSeat}
            />
          </section>
          <section aria-labelledby="students" className="mb-5">
            <h2 id="students" className="font-title text-lg">
              Students
            </h2>
            <StudentList students={settings.students} seats={seats} name={name} shelf={shelf} {...act} />
          </section>
          <section aria-labelledby="seats">
            <h2 id="seats" className="font-title text-lg">
              Seat by seat
            </h2>
            <p className="text-fine text-soft">
              Filled means learned. Anything else a piece needs still gets a fingering, marked <b className="text-madder">new</b>.
            </p>
            <LearnedGrid names={settings.talk.names} seats={seats} toggle={act.toggle} setLearned={act.setLearned} />
          </section>
          <section aria-labelledby="fingers" className="mt-5">
            <h2 id="fingers" className="font-title text-lg">
              How you finger
            </h2>
            <Ways seats={seats} policy={settings.policy} decide={act.decide} decideFor={act.decideFor} />
            <PinsSay seats={seats} saved={save === 'saved'} decide={act.decide} toStep={act.toStep} />
          </section>
          <section aria-labelledby="shown" className="mt-5">
            <h2 id="shown" className="font-title text-lg">
              Places to watch
            </h2>
            <Kinds seats={seats} spots={settings.spots} setSpot={act.setSpot} />
          </section>
          <section aria-labelledby="talk" className="mt-5">
            <h2 id="talk" className="font-title text-lg">
              How you say it
            </h2>
            <p className="mb-1 text-fine text-soft">
              Used in calls and everywhere else: on screen, on the wall, on sheets and on students’ phones.
            </p>
            <TalkForm talk={settings.talk} set={act.setTalk} />
            <PupilsLanguage value={settings.pupils} set={act.speakTo} />
            <FrameWordsForm talk={settings.talk} seats={seats} set={act.setTalk} />
          </section>
          <section aria-labelledby="places" className="mt-5">
            <h2 id="places" className="font-title text-lg">
              How you name places
            </h2>
            <p className="mb-1 text-fine text-soft">If you’ve marked a piece’s printed lines. Otherwise measures go by number.</p>
            <Choice
              label="How you name places"
              value={settings.places}
              onChange={act.sayPlaces}
              options={[
                ['lines', 'line 2, measure 3'],
                ['numbers', 'measure 7'],
              ]}
            />
          </section>
        </div>
        <section aria-labelledby="effect" className="lg:col-start-2 lg:row-start-1 xl:col-start-3">
          <h2 id="effect" className="mb-1.5 font-title text-lg">
            On your shelf
          </h2>
          <Unpacked packed={packed}>{(pieces) => <Effect pieces={pieces} settings={settings} />}</Unpacked>
        </section>
      </main>
    </div>
  )
}
