'use client'

import { Ear as EarIcon, Mic, UserRound, Volume2 } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { trueChecksOf } from '@/core/hands/trueChecks'
import { fingerOn, sayCheck, stringName } from '@/core/words/en/hands'
import { sayFree } from '@/core/hearing/free'
import { tuningOrder } from '@/core/hearing/inTurn'
import { LISTENING, listeningStep, type Aimed, type ListeningEvent } from '@/core/hearing/listening'
import { sayNeedle, type Needle } from '@/core/hearing/needle'
import { STEADY, type MadeUpStudent } from '@/core/hearing/student'
import { inSentence } from '@/core/names'
import { plainNote, printedNote } from '@/core/music/noteName'
import { midiOf, type Pitch } from '@/core/music/pitch'
import { answerAt } from '@/core/balance/timeline'
import { hertz } from '@/core/sounding/sounding'
import { Button } from '@/ui/kit/Button'
import { reference } from '@/ui/rehearse/ear'
import { useEar } from '@/ui/rehearse/useEar'
import { useRehearsal } from '@/ui/rehearse/useRehearsal'
import { useDesk } from '@/ui/session/DeskProvider'
import { LogTry } from './LogTry'
import { MadeUp } from './MadeUp'
import { NeedleScale } from './NeedleScale'

/** The student who plays where there is no microphone: a little sharp, a little uneven. */
const MADE_UP: MadeUpStudent = { ...STEADY, tendency: 16, scatter: 7, vibrato: 12, noise: 0.02 }

/** A note to be tuned: what it is called, its written pitch, what to hear, and the open string below it. */
type Target = { readonly name: string; readonly pitch: Pitch; readonly hear: string; readonly below: Pitch | null }

