import { THUMB } from '@/core/instruments/instrument'
import { indexNamed } from '@/core/piece/address'
import { createStore, type StateCreator } from 'zustand/vanilla'
import { choicesAt, type MappedNote } from '@/core/fingering/map'
import type { Hold } from '@/core/hands/hold'
import type { HandCommand } from '@/core/fingering/handPins'
import type { Piece } from '@/core/piece/piece'
import { tellingOf } from '@/core/words/en/fingering'
import { sayTrip, type SaidSpot } from '@/core/words/en/spots/said'
import { together } from '@/core/words/en/together'
import type { Spot } from '@/core/reading/spots/spot'
import type { ClassSettings } from '@/core/plan/class'
import { changesBetween, type SeatChange } from '@/core/balance/change'
import { ensembleMapper, mapsOf, type Ensemble } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import { saySeats, seatsOf, type Seat, type SeatId } from '@/core/seats/seat'
import { timelineOf, type Beat } from '@/core/balance/timeline'
import type { Row } from '@/engrave/rows'
import type { Marked } from '@/ui/kit/autosave'
import { freshSaving, marked, stepped, turned, type Kept } from '@/ui/kit/saving'
import { called, givenPinned, handTold, heldLonger, heldTo, lifted, pinEdit, type Edit, type Snapshot } from './edits'
import { READ_TABS, type ReadTab } from './tabs'
import { isBeyond, momentAt, pickedNotes, shownSpots } from './selectors'

/** The piece, what was decided about it, and how it came to be so. The ensemble is computed from piece and plan, never stored. */
export type PieceSlice = Kept<Snapshot> & {
  readonly id: string
  /** The class for which it is open, by id; empty where nothing of it is kept: a student's page, a drill. */
  readonly of: string
  readonly piece: Piece
  readonly plan: Plan
  /** The settings of the class, as they were when the desk was opened. */
  readonly klass: ClassSettings
  /** Its seats, in score order. */
  readonly seats: readonly Seat[]
  readonly ensemble: Ensemble
  readonly timeline: readonly Beat[]
  /** The notes have been moved to another key since the desk was opened. */
  readonly moved: boolean
  /** A short answer to the last key or click, for the status line. */
  readonly said: string
  /** What the last change did to the seats; null once something else is picked. */
  readonly changes: readonly SeatChange[] | null
  /** Makes a change that can be undone; null: nothing, and why. */
  edit(edit: Edit | null, why?: string): void
  /** Pins the fingers and strings that the file gave in a seat's line, where nothing is pinned yet. */
  pinGiven(seat: SeatId): void
  lift(seat: SeatId, note: MappedNote): void
  rename(title: string): void
  undo(): void
  redo(): void
  marked(marked: Marked): void
  /** Takes up what an earlier visit has left unsaved, made on version `base`; it can be undone. */
  adopt(kept: Snapshot, base: number): void
  /** Keeps this desk's plan over a newer version that another window saved: the next save is made on that version. */
  keepMine(): void
}

/** A stretch of measures, by index, both included. */
export type Passage = { readonly from: number; readonly to: number }

/** Places that are spoken of. */
export type Pointed = { readonly measures: readonly number[]; readonly notes: readonly string[] }

