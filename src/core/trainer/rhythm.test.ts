import { describe, expect, it } from 'vitest'
import type { Meter } from '../music/time'
import { counted, lastsA, miscounted, rhythmOf, RHYTHMS_ASKED } from './rhythm'

const FOUR: Meter = { beats: 4, unit: 4 }
const said = (text: string, meter: Meter = FOUR) => counted(rhythmOf(text)!, meter)

describe('counting a rhythm', () => {
  // Common practice, written out by hand.
  it.each([
    ['q q h', '1 2 3–4'],
    ['w', '1–4'],
    ['h. q', '1–3 4'],
    ['q. e h', '1–2 & 3–4'],
    ['e e q h', '1 & 2 3–4'],
    ['q zq q q', '1 (2) 3 4'],
    ['s s s s q h', '1 e & a 2 3–4'],
    ['et et et q h', '1 trip let 2 3–4'],
    ['e q e h', '1 &–2 & 3–4'],
  ])('%s is %s', (text, says) => expect(said(text)).toBe(says))

  it('counts the lower number of the meter', () => {
    expect(said('h q', { beats: 3, unit: 4 })).toBe('1–2 3')
    expect(said('h h', { beats: 2, unit: 2 })).toBe('1 2')
  })

  it('every rhythm that is asked fills its measure, is counted, and can be counted wrong in three ways', () => {
    for (const { text } of RHYTHMS_ASKED) {
      const rhythm = rhythmOf(text)!
      expect(lastsA(rhythm, FOUR)).toBe(true)
      const right = counted(rhythm, FOUR)
      expect(right).not.toBeNull()
      expect(new Set(miscounted(rhythm, FOUR).filter((m) => m !== right)).size, text).toBeGreaterThanOrEqual(2)
    }
  })
})
