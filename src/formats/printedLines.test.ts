import { describe, expect, it } from 'vitest'
import { callsOf, callsText } from '@/core/reading/calls'
import { DEFAULT_CALLS } from '@/core/plan/talk'
import { readersOf } from '@/core/reading/digest/readers'
import { formOf, sayLearning } from '@/core/reading/form'
import { readingOf } from '@/core/reading/reading'
import { startCardOf } from '@/core/reading/startCard'
import { saidDigest, saidSpots } from '@/core/testing/said'
import { PLAIN_TONGUE } from '@/core/words/en/hands'
import { classAt } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import type { Piece } from '@/core/piece/piece'
import type { Places } from '@/core/seats/book'
import { demoPieces } from './testing/demo'

/**
 * All that is said of a piece, once by printed lines and once by numbers: each place of the one, looked up on the page, is
 * that of the other.
 */

const said = (piece: Piece, places: Places): string[] => {
  const klass = { ...classAt('first-position'), places }
  const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), klass))
  const readings = maps.map((m) => readingOf(piece, m))
  return [
    ...saidDigest(readersOf(piece, maps, { kinds: {}, muted: [] }, {})).flatMap((t) => [t.text, t.advice]),
    ...maps.flatMap((m) => saidSpots(piece, m).flatMap((s) => [s.text, s.where])),
    ...readings.flatMap((r) => callsText(callsOf(r, DEFAULT_CALLS)).split('\n')),
    ...readings.map((r) => Object.values(startCardOf(r, PLAIN_TONGUE) ?? {}).join('; ')),
    sayLearning(formOf(piece, maps[0].line), maps[0].line),
  ]
}

/** Numbers of the measures of each printed line, counted here from the marks of the file. */
function pageOf({ lines: [line] }: Piece): string[][] {
  const page: string[][] = [[]]
  line.measures.forEach((m, i) => {
    if (i > 0 && m.newLine) page.push([])
    if (page.at(-1)!.at(-1) !== m.number) page.at(-1)!.push(m.number)
  })
  return page
}

/** "3, 5 to 7" as numbers. */
const numbers = (list: string): number[] =>
  list.split(/, | and /).flatMap((part) => {
    const [a, b] = part.split('–').map(Number)
    return b === undefined ? [a] : Array.from({ length: Math.max(0, b - a + 1) }, (_, i) => a + i)
  })

const LIST = '\\d+(?:(?:, | and |–)(?!\\d+ more)\\d+)*'
const ADDRESS = new RegExp(`line (\\d+)(?:(, the pickup)?(?:,| and)(?: measures?)? (${LIST}))?(, the pickup)?`, 'gi')

/** "1.3, 2.1 to 2.4 and 4.2": lines and measures in short; lengths in beats have points, too. */
const DOTTED = /\d+\.\d+(?! beats)(?:(?:, | and | to )\d+\.\d+)+/g

/** A text with every place as {numbers}. */
function byPage(text: string, page: readonly (readonly string[])[]): string {
  const looked = text.replace(ADDRESS, (_, n: string, before?: string, list?: string, alone?: string) => {
    const measures = page[Number(n) - 1].filter((m) => m !== '0')
    const own = list ? numbers(list).map((i) => measures[i - 1]) : alone ? [] : measures
    return `{${[...(before || alone || (!list && page[Number(n) - 1][0] === '0') ? ['0'] : []), ...own].join(' ')}}`
  })
  const dotted = looked.replace(DOTTED, (list) => {
    const numbered = (place: string): number => {
      const [n, m] = place.split('.').map(Number)
      return Number(m === 0 ? page[n - 1][0] : page[n - 1].filter((x) => x !== '0')[m - 1])
    }
    const all = list.split(/, | and /).flatMap((part) => {
      const [a, b] = part.split(' to ').map(numbered)
      return b === undefined ? [a] : Array.from({ length: b - a + 1 }, (_, i) => a + i)
    })
    return `{${all.join(' ')}}`
  })
  return dotted.replace(/\}(?:, and| and|,) \{/g, ' ')
}

const byNumber = (text: string): string =>
  text
    .replace(/measures? /gi, '')
    .replace(new RegExp(LIST, 'g'), (list) => numbers(list).join(' ') || list)
    .replace(/ \(([^)]*)\)/g, ' in $1')
    .replace(/[{}]/g, '')
    .replace(/ in first in /g, ' first in ')
    .replace(/;/g, ',')
    .toLowerCase()

describe('printed lines', () => {
  const pieces = demoPieces().filter((p) => p.lines[0].measures.some((m) => m.newLine))

  it('are known of the demo pieces whose file has them', () => {
    expect(pieces.length).toBeGreaterThan(4)
  })

  it.each(pieces.map((p) => [p.title, p] as const))('%s: each place said by line and measure is the measure that is meant', (_, piece) => {
    const page = pageOf(piece)
    const [lines, plain] = [said(piece, 'lines'), said(piece, 'numbers')]
    expect(lines.length).toBe(plain.length)
    let places = 0
    lines.forEach((text, i) => {
      if (/\d+ more\b/.test(text + plain[i])) return
      if (text !== plain[i]) places++
      expect(byNumber(byPage(text, page)), `${text}  ≠  ${plain[i]}`).toBe(byNumber(plain[i]))
    })
    expect(places).toBeGreaterThan(20)
  })
})
