'use client'

import { useEffect, useRef, useState } from 'react'
import type { Needle } from '@/core/hearing/needle'
import type { MadeUpStudent } from '@/core/hearing/student'
import { HOLDS, listen, microphone, NoEar, studentPlays, type SoundSource } from './ear'

/** What a made-up student still has of what was off, one try after another on the same note: they listen, and mend it. */
const LEFT = 0.4
/** The pause before the made-up student tries again, in seconds. */
const BREATHES = 0.6
/** How often the made-up student looks which note is meant, in milliseconds. */
const LOOKS = 100

/**
 * Listens for a pitch (hertz; null: for whichever comes), to the microphone or to a made-up student. `heardNow` is told every
 * reading (seconds), and says whether enough was heard.
 */
export function useEar(pitch: number | null, heardNow: (needle: Needle, at: number) => boolean) {
  const [needle, setNeedle] = useState<Needle | null>(null)
  const [free, setFree] = useState<number | null>(null)
  const [from, setFrom] = useState<'microphone' | 'student' | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const stop = useRef<(() => void) | null>(null)
  const again = useRef<ReturnType<typeof setInterval>>(undefined)
  const tries = useRef(0)
  const meant = useRef(pitch)
  const told = useRef(heardNow)
  useEffect(() => {
    meant.current = pitch
    told.current = heardNow
  }, [pitch, heardNow])
  const silence = () => {
    clearInterval(again.current)
    stop.current?.()
    stop.current = null
    setFrom(null)
    setNeedle(null)
    setFree(null)
  }
  useEffect(
    () => () => {
      clearInterval(again.current)
      stop.current?.()
    },
    [],
  )
  const hear = (source: SoundSource, what: 'microphone' | 'student') => {
    stop.current?.()
    stop.current = listen(
      source,
      () => meant.current,
      (n, f) => {
        setNeedle(n)
        setFree((before) => f ?? (n.kind === 'silent' && meant.current === null ? before : null))
        if (told.current(n, performance.now() / 1000)) silence()
      },
    )
    setFrom(what)
  }
  const byMicrophone = () => {
    silence()
    setTrouble(null)
    microphone().then(
      (source) => hear(source, 'microphone'),
      (e: unknown) => setTrouble(e instanceof NoEar ? e.message : 'We couldn’t open the microphone.'),
    )
  }
  /** The student plays what is meant, or `hertz`; with `mends` again and again, nearer each time, until another note is meant. */
  const byStudent = (student: MadeUpStudent, hertz: number, mends = false) => {
    silence()
    setTrouble(null)
    const play = (s: MadeUpStudent, at: number) => {
      hear(studentPlays(s, at, ++tries.current), 'student')
      if (!mends) return
      const ends = performance.now() + (HOLDS + BREATHES) * 1000
      clearInterval(again.current)
      again.current = setInterval(() => {
        const next = meant.current
        if (next !== null && next !== at) play(student, next)
        else if (next !== null && performance.now() >= ends) play({ ...s, tendency: s.tendency * LEFT, scatter: s.scatter * LEFT }, next)
      }, LOOKS)
    }
    play(student, hertz)
  }
  return { needle, free, from, trouble, silence, byMicrophone, byStudent }
}
