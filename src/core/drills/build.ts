import { CLEFS } from '../music/clef'
import { byOctaves } from '../music/pitch'
import { beatTicks, QUARTER } from '../music/time'
import { USUAL_TEMPO } from '../performance/tempo'
import { PIECE_VERSION, type Line, type Measure, type Piece } from '../piece/piece'
import { emptyPlan, type Plan } from '../plan/plan'
import type { SeatId } from '../seats/seat'
import { COMPANIONS, type Companion } from '../plan/companion'
import { TEMPO_BOUNDS, type DrillChoice } from '../plan/settled'
import { inTalk, type Drill, type Sketch, type Touch, type DrillVoice } from './drill'
import { bowOnly, openOfKey, withTouches } from './passages'
import { freshIn, openTouch, touchFor, type SeatAtWork, type Practised } from './practised'

/** Seconds it takes to tell a class what comes. Common practice. */
export const TELLING = 20

/** A thing is played so often at least, and often enough that it takes about so many seconds, but not more often than a class bears. Common practice. */
const [FEWEST_TIMES, PLAYED, MOST_REPEATED] = [3, 70, 8] as const
/** What strains is played so many seconds in a row at the most; then the hand rests so long. Common practice. */
const [IN_A_ROW, REST] = [60, 20] as const

/** Seconds that a drill is played once through. */
const secondsOnce = (measures: number, beatsInQuarters: number, tempo: number): number => (measures * beatsInQuarters * 60) / tempo

/** How often a drill is played where nobody has settled it: `strains`, it strains a small hand. */
export function repeatsOf(measures: number, beatsInQuarters: number, tempo: number, least: number, strains: boolean): number {
  const once = secondsOnce(measures, beatsInQuarters, tempo)
  const often = strains ? Math.floor(IN_A_ROW / once) : Math.round(PLAYED / once)
  return Math.max(FEWEST_TIMES, least, Math.min(MOST_REPEATED, often))
}

/** Minutes that a drill takes: its measures at its tempo, so often, the telling, and rest for the hand where it strains. To a tenth. */
export function minutesOf(measures: number, beatsInQuarters: number, tempo: number, times: number, strains: boolean): number {
  const seconds = secondsOnce(measures, beatsInQuarters, tempo) * times
  const rest = strains ? REST * Math.ceil(seconds / IN_A_ROW) : 0
  return Math.round((seconds + rest + TELLING) / 6) / 10
}

/** The new things of which a drill may ask one of a seat: what stands new at the spots that it serves there. */
const allowed = (p: SeatAtWork, sketch: Sketch): ReadonlySet<string> => {
  const own = new Set<string>()
  for (const s of sketch.spots) {
    if (s.seat !== p.seat.id) continue
    const note = p.reading.byEvent.get(s.event)
    // A way back is practised from what it comes back from.
    const last = note && s.kind === 'shift' ? p.reading.notes[note.index - 1] : null
    for (const n of [note, last]) if (n?.hold) for (const f of freshIn(p, n.hold)) own.add(f)
  }
  return own
}

/** Whether a seat can play a voice as the drill: nothing new in it, or the one new thing that the drill is for. */
const isFor = (voice: DrillVoice, news: ReadonlySet<string>): boolean =>
  voice.fresh.size === 0 || (voice.fresh.size === 1 && [...voice.fresh].every((f) => news.has(f)))

/** A seat's way of being in a drill. */
type Part = { readonly player: SeatAtWork; readonly voice: DrillVoice | null; readonly drills: boolean }

/**
 * A sketch with something to do for everybody, or null where no seat can play the drill itself. Whom it serves plays it; so
 * do those for whom the same notes are all learned, which then are their companion; who cannot has the first companion of
 * {@link COMPANIONS} that is possible, or what the teacher has chosen.
 */