/** Tuner and ear for the picked seat: its open strings one after the other, the the picked note, or any note. */
export function Ear() {
  const map = useDesk((d) => d.ensemble[d.seat])
  const piece = useDesk((d) => d.piece)
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const a4 = useRehearsal((r) => r.sound.a4)
  const level = useRehearsal((r) => r.sound.level)
  const [listening, setListening] = useState(LISTENING)
  const { aimed, turn, done } = listening
  const [tone, setTone] = useState<(() => void) | null>(null)
  const [withBelow, setWithBelow] = useState(false)
  const [blind, setBlind] = useState(false)
  const [student, setStudent] = useState(MADE_UP)
  const { instrument, seat } = map
  const talk = useDesk((d) => d.klass.talk)

  const note = onset === undefined ? undefined : answerAt(piece, map, onset)?.notes.at(-1)
  const open = typeof aimed === 'number' ? (instrument.strings[aimed] ?? null) : null
  const target: Target | null = open
    ? {
        name: `open ${plainNote(talk.names, open.letter)}`,
        pitch: open,
        hear: '',
        below: instrument.strings[(aimed as number) - 1] ?? null,
      }
    : aimed === 'picked' && note
      ? {
          name: `${printedNote(talk.names, note.pitch)}, ${fingerOn(talk, instrument, note.stop)}`,
          pitch: note.pitch,
          hear: hearing(trueChecksOf(instrument, note.stop)[0]),
          below: instrument.strings[note.stop.string - 1] ?? null,
        }
      : null
  function hearing(check: ReturnType<typeof trueChecksOf>[number] | undefined): string {
    return check ? `In tune, it ${sayCheck(talk, instrument, check)}.` : ''
  }
  const sounding = (p: Pitch): number => hertz(midiOf(p) + 12 * (map.octave - map.written), a4)
  const pitch = target ? sounding(target.pitch) : null

  const order = tuningOrder(instrument.strings)
  const now = useRef(listening)
  const step = (e: ListeningEvent) => {
    now.current = listeningStep(now.current, e, order)
    setListening(now.current)
    return now.current
  }
  /** Whether there is nothing more to listen for. */
  const onNeedle = (needle: Needle, at: number): boolean => turn !== null && step({ kind: 'heard', needle, at }).done
  const ear = useEar(pitch, onNeedle)
  const silenceTone = () => {
    tone?.()
    setTone(null)
  }
  useEffect(() => () => tone?.(), [tone])
  const aim = (at: Aimed) => step({ kind: 'aim', at })
  // With eyes shut the needle stands still until the note has ended.
  const shown = !ear.from || (blind && ear.needle?.kind === 'heard' && !ear.needle.held) ? null : ear.needle
  const says = (): string => {
    if (done) return `All strings of the ${inSentence(seat.name)} are in tune.`
    if (!ear.from) return 'Not listening.'
    const who = ear.from === 'student' ? 'Made-up student. ' : ''
    if (aimed === 'any') return ear.free === null ? 'Play any note.' : `${who}${sayFree(ear.free, a4, piece.key, talk.names)}.`
    return shown ? `${who}${sayNeedle(shown)}` : 'Listening …'
  }
  return (
    <section aria-labelledby="ear" className="grid content-start gap-2 p-4">
      <h2 id="ear" className="panel-head">
        Tuner
      </h2>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="What to listen for">
        <Aim on={aimed === 'picked'} aim={() => aim('picked')}>
          the picked note
        </Aim>
        {order.map((i) => (
          <Aim key={i} on={aimed === i} aim={() => aim(i)} label={`Open ${stringName(talk, instrument, i)}`}>
            {stringName(talk, instrument, i)}
          </Aim>
        ))}
        <Aim on={aimed === 'any'} aim={() => aim('any')}>
          any note
        </Aim>
      </div>
      <label className="tick text-sm">
        <input
          type="checkbox"
          className="accent-control"
          checked={turn !== null}
          onChange={(e) => step({ kind: e.target.checked ? 'in turn' : 'by hand' })}
        />
        Strings in turn: on to the next when one is in tune
      </label>
      {target && pitch ? (
        <p>
          {seat.name}: {target.name}, {pitch.toFixed(1)} Hz. {target.hear}
        </p>
      ) : (
        <p className="text-soft">
          {aimed === 'any' ? 'Play any note and we name it.' : 'This seat rests here. Pick a note, or an open string.'}
        </p>
      )}
      {aimed !== 'any' && <NeedleScale needle={shown} />}
      <p role="status" className="min-h-5 font-semibold">
        {says()}
      </p>
      <label className="tick text-sm">
        <input type="checkbox" className="accent-control" checked={blind} onChange={(e) => setBlind(e.target.checked)} />
        Ears only: show it after the note
      </label>
      {note && aimed === 'picked' && (
        <LogTry key={`${seat.id} ${note.placed.event.id}`} event={note.placed.event.id} needle={ear.from ? ear.needle : null} />
      )}
      <div className="flex flex-wrap items-center gap-1.5">
        <Button
          size="small"
          disabled={!pitch && !tone}
          aria-pressed={tone !== null}
          onClick={() => {
            if (tone) return silenceTone()
            if (!pitch || !target) return
            const all = withBelow && target.below ? [pitch, sounding(target.below)] : [pitch]
            setTone(() => reference(all, level))
          }}
        >
          <Volume2 size={15} aria-hidden /> {tone ? 'Stop the tone' : 'Hear it'}
        </Button>
        <label className="tick text-sm">
          <input
            type="checkbox"
            className="accent-control"
            checked={withBelow}
            disabled={!target?.below}
            onChange={(e) => {
              setWithBelow(e.target.checked)
              silenceTone()
            }}
          />
          with the string below{target?.below ? `, ${plainNote(talk.names, target.below.letter)}` : ''}
        </label>
      </div>
      <p className="text-fine text-soft">The tone keeps going as a drone, even when you pick another note.</p>
      <div className="flex flex-wrap gap-1.5">
        {ear.from === 'microphone' ? (
          <Button size="small" onClick={ear.silence}>
            <EarIcon size={15} aria-hidden /> Stop listening
          </Button>
        ) : (
          <Button
            size="small"
            disabled={!pitch && aimed !== 'any'}
            onClick={() => {
              silenceTone()
              step({ kind: 'listen' })
              ear.byMicrophone()
            }}
          >
            <Mic size={15} aria-hidden /> Microphone
          </Button>
        )}
        <Button
          size="small"
          disabled={!pitch && aimed !== 'any'}
          onClick={() => {
            silenceTone()
            step({ kind: 'listen' })
            ear.byStudent(student, pitch ?? sounding(note?.pitch ?? instrument.strings[order[0]]), turn !== null)
          }}
        >
          <UserRound size={15} aria-hidden /> Made-up student
        </Button>
      </div>
      <MadeUp student={student} set={setStudent} />
      {ear.trouble && (
        <p role="alert" className="text-madder">
          {ear.trouble}
        </p>
      )}
      <p className="text-fine text-soft">What the microphone hears stays on this computer. Nothing is recorded.</p>
    </section>
  )
}

function Aim({ on, aim, label, children }: { on: boolean; aim: () => void; label?: string; children: React.ReactNode }) {
  return (
    <Button size="small" kind={on ? 'filled' : 'plain'} aria-pressed={on} aria-label={label} onClick={aim}>
      {children}
    </Button>
  )
}
