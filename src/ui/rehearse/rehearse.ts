'use client'

import { createStore } from 'zustand/vanilla'
import type { Stretch } from '@/core/piece/stretch'
import { mapsOf, type Ensemble } from '@/core/balance/ensemble'
import type { SeatId } from '@/core/seats/seat'
import { bottomOf, slipped, USUAL_LADDER, type Ladder, type Rung } from '@/core/sounding/ladder'
import { nextTime, nowAt, nowOf, onwardFrom, type Now, type TimeProgram, type TimeAsk } from '@/core/practice/program'
import { silenceAfter, type Turn } from '@/core/practice/runSheet'
import { ABOUT_MODE, type Mode } from '@/core/plan/modes'
import { soundingOf, type Sounding } from '@/core/sounding/sounding'
import { takeOf, type Take } from '@/core/sounding/take'
import { RATES } from '@/core/plan/run'
import type { Piece } from '@/core/piece/piece'
import type { DeskStore } from '@/ui/session/deskStore'
import type { SeenNow } from './conductor'
import { thePlayer, type Mix } from './player'
import { keepSound, keptSound, USUAL_SOUND, type SoundSettings } from './settings'
import { bodyOf } from './voices'

/** How loud a seat is, and whether it is heard. */
export type SeatMix = { readonly on: boolean; readonly volume: number }
export const USUAL_SEAT: SeatMix = { on: true, volume: 0.8 }

/** Whether a seat is let through: the one that is alone, else every one that is on. */
const isOn = ({ seats, alone }: Pick<Rehearse, 'seats' | 'alone'>, seat: SeatId): boolean =>
  alone === null ? (seats[seat] ?? USUAL_SEAT).on : alone === seat

/** Whether a seat is heard: it is on, and its turn. */
export const isHeard = (r: Pick<Rehearse, 'seats' | 'alone' | 'now'>, seat: SeatId): boolean =>
  isOn(r, seat) && (r.now?.cast?.includes(seat) ?? true)

/** What a row of a run asks for: a stretch (null: all of it), in a mode, at a tempo, turn after turn. */
export type Told = {
  readonly stretch: Stretch | null
  readonly mode: Mode
  readonly rate: number
  readonly turns: readonly Turn[]
  /** It has been played to its end, or stopped before. */
  readonly over: (ended: boolean) => void
}

export type Rehearse = {
  readonly sound: SoundSettings
  readonly mode: Mode
  readonly rate: number
  readonly loop: boolean
  /** Null: always at the same tempo. */
  readonly ladder: Ladder | null
  readonly rung: Rung
  readonly seats: Readonly<Record<SeatId, SeatMix>>
  /** The one seat that is heard; null: all that are on. */
  readonly alone: SeatId | null
  readonly playing: boolean
  /** What is being played: measures by index; null: all of the piece. */
  readonly over: Stretch | null
  readonly now: Now | null
  /** Why nothing can be heard, in words. */
  readonly trouble: string | null
}

const START: Rehearse = {
  sound: USUAL_SOUND,
  mode: 'bow',
  rate: 1,
  loop: false,
  ladder: null,
  rung: bottomOf(USUAL_LADDER),
  seats: {},
  alone: null,
  playing: false,
  over: null,
  now: null,
  trouble: null,
}

type RehearseStore = ReturnType<typeof newRehearsal>
const stores = new WeakMap<DeskStore, RehearseStore>()

/** What a desk rehearses; everything that shows it reads the same. */
export function rehearsalOf(desk: DeskStore): RehearseStore {
  const known = stores.get(desk)
  if (known) return known
  const made = newRehearsal(desk)
  stores.set(desk, made)
  return made
}

const soundings = new WeakMap<Ensemble, Partial<Record<'all' | 'bow', Sounding>>>()

/** What a class sounds like; made once for its maps. */
function soundingFor(piece: Piece, ensemble: Ensemble, mode: Mode): Sounding {
  const known = soundings.get(ensemble) ?? {}
  const key = mode === 'bow only' ? 'bow' : 'all'
  const made = (known[key] ??= soundingOf(piece, ensemble, { bowOnly: key === 'bow' }))
  soundings.set(ensemble, known)
  return made
}

/** The rehearsal that plays: another one that begins stops it. */
let sounding: (() => void) | null = null

/** How all rehearsals of this page sound. */
let shared: SoundSettings | null = null
const soundNow = (): SoundSettings => (typeof window === 'undefined' ? USUAL_SOUND : (shared ??= keptSound()))