export function drillFrom(c: Practised, sketch: Sketch, choice: DrillChoice = {}): Drill | null {
  const served = new Set(sketch.spots.map((s) => s.seat))
  const parts = c.players.map((player): Part => {
    const voice = sketch.voice(player.seat)
    const mine = sketch.isFor?.(player.seat.id) || served.has(player.seat.id)
    return { player, voice, drills: !!voice && !!mine && isFor(voice, allowed(player, sketch)) }
  })
  const lead = parts.find((p) => p.drills)
  if (!lead?.voice) return null
  const serves = sketch.spots.filter((s) => parts.some((p) => p.drills && p.player.seat.id === s.seat))
  if (serves.length === 0 && !sketch.isFor) return null

  const companions: Record<SeatId, Companion | null> = {}
  const voices = parts.map((part): DrillVoice => {
    const { id } = part.player.seat
    const wanted = choice.companions?.[id]
    const chosen = wanted ? companionVoice(wanted, part, lead, sketch) : null
    if (!chosen && part.drills) {
      companions[id] = null
      return part.voice!
    }
    const first = chosen ? { kind: wanted!, voice: chosen } : companionsOf(part, lead, sketch).next().value!
    companions[id] = first.kind
    return first.voice
  })
  const choices = () =>
    Object.fromEntries(parts.map((part) => [part.player.seat.id, [...companionsOf(part, lead, sketch)].map((x) => x.kind)]))
  return finished(c, sketch, choice, { serves, companions, voices, choices })
}

/** The companions that a seat can have in a drill, the likeliest first; the last is always possible. */
function* companionsOf(part: Part, lead: Part, sketch: Sketch): Generator<{ kind: Companion; voice: DrillVoice }, undefined> {
  for (const kind of COMPANIONS) {
    // Who plays the drill itself has the same notes already.
    const voice = kind === 'octave' && part.drills ? null : companionVoice(kind, part, lead, sketch)
    if (voice) yield { kind, voice }
  }
}

type Settled = Pick<Drill, 'serves' | 'companions'> & { readonly voices: readonly DrillVoice[]; readonly choices: () => Drill['choices'] }

function finished(c: Practised, sketch: Sketch, choice: DrillChoice, { voices, choices, ...settled }: Settled): Drill {
  const { voice: _, spots: _s, isFor: _f, title, purpose, ...own } = sketch
  const tempo = choice.tempo ?? drillTempo(c.piece, sketch.pace)
  const quarters = (sketch.meter.beats * beatTicks(sketch.meter)) / QUARTER
  const strains = (sketch.strains?.length ?? 0) > 0
  const times = choice.times ?? repeatsOf(voices[0].length, quarters, tempo, sketch.times, strains)
  const id = drillIdOf(sketch)
  let made: { piece: Piece; plan: Plan } | undefined
  const make = () => (made ??= pieceOf(c, sketch, tempo, voices))
  return {
    ...own,
    ...settled,
    title: inTalk(title, c.talk),
    purpose: inTalk(purpose, c.talk),
    id,
    tempo,
    times,
    minutes: minutesOf(voices[0].length, quarters, tempo, times, strains),
    // Most drills of a piece are only weighed: what is played in them is put together when it is looked at.
    get choices() {
      return choices()
    },
    get piece() {
      return make().piece
    },
    get plan() {
      return make().plan
    },
  }
}

/** The same for the same kind, variant and place of a piece, however the class talks: it is stored. */
export const drillIdOf = ({ kind, variant, about, measures }: Sketch): string => `${kind}/${variant}/${about}/${measures.join('-')}`

/** The tempo of a drill, a whole number. */
export const drillTempo = (piece: Piece, pace: number): number =>
  Math.min(TEMPO_BOUNDS.fastest, Math.max(TEMPO_BOUNDS.slowest, Math.round((piece.tempo ?? USUAL_TEMPO) * pace)))

