'use client'

import { Ear as EarIcon, Mic, UserRound, Volume2 } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { heardAs, sayNeedle, TRUE_WITHIN, type Needle } from '@/core/hearing/needle'
import { STEADY, type Student } from '@/core/hearing/student'
import { sayCheck, trueChecksOf } from '@/core/hands/trueChecks'
import { sayFinger } from '@/core/fingering/explain'
import { letterName, midiOf, type Pitch } from '@/core/music/pitch'
import { sayShift, shiftTo } from '@/core/practice/aims'
import { answerAt } from '@/core/seats/timeline'
import { hertz } from '@/core/sounding/sounding'
import { Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { listen, microphone, NoEar, reference, studentPlays, type Source } from '@/ui/rehearse/ear'
import { useRehearsal } from '@/ui/rehearse/useRehearsal'
import { useDesk } from '@/ui/session/DeskProvider'
import { aimOf, keep } from '@/ui/session/record'

/** The student who plays where there is no microphone: a little sharp, a little uneven. */
const MADE_UP: Student = { ...STEADY, tendency: 16, scatter: 7, vibrato: 8, noise: 0.05 }

/** A note to be tuned: what it is called, its written pitch, and what to hear. */
type Target = { readonly name: string; readonly pitch: Pitch; readonly hear: string }

/** Tuner and ear for the picked seat: its open strings one after the other, or the picked note. */
export function Ear() {
  const map = useDesk((d) => d.ensemble[d.seat])
  const piece = useDesk((d) => d.piece)
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const a4 = useRehearsal((r) => r.sound.a4)
  const level = useRehearsal((r) => r.sound.level)
  // The picked note where null, else an open string by index.
  const [string, setString] = useState<number | null>(null)
  const [needle, setNeedle] = useState<Needle | null>(null)
  const [from, setFrom] = useState<'microphone' | 'student' | null>(null)
  const [tone, setTone] = useState<(() => void) | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [blind, setBlind] = useState(false)
  const stop = useRef<(() => void) | null>(null)
  const tries = useRef(0)
  const { instrument, seat } = map

  const note = onset === undefined ? undefined : answerAt(piece, map, onset)?.notes.at(-1)
  const open = string === null ? null : (instrument.strings[string] ?? null)
  const checks = note && string === null ? trueChecksOf(instrument, note.stop) : []
  const target: Target | null = open
    ? { name: `open ${open.letter}`, pitch: open, hear: '' }
    : note
      ? {
          name: `${letterName(note.pitch)}, ${sayFinger(instrument, note.stop)} on ${instrument.strings[note.stop.string].letter}`,
          pitch: note.pitch,
          hear: checks[0] ? `True, it sounds ${sayCheck(instrument, checks[0])}.` : '',
        }
      : null
  const pitch = target ? hertz(midiOf(target.pitch) + 12 * (map.octave - map.written), a4) : null
  const meant = useRef(440)
  useEffect(() => {
    meant.current = pitch ?? 440
  }, [pitch])

  const silence = () => {
    stop.current?.()
    stop.current = null
    setFrom(null)
  }
  const silenceTone = () => {
    tone?.()
    setTone(null)
  }
  useEffect(() => () => stop.current?.(), [])
  useEffect(() => () => tone?.(), [tone])
  const hear = (source: Source, what: 'microphone' | 'student') => {
    stop.current = listen(source, () => meant.current, setNeedle)
    setFrom(what)
  }
  const byMicrophone = () => {
    silence()
    silenceTone()
    setTrouble(null)
    microphone().then(
      (source) => hear(source, 'microphone'),
      (e: unknown) => setTrouble(e instanceof NoEar ? e.message : 'The microphone could not be opened.'),
    )
  }
  const byStudent = () => {
    silence()
    silenceTone()
    setTrouble(null)
    hear(studentPlays(MADE_UP, meant.current, ++tries.current), 'student')
  }
  // With eyes shut the needle stands still until the note has ended.
  const shown = !from || (blind && needle?.kind === 'heard' && !needle.held) ? null : needle
  return (
    <section aria-labelledby="ear" className="grid content-start gap-2 p-4">
      <h2 id="ear" className="panel-head">
        True strings
      </h2>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="What is tuned">
        <Button size="small" kind={string === null ? 'filled' : 'plain'} aria-pressed={string === null} onClick={() => setString(null)}>
          picked note
        </Button>
        {instrument.strings
          .map((s, i) => ({ letter: s.letter, i }))
          .reverse()
          .map(({ letter, i }) => (
            <Button
              key={i}
              size="small"
              kind={string === i ? 'filled' : 'plain'}
              aria-pressed={string === i}
              aria-label={`Open ${letter}`}
              onClick={() => setString(i)}
            >
              {letter}
            </Button>
          ))}
      </div>
      {target && pitch ? (
        <p>
          {seat.name}: {target.name}, {pitch.toFixed(1)} Hz. {target.hear}
        </p>
      ) : (
        <p className="text-soft">The seat rests here: pick a note, or an open string.</p>
      )}
      <Scale needle={shown} />
      <p role="status" className="min-h-5">
        {!from ? 'Nothing is listened to.' : shown ? `${from === 'student' ? 'Made-up student. ' : ''}${sayNeedle(shown)}` : 'Listening …'}
      </p>
      <label className="tick text-sm">
        <input type="checkbox" className="accent-rosin" checked={blind} onChange={(e) => setBlind(e.target.checked)} />
        Eyes shut: shown only after the note
      </label>
      {note && string === null && <LogTry event={note.placed.event.id} needle={from ? needle : null} />}
      <div className="flex flex-wrap gap-1.5">
        <Button
          size="small"
          disabled={!pitch}
          aria-pressed={tone !== null}
          onClick={() => (tone ? silenceTone() : pitch && setTone(() => reference(pitch, level)))}
        >
          <Volume2 size={15} aria-hidden /> {tone ? 'Stop the tone' : 'Hear it'}
        </Button>
        {from === 'microphone' ? (
          <Button size="small" onClick={silence}>
            <EarIcon size={15} aria-hidden /> Stop listening
          </Button>
        ) : (
          <Button size="small" disabled={!pitch} onClick={byMicrophone}>
            <Mic size={15} aria-hidden /> Microphone
          </Button>
        )}
        <Button size="small" disabled={!pitch} onClick={byStudent}>
          <UserRound size={15} aria-hidden /> Made-up student
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="text-madder">
          {trouble}
        </p>
      )}
      <p className="text-fine text-soft">What the microphone hears stays on this machine, and none of it is kept.</p>
    </section>
  )
}

