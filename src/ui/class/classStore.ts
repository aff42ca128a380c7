import type { Places } from '@/core/seats/book'
import { createStore } from 'zustand/vanilla'
import type { Policy } from '@/core/fingering/policy'
import { count } from '@/core/count'
import { inSentence } from '@/core/names'
import { LANGUAGE_NAMES, type Language } from '@/core/language'
import type { Talk } from '@/core/plan/talk'
import type { Student } from '@/core/plan/student'
import { instrumentNamed, newSeat, seatOf, type SeatId, type SeatRow } from '@/core/seats/seat'
import type { PolicyChange } from '@/core/fingering/policy'
import type { StepId } from '@/core/instruments/instrument'
import { STEPS, stepOf } from '@/core/instruments/ladder'
import type { Learned } from '@/core/instruments/learned'
import { RHYTHMS } from '@/core/instruments/reads'
import { pitchName } from '@/core/music/pitch'
import { sayRhythmName } from '@/core/plan/things'
import { kindName } from '@/core/words/en/spots/said'
import type { SpotKind } from '@/core/plan/spotKinds'
import { atStep, type ClassSettings } from '@/core/plan/class'
import type { Marked } from '@/ui/kit/autosave'
import { freshSaving, marked, stepped, turned, type Kept } from '@/ui/kit/saving'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'

/** What the class page changes. */
export type ClassDraft = { readonly name: string; readonly school: string; readonly settings: ClassSettings }

export type ClassState = ClassDraft & Kept<ClassDraft> & { readonly id: string }

type ListKey = 'positions' | 'strings' | 'fingers' | 'low' | 'high' | 'extensions' | 'rhythms' | 'signs' | 'combinations' | 'keys'

export type ClassEdits = {
  rename(change: Partial<Pick<ClassDraft, 'name' | 'school'>>): void
  decide<K extends keyof Policy>(key: K, value: Policy[K]): void
  /** Decides for one seat otherwise than the class; undefined takes it back. */
  decideFor<K extends keyof Policy>(seat: SeatId, key: K, value: Policy[K] | undefined): void
  /** All seats to a step of the way. */
  toStep(step: StepId): void
  /** Who sits there. Another instrument is as far as the one before, strung and read as is usual. */
  changeSeat(seat: SeatId, change: Partial<Pick<SeatRow, 'name' | 'instrument' | 'tuning' | 'transposed' | 'clef' | 'players'>>): void
  addSeat(instrument: string): void
  removeSeat(seat: SeatId): void
  moveSeat(seat: SeatId, by: 1 | -1): void
  /** Adds to or takes from what a seat has learned. */
  toggle<K extends ListKey>(seat: SeatId, key: K, value: Learned[K][number]): void
  /** All seats to so many rhythms of the order in which they are taught. */
  readRhythms(upTo: number): void
  setLearned(seat: SeatId, change: Partial<Pick<Learned, 'shifts' | 'doubleStops' | 'slurs'>>): void
  /** Shows a kind of spot always or never; null: by what is learned. */
  setSpot(kind: SpotKind, choice: 'show' | 'hide' | null): void
  /** Says how the class talks otherwise. */
  setTalk(change: Partial<Talk>): void
  addStudent(student: Student): void
  changeStudent(id: string, change: Partial<Omit<Student, 'id'>>): void
  removeStudent(id: string): void
  /** Students of a list, added to those that are there. */
  bringStudents(students: readonly Student[]): void
  /** Settles something of the class, said in words. */
  settle(change: (settings: ClassSettings) => ClassSettings, said: string): void
  /** Speaks to pupils on their own pages and sheets in a language. */
  speakTo(pupils: Language): void
  /** Says places by printed lines or by the numbers of measures. */
  sayPlaces(places: Places): void
  undo(): void
  redo(): void
  marked(marked: Marked): void
  /** Takes up what an earlier visit has left unsaved, made on version `base`; it can be undone. */
  adopt(kept: ClassDraft, base: number): void
  keepMine(): void
}