/** The drill's piece: a line a seat with events of its own, and the plan that gives each seat its line, octave and fingers. */
function pieceOf(c: Practised, sketch: Sketch, tempo: number, voices: readonly DrillVoice[]): { piece: Piece; plan: Plan } {
  const plan = emptyPlan()
  const pins: Record<SeatId, Record<string, NonNullable<Touch['pin']>>> = {}
  const lines = voices.map((v, i): Line => {
    const { seat } = c.players[i]
    const own = (id: string) => `s${i}${id}`
    pins[seat.id] = Object.fromEntries(Object.entries(v.pins).map(([id, pin]) => [own(id), pin]))
    return {
      name: seat.name,
      clef: CLEFS[seat.instrument.clef].name,
      measures: v.measures.map((m, n): Measure => ({
        number: `${n + 1}`,
        events: m.events.map((e) => ({ ...e, id: own(e.id) })),
        ...(n === v.measures.length - 1 ? { barline: 'final' } : {}),
      })),
      slurs: v.slurs.map((s) => ({ from: own(s.from), to: own(s.to) })),
    }
  })
  return {
    piece: {
      version: PIECE_VERSION,
      title: inTalk(sketch.title, c.talk).slice(0, 200),
      key: sketch.key,
      meter: sketch.meter,
      tempo,
      lines,
    },
    plan: {
      ...plan,
      ...c.decided,
      pins,
      // What stands in a line is what the part writes.
      octaves: Object.fromEntries(c.players.map((p) => [p.seat.id, p.seat.instrument.sounds])),
      lines: Object.fromEntries(c.players.map((p, i) => [p.seat.id, i])),
    },
  }
}

/** What a seat plays as a companion of some kind; null where it cannot. */
function companionVoice(kind: Companion, { player, voice }: Part, lead: Part, sketch: Sketch): DrillVoice | null {
  const learned = (v: DrillVoice | null): DrillVoice | null => (v && v.fresh.size === 0 ? v : null)
  switch (kind) {
    case 'octave':
      return learned(voice) ?? learned(inItsOctave(player, lead))
    case 'open string': {
      const open = openOfKey(player, sketch.key)
      return open && withTouches(lead.voice!, () => open)
    }
    case 'bow only': {
      if (voice && [...voice.touches.values()].every((t) => openTouch(player, t.string).fresh.length === 0))
        return learned(withTouches(voice, (t, e) => bowOnly(player)(t, e)))
      return null
    }
    case 'silent':
      return silent(lead.voice!)
  }
}

/** The leading seat's notes in the nearest octaves that a seat has learned, all of them moved alike; null where there is none. */
function inItsOctave(player: SeatAtWork, lead: Part): DrillVoice | null {
  const apart = player.map.written - lead.player.map.written
  const plays = new Set(lead.voice!.touches.values())
  for (const by of [0, -1, 1]) {
    // Asked of each note once before anything is put together.
    const can = (t: Touch) => t.pitches.length === 1 && touchFor(player, byOctaves(t.pitches[0], apart + by))?.fresh.length === 0
    if (plays.size === 0 || ![...plays].every(can)) continue
    let whole = true
    const moved = withTouches(lead.voice!, (t) => {
      const touches = t.pitches.length === 1 ? touchFor(player, byOctaves(t.pitches[0], apart + by)) : null
      if (!touches || touches.fresh.length) whole = false
      return touches
    })
    if (whole && moved.fresh.size === 0 && moved.touches.size > 0) return moved
  }
  return null
}

/** The same measures without a sound: what is counted while the fingers are set. */
function silent(lead: DrillVoice): DrillVoice {
  const none = withTouches(lead, () => null)
  let said = false
  return {
    ...none,
    slurs: [],
    measures: none.measures.map((m, i) => ({
      ...m,
      events: [
        {
          kind: 'rest' as const,
          id: `w${i}`,
          value: { base: 'whole' as const, dots: 0 },
          wholeMeasure: true,
          ...(said ? {} : ((said = true), { words: 'fingers only, counting' })),
        },
      ],
    })),
  }
}