function newRehearsal(desk: DeskStore) {
  const store = createStore<Rehearse>(() => ({ ...START, sound: soundNow() }))
  const get = store.getState
  const set = (change: Partial<Rehearse>) => store.setState(change)

  /** Where one begins: the passage that is picked, else from the measure that is picked to the end. */
  const stretch = (): Stretch | null => {
    const { passage, piece, timeline, moment } = desk.getState()
    if (passage) return passage
    const from = timeline[moment]?.first.at.index ?? 0
    return from === 0 ? null : { from, to: piece.lines[0].measures.length - 1 }
  }
  const take = (ask: TimeAsk): Take => {
    const { piece, ensemble, timeline } = desk.getState()
    const { mode, sound, rate, ladder, rung, loop } = get()
    return takeOf(piece, soundingFor(piece, ensemble, mode), timeline, {
      ...ask,
      rate: ladder ? rung.rate : rate,
      breath: loop || told ? silenceAfter(sound.breath) : 0,
      parts: sound.parts,
    })
  }
  const mix = (): Mix => {
    const { ensemble } = desk.getState()
    const { seats, mode, sound } = get()
    const { voice } = ABOUT_MODE[mode]
    return {
      seats: Object.fromEntries(
        mapsOf(ensemble).map(({ seat }) => {
          const { volume } = seats[seat.id] ?? USUAL_SEAT
          return [seat.id, isOn(get(), seat.id) ? volume : 0]
        }),
      ),
      bodies: Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, bodyOf(m.instrument, m.octave - m.written)])),
      // What is bowed is heard as it is written, with what it plucks.
      voice: voice === null ? 'none' : voice === 'plucked' ? 'plucked' : null,
      click: sound.click,
      level: sound.level,
      a4: sound.a4,
    }
  }

  /** The take that is heard. */
  let heard: Take | null = null
  /** What a run asks for; null: the teacher plays by hand. */
  let told: Told | null = null
  /** `time`: which time is heard, from 1. */
  const show = (what: SeenNow, time: number) => {
    switch (what.kind) {
      case 'take':
        heard = what.take
        performance.clearMarks('beat shown')
        set({ now: nowOf(heard, time) })
        return
      case 'beat': {
        const { now } = get()
        if (now) set({ now: { ...now, beat: what.beat } })
        return
      }
      case 'cue': {
        const { now } = get()
        if (now && heard) set({ now: nowAt(now, heard, what.cue) })
        desk.getState().pick(what.cue.moment)
        return
      }
      case 'ended':
        return
      case 'over': {
        const row = told
        told = null
        stop()
        row?.over(true)
        return
      }
    }
  }
  const begin = (asked: Omit<TimeProgram, 'turns' | 'time'>) => {
    if (typeof AudioContext === 'undefined') return set({ trouble: 'This browser can’t play sound. Everything else works.' })
    if (sounding !== stop) sounding?.()
    let program: TimeProgram = { ...asked, turns: told?.turns ?? null, time: 0 }
    // Asked for shortly before it is heard, so the time that is heard is another one.
    let shown = 0
    const next = (): Take | null => {
      const { loop, ladder, rung, sound } = get()
      const time = nextTime(program, { loop, ladder, rung, breath: sound.breath })
      if (!time) return null
      if (time.rung !== rung) set({ rung: time.rung })
      program = time.program
      const made = take(time.ask)
      return made.way.length > 0 ? made : null
    }
    set({ playing: true, over: asked.whole, trouble: null, now: null, sound: soundNow() })
    thePlayer().play({ next }, mix, (what) => {
      if (what.kind === 'take') shown++
      show(what, shown)
    })
    sounding = stop
  }
  function stop() {
    if (sounding === stop) {
      thePlayer().stop()
      sounding = null
    }
    const row = told
    told = null
    set({ playing: false, now: null })
    row?.over(false)
  }
  const start = () => {
    const from = stretch()
    begin({ from, whole: from, countIn: 'whole', introduction: get().sound.introduction })
  }
  /** What is being played, with its count. */
  const fromItsBeginning = () => {
    const { over } = get()
    begin({ from: over, whole: over, countIn: 'whole', introduction: 0 })
  }
  /** Goes on from a measure of what is being played. */
  const goOn = (by: number) => {
    const { now, playing, over } = get()
    if (!playing) return
    const from = onwardFrom(now, over, desk.getState().piece.lines[0].measures.length, by)
    begin({ from, whole: over, countIn: 'last two', introduction: 0 })
  }

  return {
    subscribe: store.subscribe,
    getState: store.getState,
    getInitialState: store.getInitialState,
    setState: store.setState,
    start,
    stop,
    /** Plays what a row of a run asks for, turn after turn, and says when it has ended; stopping says nothing. */
    play: (row: Told) => {
      sounding?.()
      told = row
      set({ mode: row.mode, rate: row.rate, loop: false, ladder: null })
      begin({ from: row.stretch, whole: row.stretch, countIn: 'whole', introduction: 0 })
    },
    toggle: () => (get().playing ? stop() : start()),
    /** The passage from its beginning, with its count. */
    again: () => (get().playing ? fromItsBeginning() : start()),
    /** A measure back, or on. */
    goOn,
    /** It slipped: a step slower at once, where a ladder is climbed. */
    slip: () => {
      const { ladder, rung, playing } = get()
      if (!ladder) return
      set({ rung: slipped(ladder, rung) })
      if (playing) fromItsBeginning()
    },
    setRate: (rate: number) => {
      set({ rate: Math.min(RATES.most, Math.max(RATES.least, Math.round(rate * 100) / 100)) })
    },
    /** The tempo is taken at once: from the measure that is being played. */
    takeUp: () => {
      if (get().playing) goOn(0)
    },
    setSound: (change: Partial<SoundSettings>) => {
      const sound = { ...get().sound, ...change }
      keepSound(sound)
      shared = sound
      set({ sound })
      if (get().playing) thePlayer().remix()
    },
    setSeat: (seat: SeatId, change: Partial<SeatMix>) => {
      set({ seats: { ...get().seats, [seat]: { ...(get().seats[seat] ?? USUAL_SEAT), ...change } } })
      if (get().playing) thePlayer().remix()
    },
    setAlone: (alone: SeatId | null) => {
      set({ alone })
      if (get().playing) thePlayer().remix()
    },
    setMode: (mode: Mode) => {
      set({ mode })
      if (get().playing) goOn(0)
    },
    setLadder: (ladder: Ladder | null) => set({ ladder, rung: ladder ? bottomOf(ladder) : get().rung, ...(ladder ? { loop: true } : {}) }),
  }
}