/** What is picked: a moment of the class and a seat. */
export type PickedSlice = {
  /** Index into the timeline, and the seat. */
  readonly moment: number
  readonly seat: SeatId
  /** The spot that was gone to, by id, until something else is picked. */
  readonly spot: string | null
  /** The stretch of measures that is picked, by index, both included; null: the whole piece. */
  readonly passage: Passage | null
  /** What a panel speaks of, shown in the music until something else is picked: measures by index, notes of the picked seat by event. */
  readonly pointed: Pointed | null
  /** Goes to the first of what is spoken of, and shows all of it. */
  point(to: Pointed): void
  pick(moment: number, seat?: SeatId): void
  step(by: number): void
  stepSeat(by: number): void
  /** To the next spot that is shown, or the one before; what several seats are told together is one. */
  nextSpot(by?: 1 | -1): void
  /** To the first of spots that are told together. */
  toSpot(spots: readonly [Spot, ...Spot[]]): void
  /** To the next note that is new for the class or out of reach. */
  nextTrouble(): void
  toMeasure(number: string): boolean
  /** To the first moment of a measure, by index. */
  pickMeasure(index: number): void
  /** Picks a stretch of measures, from either end; null: the whole piece. */
  setPassage(passage: Passage | null): void
  /** To a place that an address says. */
  goTo(place: { moment: number; seat: SeatId; passage: Passage | null; tab: ReadTab; view: View; alone: boolean }): void
  /** One measure more or less, from the picked one on. */
  stretchPassage(by: 1 | -1): void
  pinFinger(finger: number): void
  pinString(letter: string): void
  /** Tells the picked seat's hand where to be at the picked note. */
  tellHand(command: HandCommand): void
  /** Holds the pinned place of the hand a note longer, or a note less. */
  holdPlace(by: 1 | -1): void
  /** Holds the pinned position at the picked note up to a column of the seat's line. */
  holdPlaceTo(column: number): void
}

export type View = 'bench' | 'score'

/** How it is drawn. */
export type ViewSlice = {
  readonly view: View
  /** Only the picked seat's row is shown, as wide and large as the room allows. */
  readonly alone: boolean
  toggleAlone(): void
  /** What Read shows. */
  readonly tab: ReadTab
  readonly rows: readonly Row[]
  /** Whether every bow is written, not only those that the piece gives. */
  readonly bows: boolean
  /** Whether the choices for this piece stand beside the music, in place of the step's own panel. */
  readonly choices: boolean
  toggleChoices(): void
  setView(view: View): void
  setTab(tab: ReadTab): void
  toggleRow(row: Row): void
  toggleBows(): void
}

/** The open piece: one store, of slices. */
export type Desk = PieceSlice & PickedSlice & ViewSlice
export type DeskStore = ReturnType<typeof createDesk>
type Slice<S> = StateCreator<Desk, [], [], S>

type Start = { id: string; of?: string; piece: Piece; plan: Plan; klass: ClassSettings; version: number }

const pieceSlice =
  ({ version, of = '', ...start }: Start): Slice<PieceSlice> =>
  (set, get) => {
    const map = ensembleMapper()
    const ensemble = map(start.piece, start.plan, start.klass)
    const show = ({ piece, plan }: Snapshot): Partial<PieceSlice> => {
      const made = map(piece, plan, get().klass)
      const d = get()
      // The same lines have the same moments: what is laid out by them need not be drawn again.
      const same = mapsOf(made).every((m) => m.line === d.ensemble[m.seat.id].line)
      const moved = d.moved || piece.lines !== d.piece.lines
      return {
        piece,
        plan,
        moved,
        ensemble: made,
        changes: changesBetween(d.ensemble, made),
        timeline: same ? d.timeline : timelineOf(piece, made),
      }
    }
    const now = (): Snapshot => ({ piece: get().piece, plan: get().plan })
    const turn = (way: 'undo' | 'redo') => {
      const turn = turned(get(), now(), way)
      set(turn ? { ...show(turn.to), ...turn.kept, said: turn.said } : { said: `Nothing to ${way}` })
    }
    return {
      ...start,
      of,
      ...freshSaving(version),
      seats: seatsOf(start.klass),
      ensemble,
      timeline: timelineOf(start.piece, ensemble),
      moved: false,
      said: '',
      changes: null,
      edit: (edit, why = '') => {
        if (!edit) return set({ said: why, changes: null })
        const before = now()
        set((d) => ({ ...show({ ...before, ...edit.change(before) }), ...stepped(d, before, edit.said), said: edit.said }))
      },
      pinGiven: (seat) => {
        const at = get().ensemble[seat]
        get().edit(givenPinned(get().plan, at), `${at.seat.name}: no more fingers in the file`)
      },
      lift: (seat, note) => {
        const edit = lifted(get().plan, get().ensemble[seat], note)
        if (edit) get().edit(edit)
      },
      rename: (title) => {
        const wanted = title.trim().slice(0, 200)
        if (wanted && wanted !== get().piece.title) get().edit(called(wanted))
      },
      undo: () => turn('undo'),
      redo: () => turn('redo'),
      marked: (m) => set((d) => marked(d, m)),
      adopt: (kept, base) => {
        set({ version: base })
        get().edit({ change: () => kept, said: 'Restored: what wasn’t saved last time' })
      },
      keepMine: () => set({ save: 'waiting' }),
    }
  }

