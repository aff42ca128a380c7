import { unzipSync } from 'fflate'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { seatsOf } from '@/core/seats/seat'
import { filesOf, packOf, type PackedSheets } from './pack'
import { TaskError } from './pool'
import type { Task } from './protocol'

/** What the threads are asked for, and what they answer. */
const asked: Task[] = []
let answer: (task: Task) => unknown = () => ({ bytes: new Uint8Array([1]) })
vi.mock('./pool', async (original) => ({
  ...(await original<typeof import('./pool')>()),
  inWorker: async (task: Task) => (asked.push(task), answer(task)),
}))
beforeEach(() => {
  asked.length = 0
  answer = () => ({ bytes: new Uint8Array([1]) })
})

const MADE = Date.UTC(2026, 2, 2)
const SEATS = seatsOf(DEFAULT_CLASS)
const sheet = (seat: string | null, more: object = {}) => ({
  what: 'part' as const,
  seat,
  much: 'all' as const,
  size: 'normal' as const,
  fade: null,
  student: null,
  ...more,
})
const ada = { id: 'a', name: 'Ada', noFourth: false, version: null, link: null }
const CHOSEN = { parts: true, score: true, xml: true, also: [] } as unknown as Parameters<typeof filesOf>[3]
const drawing = { paper: 'a4' as const, marks: [], p: null }
const files = (sheets: ReturnType<typeof sheet>[], chosen = CHOSEN) =>
  filesOf('tuesday', 'p1', { seats: SEATS, sheets, drawing }, chosen, 5, '')
const read = async (stream: ReadableStream<Uint8Array>) => unzipSync(new Uint8Array(await new Response(stream).arrayBuffer()))

describe('the files of a pack', () => {
  it('are one for each pair of hands, numbered as they are printed, so that no name comes twice', () => {
    const all = files([
      sheet(null),
      sheet('violin'),
      sheet('violin', { fade: 1 }),
      sheet('violin', { student: ada }),
      sheet('cello'),
      sheet('violin'),
    ])
    expect(all.map((f) => f.name)).toEqual([
      '01 Score.pdf',
      '02 Violin.pdf',
      '03 Ada, Violin.pdf',
      '04 Cello.pdf',
      '05 Violin.pdf',
      'MusicXML/Violin.musicxml',
      'MusicXML/Cello.musicxml',
      'MusicXML/Score.musicxml',
    ])
    expect(new Set(all.map((f) => f.name)).size).toBe(all.length)
  })
  it('are made of the piece and class of the pack, with the sheets of those hands alone', async () => {
    const [, violin, , xml] = files([sheet(null), sheet('violin'), sheet('violin', { fade: 1 }), sheet('cello')])
    await violin.make()
    await xml.make()
    expect(asked).toMatchObject([
      {
        kind: 'pdf',
        of: 'tuesday',
        id: 'p1',
        now: 5,
        sheets: [
          { seat: 'violin', fade: null },
          { seat: 'violin', fade: 1 },
        ],
      },
      { kind: 'export', of: 'tuesday', id: 'p1', as: 'musicxml', seat: 'violin', bow: false },
    ])
  })
  it('have no MusicXML where none is asked for, and the bow alone where it is', () => {
    const chosen = (more: object) => ({ ...CHOSEN, ...more })
    expect(files([sheet('violin')], chosen({ xml: false })).map((f) => f.name)).toEqual(['01 Violin.pdf'])
    expect(files([sheet('violin')], chosen({ parts: false, score: false, also: [{ kind: 'bows' }] })).map((f) => f.name)).toEqual([
      '01 Violin.pdf',
      'MusicXML/Violin, bow only.musicxml',
    ])
  })
  it('call the sheets of nobody the teacher’s where they are more than the score', () => {
    expect(files([sheet(null), sheet(null, { what: 'theory' })], { ...CHOSEN, xml: false }).map((f) => f.name)).toEqual(['01 Teacher.pdf'])
  })
})

describe('a pack', () => {
  const text = (name: string, said: string): PackedSheets => ({ name, text: true, make: async () => new TextEncoder().encode(said) })
  it('has its files as they were made, at the time that it was asked for', async () => {
    const all = await read(packOf([text('a.txt', 'first'), { ...text('b.pdf', 'second'), text: false }], MADE))
    expect(Object.entries(all).map(([name, bytes]) => [name, new TextDecoder().decode(bytes)])).toEqual([
      ['a.txt', 'first'],
      ['b.pdf', 'second'],
    ])
  })
  it('that cannot be made whole ends in an error that names what is missing', async () => {
    const missing: PackedSheets = { name: '02 Cello.pdf', text: false, make: async () => undefined }
    await expect(read(packOf([text('a.txt', 'first'), missing], MADE))).rejects.toThrow('02 Cello.pdf didn’t work')
    answer = () => {
      throw new TaskError('There was no room.')
    }
    await expect(read(packOf(files([sheet('violin')]), MADE))).rejects.toThrow('There was no room.')
  })
  it('is not made on when nobody fetches it', async () => {
    const made: string[] = []
    let go: (() => void) | undefined
    const slow = (name: string): PackedSheets => ({
      name,
      text: true,
      make: () =>
        new Promise((resolve) => {
          made.push(name)
          go = () => resolve(new Uint8Array([1]))
        }),
    })
    const reader = packOf([slow('a'), slow('b'), slow('c')], MADE).getReader()
    await vi.waitFor(() => expect(made).toEqual(['a']))
    await reader.cancel()
    go!()
    await new Promise((r) => setTimeout(r, 10))
    expect(made).toEqual(['a'])
  })
})