/** What is learned on strings that are strung otherwise: of all strings all, else those that are still there. */
function relearned(before: SeatRow, after: SeatRow): SeatRow {
  const [old, now] = [seatOf(before).instrument.strings, seatOf(after).instrument.strings]
  const { strings } = before.learned
  if (old === now) return after
  const all = old.every((_, i) => strings.includes(i))
  const kept = now.flatMap((p, i) => (all || strings.some((s) => old[s] && pitchName(old[s]) === pitchName(p)) ? [i] : []))
  return { ...after, learned: { ...after.learned, strings: kept.length ? kept : now.map((_, i) => i) } }
}

/** The class page's state: one store, with undo. */
export function createClass(start: ClassDraft & { id: string; version: number }) {
  return createStore<ClassState & ClassEdits>()((set, get) => {
    const now = (): ClassDraft => ({ name: get().name, school: get().school, settings: get().settings })
    const alter = (next: Partial<ClassDraft>, said: string) => set((s) => ({ ...next, ...stepped(s, now(), said) }))
    const setSeats = (seats: SeatRow[], said: string) => alter({ settings: { ...get().settings, seats } }, said)
    const rows = () => get().settings.seats
    const students = () => get().settings.students
    const setStudents = (next: Student[], said: string) => alter({ settings: { ...get().settings, students: next } }, said)
    const nameOf = (seat: SeatId): string => rows().find((r) => r.id === seat)?.name ?? ''
    const seatTo = (seat: SeatId, said: string, change: (row: SeatRow) => SeatRow) =>
      setSeats(
        rows().map((r) => (r.id === seat ? change(r) : r)),
        `${nameOf(seat)}: ${said}`,
      )
    const learnedTo = (seat: SeatId, change: Partial<Learned>) =>
      seatTo(seat, 'what is learned', (r) => ({ ...r, learned: { ...r.learned, ...change } }))
    const turn = (way: 'undo' | 'redo') => {
      const turn = turned(get(), now(), way)
      if (turn) set({ ...turn.to, ...turn.kept })
    }
    /** A decision and its answer in words. */
    const sayDecided = <K extends keyof Policy>(key: K, value: Policy[K] | undefined): string => {
      const decision = decisionsOf(rows().map(seatOf)).find((d) => d.key === key)
      return `${inSentence(decision?.title ?? key)}: ${value === undefined || !decision ? 'same as the class' : sayAnswer(decision, value)}`
    }
    return {
      ...start,
      ...freshSaving(start.version),
      rename: (change) => alter(change, change.name === undefined ? 'School' : `Called “${change.name}”`),
      decide: (key, value) =>
        alter({ settings: { ...get().settings, policy: { ...get().settings.policy, [key]: value } } }, `Class, ${sayDecided(key, value)}`),
      decideFor: (seat, key, value) =>
        seatTo(seat, sayDecided(key, value), (r) => {
          const { [key]: _, ...others }: PolicyChange = r.policy
          return { ...r, policy: value === undefined ? others : { ...others, [key]: value } }
        }),
      toStep: (step) => {
        const { settings } = get()
        alter({ settings: atStep(settings, step) }, `Has learned: ${inSentence(STEPS.find((s) => s.id === step)!.name)}`)
      },
      readRhythms: (upTo) => {
        const rhythms = RHYTHMS.slice(0, upTo)
        const last = rhythms.at(-1)
        setSeats(
          rows().map((r) => ({ ...r, learned: { ...r.learned, rhythms } })),
          last ? `Reads rhythms up to ${sayRhythmName(last)}` : 'Reads quarters and halves only',
        )
      },
      changeSeat: (seat, change) =>
        seatTo(seat, `${Object.keys(change).join(', ')} changed`, (r) => {
          if (change.instrument === undefined || change.instrument === r.instrument) return relearned(r, { ...r, ...change })
          const { tuning: _, clef: __, transposed: ___, ...others } = r
          const step = stepOf([seatOf(r)])?.id ?? 'first-position'
          const [was, is] = [instrumentNamed(r.instrument), instrumentNamed(change.instrument)]
          // A seat that was named after its instrument is named after the new one.
          const name = r.name.startsWith(was.name) ? r.name.replace(was.name, is.name) : r.name
          return { ...others, name, ...change, learned: { ...is.learned[step], rhythms: r.learned.rhythms } }
        }),
      addSeat: (id) => {
        const instrument = instrumentNamed(id)
        const free = (form: (n: number) => string, taken: (row: SeatRow) => string): string => {
          for (let n = 1; ; n++) if (!rows().some((r) => taken(r) === form(n))) return form(n)
        }
        const own = free(
          (n) => (n === 1 ? instrument.id : `${instrument.id}-${n}`),
          (r) => r.id,
        )
        const name = free(
          (n) => (n === 1 ? instrument.name : `${instrument.name} ${n}`),
          (r) => r.name,
        )
        const like = rows().findLast((r) => r.instrument === instrument.id)
        const step = stepOf(rows().map(seatOf))?.id ?? 'first-position'
        const added = { ...newSeat(instrument, step, own, name), ...(like ? { learned: like.learned } : {}) }
        // Beside those who play the same, else at the end.
        const at = like ? rows().indexOf(like) + 1 : rows().length
        setSeats([...rows().slice(0, at), added, ...rows().slice(at)], `${name} added`)
      },
      removeSeat: (seat) => {
        if (rows().length > 1)
          setSeats(
            rows().filter((r) => r.id !== seat),
            `${nameOf(seat)} taken out`,
          )
      },
      moveSeat: (seat, by) => {
        const at = rows().findIndex((r) => r.id === seat)
        const to = at + by
        if (at < 0 || to < 0 || to >= rows().length) return
        const others = rows().filter((r) => r.id !== seat)
        setSeats([...others.slice(0, to), rows()[at], ...others.slice(to)], `${nameOf(seat)} moved`)
      },
      toggle: (seat, key, value) => {
        const list = (rows().find((r) => r.id === seat)?.learned[key] ?? []) as readonly (typeof value)[]
        learnedTo(seat, { [key]: list.includes(value) ? list.filter((v) => v !== value) : [...list, value] })
      },
      setLearned: learnedTo,
      setSpot: (kind, choice) => {
        const { [kind]: _, ...others } = get().settings.spots
        alter(
          { settings: { ...get().settings, spots: choice ? { ...others, [kind]: choice } : others } },
          `Class, ${inSentence(kindName(kind))}`,
        )
      },
      setTalk: (change) => {
        const { settings } = get()
        alter({ settings: { ...settings, talk: { ...settings.talk, ...change } } }, 'Class, how you say it')
      },
      addStudent: (student) => setStudents([...students(), student], `${student.name} added`),
      changeStudent: (id, change) => {
        const was = students().find((s) => s.id === id)
        if (was)
          setStudents(
            students().map((s) => (s.id === id ? { ...s, ...change } : s)),
            `${was.name}: ${Object.keys(change).join(', ')} changed`,
          )
      },
      removeStudent: (id) => {
        const was = students().find((s) => s.id === id)
        if (was)
          setStudents(
            students().filter((s) => s.id !== id),
            `${was.name} taken out`,
          )
      },
      bringStudents: (more) => setStudents([...students(), ...more], `${count(more.length, 'student')} brought`),
      sayPlaces: (places) =>
        alter({ settings: { ...get().settings, places } }, `Class, places: ${places === 'lines' ? 'line and measure' : 'numbers'}`),
      speakTo: (pupils) => alter({ settings: { ...get().settings, pupils } }, `Class, pupils’ pages: ${LANGUAGE_NAMES[pupils]}`),
      settle: (change, said) => alter({ settings: change(get().settings) }, said),
      undo: () => turn('undo'),
      redo: () => turn('redo'),
      marked: (m) => set((s) => marked(s, m)),
      adopt: (kept, base) => {
        set({ version: base })
        alter(kept, 'Restored: what wasn’t saved last time')
      },
      keepMine: () => set({ save: 'waiting' }),
    }
  })
}