const pickedSlice: (first: SeatId) => Slice<PickedSlice> = (first) => (set, get) => {
  const rowOf = (id: SeatId): number => get().seats.findIndex((s) => s.id === id)
  /** Pins the cheapest way at the picked note that `wanted` accepts. */
  const pinCheapest = (wanted: (h: Hold) => boolean, what: string) => {
    const { ensemble, seat, edit, klass } = get()
    const map = ensemble[seat]
    const note = pickedNotes(get(), seat)[0]
    if (!note) return edit(null, `${map.seat.name}: no note here to pin`)
    const hold = wanted(note.hold) ? note.hold : choicesAt(map, note).find((a) => wanted(a.hold))?.hold
    edit(hold ? pinEdit(klass.talk, map, note, hold) : null, `${map.seat.name}: this note has no ${what}`)
  }
  /** To the next of these spots from here, or the one before; round again at the end. */
  const stepTo = (spots: readonly SaidSpot[], by: 1 | -1) => {
    const all = together(spots).map((g) => g.spots)
    const d = get()
    if (all.length === 0) return set({ said: 'Nothing to watch here' })
    const here = d.timeline[d.moment]?.onset ?? 0
    const place = (s: Pick<Spot, 'onset' | 'seat'>) => s.onset * d.seats.length + rowOf(s.seat)
    const mine = place({ onset: here, seat: d.seat })
    // At several for one note it is at the one that was gone to, else at the first.
    const gone = all.findIndex((g) => g.some((s) => s.id === d.spot))
    const at = gone >= 0 ? gone : all.findIndex((g) => g.some((s) => place(s) === mine))
    if (at >= 0) return get().toSpot(all[(at + by + all.length) % all.length])
    const next = by > 0 ? (all.find(([s]) => place(s) > mine) ?? all[0]) : (all.findLast(([s]) => place(s) < mine) ?? all[all.length - 1])
    get().toSpot(next)
  }
  return {
    moment: 0,
    seat: first,
    spot: null,
    passage: null,
    pointed: null,
    point: (to) => {
      const { pickMeasure, ensemble, seat, timeline, pick } = get()
      const onset = ensemble[seat].byEvent.get(to.notes[0])?.[0].placed.onset
      if (onset !== undefined) pick(momentAt(timeline, onset))
      else if (to.measures.length > 0) pickMeasure(to.measures[0])
      set({ pointed: to })
    },
    pick: (moment, seat) =>
      set((d) => ({
        moment: Math.max(0, Math.min(d.timeline.length - 1, moment)),
        seat: seat ?? d.seat,
        spot: null,
        said: '',
        changes: null,
        pointed: null,
      })),
    step: (by) => get().pick(get().moment + by),
    stepSeat: (by) => {
      const { seats, seat } = get()
      set({ seat: seats[Math.max(0, Math.min(seats.length - 1, rowOf(seat) + by))].id, spot: null, said: '', pointed: null })
    },
    nextSpot: (by = 1) => stepTo(shownSpots(get()), by),
    nextTrouble: () => stepTo(shownSpots(get()).filter(isBeyond), 1),
    toSpot: (spots) => {
      const [first] = spots
      const { id, onset, seat } = first
      const { ensemble, klass } = get()
      const text = sayTrip(first, tellingOf(ensemble[seat], klass.talk))
      const whom = saySeats(
        get().seats,
        spots.map((s) => s.seat),
      )
      set((d) => ({ moment: momentAt(d.timeline, onset), seat, spot: id, said: `${whom}: ${text}`, pointed: null }))
    },
    toMeasure: (number) => {
      const { timeline, ensemble, seat } = get()
      const index = indexNamed(ensemble[seat].line, number)
      const moment = timeline.findIndex((b) => b.first.at.index === index)
      if (moment < 0) return false
      set({ moment, spot: null, said: '', pointed: null })
      return true
    },
    pickMeasure: (index) => {
      const moment = get().timeline.findIndex((b) => b.first.at.index === index)
      if (moment >= 0) get().pick(moment)
    },
    setPassage: (passage) => {
      const last = get().ensemble[get().seat].line.measures.length - 1
      const within = (i: number) => Math.max(0, Math.min(last, i))
      set({ passage: passage && { from: within(Math.min(passage.from, passage.to)), to: within(Math.max(passage.from, passage.to)) } })
    },
    goTo: (place) => set({ ...place, spot: null, said: '', changes: null, pointed: null }),
    stretchPassage: (by) => {
      const { passage, timeline, moment, setPassage, pickMeasure } = get()
      const here = timeline[moment]?.first.at.index ?? 0
      // The picked measure is the end that moves; the other end stays.
      const stays = passage === null ? here : here === passage.from ? passage.to : passage.from
      const to = here + by
      if (timeline.every((b) => b.first.at.index !== to)) return
      setPassage({ from: stays, to })
      pickMeasure(to)
    },
    pinFinger: (finger) =>
      pinCheapest(
        (h) => h.stops.some((s) => s.finger === finger),
        finger === 0 ? 'open string' : finger === THUMB ? 'thumb' : `finger ${finger}`,
      ),
    tellHand: (command) => {
      const { ensemble, seat, edit } = get()
      const map = ensemble[seat]
      const note = pickedNotes(get(), seat)[0]
      const what = {
        stay: 'no other position before it to stay in',
        home: 'no shift to take back',
        enter: 'no shift after it to make earlier',
        next: 'this note isn’t in any other position',
      }
      edit(note ? handTold(map, note, command) : null, `${map.seat.name}: ${note ? what[command] : 'no note here to pin'}`)
    },
    holdPlace: (by) => {
      const { ensemble, seat, edit } = get()
      const map = ensemble[seat]
      const note = pickedNotes(get(), seat)[0]
      const why = by > 0 ? 'no pinned position here that the next note could share' : 'no pinned position here to shorten'
      edit(note ? heldLonger(map, note, by) : null, `${map.seat.name}: ${note ? why : 'no note here'}`)
    },
    holdPlaceTo: (column) => {
      const { ensemble, seat, edit } = get()
      const map = ensemble[seat]
      const note = pickedNotes(get(), seat)[0]
      edit(note ? heldTo(map, note, column) : null, `${map.seat.name}: the pinned position can’t end there`)
    },
    pinString: (letter) => {
      const { strings } = get().ensemble[get().seat].instrument
      pinCheapest((h) => h.stops.some((s) => strings[s.string].letter === letter), `place on ${letter}`)
    },
  }
}

const viewSlice: Slice<ViewSlice> = (set) => ({
  view: 'bench',
  alone: false,
  toggleAlone: () => set((d) => ({ alone: !d.alone })),
  rows: ['letter', 'finger'],
  bows: false,
  choices: false,
  toggleChoices: () => set((d) => ({ choices: !d.choices })),
  setView: (view) => set({ view }),
  tab: READ_TABS[0],
  setTab: (tab) => set({ tab }),
  toggleRow: (row) => set((d) => ({ rows: d.rows.includes(row) ? d.rows.filter((r) => r !== row) : [...d.rows, row] })),
  toggleBows: () => set((d) => ({ bows: !d.bows })),
})

/** The desk of one piece. */
export const createDesk = (start: Start) =>
  createStore<Desk>()((...at) => ({
    ...pieceSlice(start)(...at),
    ...pickedSlice(start.klass.seats[0].id)(...at),
    ...viewSlice(...at),
  }))