/** The last of some values that was there: what was heard stays until something else is. */
function useLast<T>(value: T | null): T | null {
  const [last, setLast] = useState(value)
  if (value !== null && value !== last) setLast(value)
  return value ?? last
}

/** A try at the shift that leads to the picked note, kept in the log of aims once the note has ended. */
function LogTry({ event, needle }: { event: string; needle: Needle | null }) {
  const map = useDesk((d) => d.ensemble[d.seat])
  const piece = useDesk((d) => d.id)
  const shift = useMemo(() => shiftTo(map, event), [map, event])
  const [said, setSaid] = useState<{ readonly text: string; readonly bad: boolean } | null>(null)
  const [busy, setBusy] = useState(false)
  const cents = useLast(needle?.kind === 'heard' && needle.held ? Math.round(needle.cents * 10) / 10 : null)
  if (!shift) return null
  const log = () => {
    if (cents === null) return
    setBusy(true)
    const aim = aimOf({ piece, ...shift, student: '', heard: heardAs(cents), cents })
    keep('aims', aim)
      .then(() => setSaid({ text: `Logged: ${aim.heard}, ${cents} cents.`, bad: false }))
      .catch((e: unknown) => setSaid({ text: e instanceof Trouble ? e.message : 'It was not logged. Try again.', bad: true }))
      .finally(() => setBusy(false))
  }
  return (
    <div className="grid gap-1 text-sm">
      <p>A shift lands here: {sayShift(shift)}.</p>
      <span className="flex flex-wrap items-center gap-2">
        <Button size="small" disabled={busy || cents === null} onClick={log}>
          Log this try
        </Button>
        {said && <span role={said.bad ? 'alert' : 'status'}>{said.text}</span>}
      </span>
    </div>
  )
}

/** From 50 cents flat to 50 sharp; between the marks it is true. */
function Scale({ needle }: { needle: Needle | null }) {
  const at = needle?.kind === 'heard' ? 140 + Math.max(-50, Math.min(50, needle.cents)) * 2.6 : null
  const held = needle?.kind === 'heard' && needle.held
  return (
    <svg viewBox="0 0 280 40" className="w-full" aria-hidden>
      <rect x={140 - TRUE_WITHIN * 2.6} y={6} width={TRUE_WITHIN * 5.2} height={18} rx={3} fill="var(--rosin-wash)" />
      {[-50, -25, 0, 25, 50].map((c) => (
        <g key={c}>
          <line x1={140 + c * 2.6} x2={140 + c * 2.6} y1={c === 0 ? 4 : 10} y2={26} stroke="var(--soft)" strokeWidth={c === 0 ? 2 : 1} />
          <text x={140 + c * 2.6} y={38} fontSize={11} textAnchor="middle" fill="var(--soft)">
            {c === 0 ? 'true' : `${c > 0 ? '+' : ''}${c}`}
          </text>
        </g>
      ))}
      {at !== null && (
        <path
          d={`M${at} 26 l-7 -20 h14 z`}
          fill={held ? 'none' : 'var(--ink)'}
          stroke="var(--ink)"
          strokeWidth={1.5}
          strokeLinejoin="round"
        />
      )}
    </svg>
  )
}
