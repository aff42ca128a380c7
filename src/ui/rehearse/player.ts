'use client'

import type { EverySeat, SeatId } from '@/core/seats/seat'
import { hertz } from '@/core/sounding/sounding'
import { AHEAD, conductor, dueAt, heardAt, type Program, type SeenNow, type Stamp } from './conductor'
import { bowed, click, plucked, type Body } from './voices'

/** What is heard, and how: read anew at every note, so that it changes while it plays. */
export type Mix = {
  /** Volume of each seat from 0 to 1; 0 is off. */
  readonly seats: EverySeat<number>
  readonly bodies: EverySeat<Body>
  /** What the seats sound like; null: as each note is written. */
  readonly voice: 'bowed' | 'plucked' | 'none' | null
  readonly click: boolean
  /** Volume of everything, from 0 to 1. */
  readonly level: number
  readonly a4: number
}

/** What the introduction is played with: not by the class. */
const ACCOMPANIMENT = 0.8
/** How fast volume follows, and how fast what sounds is stopped. Seconds. */
const FADE = 0.03

type Player = {
  /** Plays a program from its beginning; what played before is stopped. */
  play(program: Program, mix: () => Mix, show: (what: SeenNow) => void): void
  stop(): void
  /** Volumes have changed. */
  remix(): void
}

type Running = {
  readonly lead: ReturnType<typeof conductor>
  readonly bus: GainNode
  readonly seats: Map<SeatId, GainNode>
  readonly mix: () => Mix
}

/** The page has one player: what plays in it is what is heard. Made at the first press, as browsers ask. */
let made: Player | null = null
export const thePlayer = (): Player => (made ??= newPlayer())

function newPlayer(): Player {
  const ctx = new AudioContext({ latencyHint: 'interactive' })
  const level = ctx.createGain()
  // Four seats, a click and a plucked introduction together stay below what clips.
  const limit = ctx.createDynamicsCompressor()
  level.connect(limit)
  limit.connect(ctx.destination)
  const ticker = new Worker(new URL('../../workers/tick.worker.ts', import.meta.url), { type: 'module' })
  let running: Running | null = null
  let frame = 0

  const stamp = (): Stamp => {
    const s = ctx.getOutputTimestamp()
    // Before the first sound has been put out there is no stamp yet.
    return s.contextTime && s.performanceTime
      ? { contextTime: s.contextTime, performanceTime: s.performanceTime }
      : { contextTime: ctx.currentTime - (ctx.outputLatency || ctx.baseLatency), performanceTime: performance.now() }
  }
  const seatBus = ({ seats, bus, mix }: Running, seat: SeatId): GainNode => {
    const known = seats.get(seat)
    if (known) return known
    const node = ctx.createGain()
    node.gain.value = mix().seats[seat] ?? 1
    node.connect(bus)
    seats.set(seat, node)
    return node
  }
  const remix = () => {
    if (!running) return
    const { seats, mix } = running
    level.gain.setTargetAtTime(mix().level, ctx.currentTime, FADE)
    for (const [seat, node] of seats) node.gain.setTargetAtTime(mix().seats[seat] ?? 1, ctx.currentTime, FADE)
  }
  const stop = () => {
    ticker.postMessage(false)
    cancelAnimationFrame(frame)
    if (!running) return
    const { bus } = running
    running = null
    bus.gain.setTargetAtTime(0, ctx.currentTime, FADE / 3)
    setTimeout(() => bus.disconnect(), 200)
  }
  const draw = () => {
    if (!running) return
    // What is drawn now is seen half a frame later.
    running.lead.frame(heardAt(stamp(), performance.now()) + 0.008)
    if (running) frame = requestAnimationFrame(draw)
  }
  ticker.onmessage = () => running?.lead.tick(ctx.currentTime)

  return {
    stop,
    remix,
    play(program, mix, show) {
      stop()
      void ctx.resume()
      const bus = ctx.createGain()
      bus.connect(level)
      level.gain.value = mix().level
      const own: { running: Running | null } = { running: null }
      const lead = conductor(
        program,
        {
          strike: (what, at) => {
            const now = mix()
            if (what.kind === 'beat') {
              if (now.click) click(ctx, bus, at, what.beat.accent)
              return
            }
            const { note } = what
            const manner = note.ahead ? 'plucked' : (now.voice ?? note.manner)
            if (manner === 'none' || !own.running || (!note.ahead && now.seats[note.seat] === 0)) return
            const struck = {
              at,
              lasts: note.lasts,
              hertz: hertz(note.midi, now.a4),
              loud: note.ahead ? note.loud * ACCOMPANIMENT : note.loud,
            }
            const out = note.ahead ? bus : seatBus(own.running, note.seat)
            const body = now.bodies[note.seat]
            if (manner === 'plucked') plucked(ctx, out, body, struck)
            else bowed(ctx, out, body, struck, note.slurred)
          },
          show: (what, at) => {
            // For whoever measures: when it was to be seen, and what was struck too late so far.
            if (what.kind === 'beat') performance.mark('beat shown', { detail: { due: dueAt(stamp(), at), late: lead.late() } })
            show(what)
          },
        },
        ctx.currentTime + AHEAD / 3,
      )
      own.running = running = { lead, bus, seats: new Map(), mix }
      lead.tick(ctx.currentTime)
      ticker.postMessage(true)
      frame = requestAnimationFrame(draw)
    },
  }
}
