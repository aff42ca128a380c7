import { createStore } from 'zustand/vanilla'
import { sayHold } from '@/core/fingering/explain'
import { choicesAt, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { givenPins } from '@/core/fingering/given'
import { pinFor, type Pin } from '@/core/fingering/pins'
import { offersAt, type Offer } from '@/core/fingering/offers'
import type { PolicyChange } from '@/core/fingering/policy'
import type { Substitutes } from '@/core/fingering/substitute'
import type { Hold } from '@/core/hands/hold'
import type { Learned } from '@/core/instruments/learned'
import { keyName } from '@/core/music/key'
import { retitled } from '@/core/piece/edit'
import type { Piece } from '@/core/piece/piece'
import { isShown, type KindChoice, type SpotChoice } from '@/core/reading/choice'
import { spotsOf } from '@/core/reading/spots'
import { together, type Together } from '@/core/reading/together'
import type { Spot, SpotKind } from '@/core/reading/spots/spot'
import { settingsFor, type ClassSettings } from '@/core/seats/class'
import { ensembleMapper, mapsOf, type Ensemble } from '@/core/seats/ensemble'
import { inKey, type InKey } from '@/core/seats/inKey'
import {
  withDecision,
  withKind,
  withLearned,
  withLine,
  withMuted,
  withOctave,
  withPin,
  withSubstitute,
  type OctaveChoice,
  type Plan,
} from '@/core/seats/plan'
import { withRescue, type RescueChange } from '@/core/seats/rescue'
import { saySeats, seatsOf, type BySeat, type Seat, type SeatId } from '@/core/seats/seat'
import { deciding, withSetting, type Setting } from '@/core/seats/setting'
import { answerAt, timelineOf, type Beat } from '@/core/seats/timeline'
import type { Row } from '@/engrave/rows'
import type { Marked, SaveState } from '../parts/autosave'

export type View = 'bench' | 'score'

/** What undo goes back to. */
export type Snapshot = { readonly piece: Piece; readonly plan: Plan }

/** What the teacher works on. The ensemble is computed from piece and plan, never stored. */
export type DeskState = {
  readonly id: string
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
  readonly version: number
  readonly save: SaveState
  /** Why the last save failed. */
  readonly problem: string
  readonly past: readonly Snapshot[]
  readonly future: readonly Snapshot[]
  /** Index into the timeline, and the seat. */
  readonly moment: number
  readonly seat: SeatId
  /** The spot that was gone to, by id, until something else is picked. */
  readonly spot: string | null
  readonly view: View
  readonly rows: readonly Row[]
  /** Whether every bow is written, not only those that the piece gives. */
  readonly bows: boolean
  /** A short answer to the last key or click, for the status line. */
  readonly said: string
}

export type DeskActions = {
  pick(moment: number, seat?: SeatId): void
  step(by: number): void
  stepSeat(by: number): void
  /** To the next spot that is shown, or the one before; what several seats are told together is one. */
  nextSpot(by?: 1 | -1): void
  /** To the first of spots that are told together. */
  toSpot(spots: Together['spots']): void
  /** To the next note that is new for the class or out of reach. */
  nextTrouble(): void
  /** Shows a kind of spot always or never; null: as the class has it. */
  setKind(kind: SpotKind, choice: 'show' | 'hide' | null): void
  mute(spots: readonly Spot[], muted: boolean): void
  /** Moves the class to another key with its octaves and ways of fingering, in one step. */
  applySetting(setting: Setting): void
  rescue(seat: SeatId, name: string, change: RescueChange): void
  toMeasure(number: string): boolean
  pinHold(seat: SeatId, note: MappedNote, hold: Hold): void
  pinFinger(finger: number): void
  pinString(letter: string): void
  /** Pins the fingers and strings that the file gave in a seat's line, where nothing is pinned yet. */
  pinGiven(seat: SeatId): void
  lift(seat: SeatId, note: MappedNote): void
  setOctave(seat: SeatId, octave: OctaveChoice): void
  setLine(seat: SeatId, line: number): void
  /** Decides for the piece, or for one seat of it; undefined: as the class. */
  decide<K extends keyof PolicyChange>(seat: SeatId | null, key: K, value: PolicyChange[K]): void
  setLearned(learned: BySeat<Learned> | null): void
  /** Puts a substitute where the picked seat has trouble, or takes one away. */
  substitute(seat: SeatId, offer: Pick<Offer, 'name' | 'changes'>): void
  restore(seat: SeatId, note: string): void
  rename(title: string): void
  undo(): void
  redo(): void
  setView(view: View): void
  toggleRow(row: Row): void
  toggleBows(): void
  marked(marked: Marked): void
  /** Takes up what an earlier visit has left unsaved, made on version `base`; it can be undone. */
  adopt(kept: Snapshot, base: number): void
  /** Keeps this desk's plan over a newer version that another window saved: the next save is made on that version. */
  keepMine(): void
}

export type Desk = DeskState & DeskActions
export type DeskStore = ReturnType<typeof createDesk>

/** The event that is struck for a note that may only be held on. */
export const struckEvent = (map: SeatMap, note: MappedNote): string =>
  map.moments[map.solution.columns[note.column].moment].events[0].event.id

/** Notes of the picked moment in a seat. */
export const pickedNotes = (d: Pick<DeskState, 'piece' | 'ensemble' | 'timeline' | 'moment'>, seat: SeatId): readonly MappedNote[] =>
  d.timeline[d.moment] ? (answerAt(d.piece, d.ensemble[seat], d.timeline[d.moment].onset)?.notes ?? []) : []

/** The events around one that have the same substitute without a break: what one choice moved goes back together. */
function movedWith(map: SeatMap, substitutes: Substitutes, event: string): string[] {
  const ids = map.moments.flatMap((m) => m.events.map((e) => e.event.id))
  const same = (id: string | undefined) => id !== undefined && JSON.stringify(substitutes[id]) === JSON.stringify(substitutes[event])
  const at = ids.indexOf(event)
  if (at < 0 || !substitutes[event]) return [event]
  let [from, to] = [at, at]
  while (same(ids[from - 1])) from--
  while (same(ids[to + 1])) to++
  return ids.slice(from, to + 1)
}

/** What the seat could play at an event in place of what it cannot; empty when there is no trouble there. */
export function offersFor(piece: Piece, map: SeatMap, event: string): Offer[] {
  const moment = map.moments.findIndex((m) => m.events.some((e) => e.event.id === event))
  return moment < 0 ? [] : offersAt(piece, map, moment)
}

/** The moment that begins at a time, or the last before it. */
export const momentAt = (timeline: readonly Beat[], onset: number): number => {
  const next = timeline.findIndex((b) => b.onset > onset)
  return next < 0 ? timeline.length - 1 : Math.max(0, next - 1)
}

const shown = new WeakMap<readonly Spot[], { ofPiece: SpotChoice; ofClass: KindChoice; spots: readonly Spot[] }>()

/** The spots of a seat that the teacher sees; the same list for as long as nothing about them changes. */
export function shownIn(
  { piece, ensemble, plan, klass }: Pick<DeskState, 'piece' | 'ensemble' | 'plan' | 'klass'>,
  seat: SeatId,
): readonly Spot[] {
  const all = spotsOf(piece, ensemble[seat])
  const known = shown.get(all)
  if (known?.ofPiece === plan.spots && known.ofClass === klass.spots) return known.spots
  const spots = all.filter((x) => isShown(x, plan.spots, klass.spots))
  shown.set(all, { ofPiece: plan.spots, ofClass: klass.spots, spots })
  return spots
}

/** The spots of all seats that the teacher sees, in the order of the music, seat after seat at one moment. */
export const shownSpots = (d: Pick<DeskState, 'piece' | 'ensemble' | 'plan' | 'klass'>): Spot[] =>
  inScoreOrder(
    d.ensemble,
    Object.keys(d.ensemble).flatMap((s) => shownIn(d, s)),
  )

/** Spots in the order of the music, seat after seat at one moment, the hardest first. */
export function inScoreOrder(ensemble: Ensemble, spots: readonly Spot[]): Spot[] {
  const row = new Map(Object.keys(ensemble).map((seat, i) => [seat, i]))
  return [...spots].sort((a, b) => a.onset - b.onset || row.get(a.seat)! - row.get(b.seat)! || b.hard - a.hard)
}

/** Whether a spot is beyond the class: new for it, or not to be played. */
export const isBeyond = (s: Spot): boolean => s.kind === 'new-for-class' || s.kind === 'out-of-reach'

/** What could not come along into another key, for the status line. */
function saySetting({ piece, dropped, lifted }: InKey): string {
  const lost = [
    ...(lifted ? [`${lifted === 1 ? '1 pin' : `${lifted} pins`} lifted`] : []),
    ...(dropped ? [`${dropped === 1 ? '1 finger' : `${dropped} fingers`} of the file dropped`] : []),
  ]
  return `In ${keyName(piece.key)}${lost.length ? `; ${lost.join(', ')}: they belong to the old notes` : ''}`
}

/** How those seats finger as things stand that a setting may change: of each way the first seat that has the choice. */
const ownWays = (klass: ClassSettings, plan: Plan, seats: readonly Seat[]): Pick<Setting, 'school' | 'fourth'> => {
  const way = (decision: 'school' | 'fourth') => settingsFor(klass, plan, deciding(seats, decision)[0] ?? seats[0]).policy
  return { school: way('school').school, fourth: way('fourth').fourth }
}

/** The desk of one piece. */
export function createDesk(start: { id: string; piece: Piece; plan: Plan; klass: ClassSettings; version: number }) {
  const map = ensembleMapper()
  const ensemble = map(start.piece, start.plan, start.klass)
  const seats = seatsOf(start.klass)
  const rowOf = (id: SeatId): number => seats.findIndex((s) => s.id === id)
  const nameOf = (id: SeatId): string => ensemble[id].seat.name
  return createStore<Desk>()((set, get) => {
    const show = ({ piece, plan }: Snapshot): Partial<DeskState> => {
      const made = map(piece, plan, get().klass)
      const d = get()
      // The same lines have the same moments: what is laid out by them need not be drawn again.
      const same = mapsOf(made).every((m) => m.line === d.ensemble[m.seat.id].line)
      const moved = d.moved || piece.lines !== d.piece.lines
      return { piece, plan, moved, ensemble: made, timeline: same ? d.timeline : timelineOf(piece, made) }
    }
    const now = (): Snapshot => ({ piece: get().piece, plan: get().plan })
    /** While another window's version stands, nothing is saved until the teacher has chosen. */
    const unsaved = (): SaveState => (get().save === 'newer' || get().save === 'gone' ? get().save : 'waiting')
    /** A change that can be undone. */
    const alter = (next: Partial<Snapshot>, said: string) =>
      set((d) => ({ ...show({ ...now(), ...next }), past: [...d.past, now()], future: [], save: unsaved(), said }))
    const change = (plan: Plan, said: string) => alter({ plan }, said)
    const pin = (seat: SeatId, note: MappedNote, hold: Hold) => {
      const { instrument } = get().ensemble[seat]
      change(
        withPin(get().plan, seat, struckEvent(get().ensemble[seat], note), pinFor(instrument, hold)),
        `${nameOf(seat)}: ${sayHold(instrument, hold)}, pinned`,
      )
    }
    /** Pins the cheapest way at the picked note that `wanted` accepts. */
    const pinCheapest = (wanted: (h: Hold) => boolean, what: string) => {
      const { ensemble: e, seat } = get()
      const note = pickedNotes(get(), seat)[0]
      const name = nameOf(seat)
      if (!note) return set({ said: `${name}: no note here to pin` })
      const hold = wanted(note.hold) ? note.hold : choicesAt(e[seat], note).find((a) => wanted(a.hold))?.hold
      if (!hold) return set({ said: `${name}: this note has no ${what}` })
      pin(seat, note, hold)
    }
    /** To the next of these spots from here, or the one before; round again at the end. */
    const stepTo = (spots: readonly Spot[], by: 1 | -1) => {
      const all = together(spots).map((g) => g.spots)
      const d = get()
      if (all.length === 0) return set({ said: 'Nothing that trips anybody here' })
      const here = d.timeline[d.moment]?.onset ?? 0
      const place = (s: Pick<Spot, 'onset' | 'seat'>) => s.onset * seats.length + rowOf(s.seat)
      const mine = place({ onset: here, seat: d.seat })
      // At several for one note it is at the one that was gone to, else at the first.
      const gone = all.findIndex((g) => g.some((s) => s.id === d.spot))
      const at = gone >= 0 ? gone : all.findIndex((g) => g.some((s) => place(s) === mine))
      if (at >= 0) return get().toSpot(all[(at + by + all.length) % all.length])
      const next = by > 0 ? (all.find(([s]) => place(s) > mine) ?? all[0]) : (all.findLast(([s]) => place(s) < mine) ?? all[all.length - 1])
      get().toSpot(next)
    }
    return {
      ...start,
      seats,
      ensemble,
      timeline: timelineOf(start.piece, ensemble),
      moved: false,
      save: 'saved',
      problem: '',
      past: [],
      future: [],
      moment: 0,
      seat: seats[0].id,
      spot: null,
      view: 'bench',
      rows: ['letter', 'finger'],
      bows: false,
      said: '',
      pick: (moment, seat) =>
        set((d) => ({ moment: Math.max(0, Math.min(d.timeline.length - 1, moment)), seat: seat ?? d.seat, spot: null, said: '' })),
      step: (by) => get().pick(get().moment + by),
      stepSeat: (by) => set((d) => ({ seat: seats[Math.max(0, Math.min(seats.length - 1, rowOf(d.seat) + by))].id, spot: null, said: '' })),
      nextSpot: (by = 1) => stepTo(shownSpots(get()), by),
      nextTrouble: () => stepTo(shownSpots(get()).filter(isBeyond), 1),
      toSpot: (spots) => {
        const [{ id, onset, seat, text }] = spots
        set((d) => ({
          moment: momentAt(d.timeline, onset),
          seat,
          spot: id,
          said: `${saySeats(
            seats,
            spots.map((s) => s.seat),
          )}: ${text}`,
        }))
      },
      setKind: (kind, choice) => change(withKind(get().plan, kind, choice), ''),
      mute: (spots, muted) => {
        const ids = spots.map((s) => s.id)
        change(withMuted(get().plan, ids, muted), muted ? 'Muted' : 'Shown again')
      },
      applySetting: (setting) => {
        const { piece, plan } = get()
        const there = inKey(piece, plan, setting.fifths)
        if (!there) return set({ said: 'A note would leave the range in that key' })
        alter({ piece: there.piece, plan: withSetting(there.plan, seats, setting, ownWays(get().klass, plan, seats)) }, saySetting(there))
      },
      rescue: (seat, name, c) => change(withRescue(get().plan, seat, c), `${nameOf(seat)}: ${name.toLowerCase()}`),
      toMeasure: (number) => {
        const moment = get().timeline.findIndex((b) => b.first.at.measure.number === number.trim())
        if (moment < 0) return false
        set({ moment, spot: null, said: '' })
        return true
      },
      pinHold: pin,
      pinFinger: (finger) =>
        pinCheapest((h) => h.stops.some((s) => s.finger === finger), finger === 0 ? 'open string' : `finger ${finger}`),
      pinString: (letter) => {
        const { strings } = get().ensemble[get().seat].instrument
        pinCheapest((h) => h.stops.some((s) => strings[s.string].letter === letter), `place on ${letter}`)
      },
      pinGiven: (seat) => {
        const { plan, ensemble: e } = get()
        const { instrument, line } = e[seat]
        const given = Object.entries(givenPins(line, instrument)).filter(([id]) => !plan.pins[seat]?.[id])
        if (given.length === 0) return set({ said: `${nameOf(seat)}: nothing more is given` })
        change(
          given.reduce((p, [id, pin]) => withPin(p, seat, id, pin), plan),
          `${nameOf(seat)}: ${given.length} given ${given.length === 1 ? 'finger' : 'fingers'} pinned`,
        )
      },
      lift: (seat, note) => {
        const event = struckEvent(get().ensemble[seat], note)
        const known: Pin | undefined = get().plan.pins[seat]?.[event]
        if (known) change(withPin(get().plan, seat, event, null), `${nameOf(seat)}: pin lifted`)
      },
      setOctave: (seat, octave) => change(withOctave(get().plan, seat, octave), ''),
      setLine: (seat, line) => change(withLine(get().plan, seat, line), ''),
      decide: (seat, key, value) => change(withDecision(get().plan, seat, key, value), ''),
      setLearned: (learned) => change(withLearned(get().plan, learned), ''),
      substitute: (seat, offer) => change(withSubstitute(get().plan, seat, offer.changes), `${nameOf(seat)}: ${offer.name.toLowerCase()}`),
      restore: (seat, event) => {
        const { plan, ensemble: e } = get()
        const events = movedWith(e[seat], plan.substitutes[seat] ?? {}, event)
        change(withSubstitute(plan, seat, Object.fromEntries(events.map((id) => [id, null]))), `${nameOf(seat)}: as written`)
      },
      rename: (title) => {
        const wanted = title.trim().slice(0, 200)
        if (wanted && wanted !== get().piece.title) alter({ piece: retitled(get().piece, wanted) }, '')
      },
      undo: () => {
        const { past, future } = get()
        const last = past.at(-1)
        if (!last) return set({ said: 'Nothing to undo' })
        set({ past: past.slice(0, -1), future: [now(), ...future], ...show(last), save: unsaved(), said: 'Undone' })
      },
      redo: () => {
        const { past, future } = get()
        const [next, ...later] = future
        if (!next) return set({ said: 'Nothing to redo' })
        set({ past: [...past, now()], future: later, ...show(next), save: unsaved(), said: 'Done again' })
      },
      setView: (view) => set({ view }),
      toggleRow: (row) => set((d) => ({ rows: d.rows.includes(row) ? d.rows.filter((r) => r !== row) : [...d.rows, row] })),
      toggleBows: () => set((d) => ({ bows: !d.bows })),
      keepMine: () => set({ save: 'waiting' }),
      marked: ({ save, version, problem = '' }) => set((d) => ({ save, problem, version: version ?? d.version })),
      adopt: (kept, base) => {
        set({ version: base })
        alter(kept, 'Brought back: what was not saved at your last visit')
      },
    }
  })
}
