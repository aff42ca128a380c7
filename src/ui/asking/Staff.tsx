'use client'

import { CLEFS, ledgerLinesAt, staffPlace, stemOf, type Clef, type ClefName } from '@/core/music/clef'
import { pitchAt, stepsOf, type Pitch } from '@/core/music/pitch'
import { signatureLetters, signaturePlaces } from '@/core/music/signature'
import { plainNote } from '@/core/music/noteName'
import type { Tongue } from '@/core/words/en/hands'
import { handWords } from '@/core/words/hands'
import { trainerWords } from '@/core/words/trainer'
import type { StaffNote } from '@/core/trainer/question'
import { GLYPHS, type Glyph } from './glyphs'

/** A space of the staff and the parts of its width, in units of the drawing. */
const SPACE = 12
const [CLEF_AT, SIGNATURE_AT, SIGN_WIDE, NOTE_ROOM] = [8, 46, 13, 62]
/** How many spaces a stem is long. Common practice of engraving: an octave. */
const STEM = 3.5

const CLEF_GLYPHS: Readonly<Record<Clef['sign'], Glyph>> = { G: 'gClef', C: 'cClef', F: 'fClef' }
const SIGNS: Readonly<Record<number, Glyph>> = { [-1]: 'flat', 0: 'natural', 1: 'sharp' }

/** What is seen on a staff, for who hears it: where notes stand, and not which they are. */
export function sayStaff(talk: Tongue, clef: ClefName, fifths: number, notes: readonly StaffNote[]): string {
  const w = trainerWords(talk)
  const said = notes.map(({ pitch, sign }) => w.noteOn(handWords(talk).staffPlace(pitch, CLEFS[clef]), sign ? pitch.alter : null))
  const signature = w.signature(
    fifths,
    signatureLetters(fifths).map((l) => plainNote(talk.names, l)),
  )
  return `${w.clef(clef)}, ${signature}${said.length ? `: ${said.join(w.then)}` : ''}`
}

type Touched = { readonly steps: readonly number[]; readonly stem: 'up' | 'down' | null }

type Props = {
  clef: ClefName
  fifths: number
  notes: readonly StaffNote[]
  /** Notes put by who answers: where, and which way their stem goes (null: none is drawn). */
  put?: Touched
  /** Which steps were right, once it is judged. */
  right?: readonly number[]
  /** The lowest and highest step that have room. */
  from?: number
  to?: number
  label: string
  className?: string
  children?: (geometry: { y: (steps: number) => number; width: number; space: number }) => React.ReactNode
}

/** A staff with its clef and signature, notes on it, and what was put there. */
export function Staff({ clef, fifths, notes, put, right, from, to, label, className, children }: Props) {
  const { middle, sign } = CLEFS[clef]
  const steps = [...notes.map((n) => stepsOf(n.pitch)), ...(from === undefined ? [] : [from]), ...(to === undefined ? [] : [to])]
  const above = Math.max(8, ...steps.map((s) => s - middle + 2))
  const below = Math.max(8, ...steps.map((s) => middle - s + 2))
  const signature = signaturePlaces(clef, fifths)
  const first = SIGNATURE_AT + signature.length * SIGN_WIDE + 26
  const spread = put ? Math.max(1, put.steps.length) : Math.max(1, notes.length)
  const width = first + spread * NOTE_ROOM
  const height = ((above + below) * SPACE) / 2
  const y = (s: number): number => ((above - (s - middle)) * SPACE) / 2
  const sorted = put ? [...put.steps].sort((a, b) => a - b) : []
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={className}
      role={children ? 'group' : 'img'}
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
    >
      {[-4, -2, 0, 2, 4].map((p) => (
        <line key={p} x1={2} x2={width - 2} y1={y(middle + p)} y2={y(middle + p)} stroke="var(--ink)" strokeWidth={1.1} />
      ))}
      <Sign glyph={CLEF_GLYPHS[sign]} x={CLEF_AT} y={y(middle + 2 * (CLEFS[clef].line - 3))} />
      {signature.map((p, i) => (
        <Sign key={i} glyph={fifths > 0 ? 'sharp' : 'flat'} x={SIGNATURE_AT + i * SIGN_WIDE} y={y(middle + p)} />
      ))}
      {notes.map((n, i) => (
        <Note
          key={i}
          pitch={n.pitch}
          sign={n.sign}
          clef={CLEFS[clef]}
          x={first + i * NOTE_ROOM}
          y={y}
          stem={stemOf([n.pitch], CLEFS[clef])}
        />
      ))}
      {sorted.map((s, i) => (
        <Note
          key={s}
          pitch={pitchAt(s, 0)}
          sign={false}
          clef={CLEFS[clef]}
          x={first + i * NOTE_ROOM}
          y={y}
          stem={put?.stem ?? null}
          fill={!right ? 'var(--pick)' : right.includes(s) ? 'var(--spruce)' : 'var(--madder)'}
        />
      ))}
      {children?.({ y, width, space: SPACE })}
    </svg>
  )
}

function Sign({ glyph, x, y, fill = 'var(--ink)' }: { glyph: Glyph; x: number; y: number; fill?: string }) {
  const scale = (SPACE / 250).toFixed(4)
  return <path d={GLYPHS[glyph]} transform={`translate(${x} ${y}) scale(${scale} -${scale})`} fill={fill} />
}

/** A head with its ledger lines, its sign and its stem. */
function Note({
  pitch,
  sign,
  clef,
  x,
  y,
  stem,
  fill = 'var(--ink)',
}: {
  pitch: Pitch
  sign: boolean
  clef: Clef
  x: number
  y: (steps: number) => number
  stem: 'up' | 'down' | null
  fill?: string
}) {
  const at = y(stepsOf(pitch))
  const place = staffPlace(pitch, clef)
  const side = place > 0 ? 1 : -1
  const wide = SPACE * 1.3
  // A stem of a note beyond the first ledger line reaches back to the middle line.
  const end = stem === 'up' ? Math.min(at - STEM * SPACE, y(clef.middle)) : Math.max(at + STEM * SPACE, y(clef.middle))
  return (
    <g>
      {Array.from({ length: ledgerLinesAt(pitch, clef) }, (_, i) => {
        const line = y(clef.middle + side * (6 + 2 * i))
        return <line key={i} x1={x - 6} x2={x + wide + 6} y1={line} y2={line} stroke="var(--ink)" strokeWidth={1.3} />
      })}
      {sign && <Sign glyph={SIGNS[pitch.alter] ?? 'sharp'} x={x - SPACE * 1.35} y={at} />}
      <Sign glyph="head" x={x} y={at} fill={fill} />
      {stem && (
        <line
          x1={stem === 'up' ? x + wide - 0.8 : x + 0.8}
          x2={stem === 'up' ? x + wide - 0.8 : x + 0.8}
          y1={at + (stem === 'up' ? -2 : 2)}
          y2={end}
          stroke={fill}
          strokeWidth={1.5}
        />
      )}
    </g>
  )
}
