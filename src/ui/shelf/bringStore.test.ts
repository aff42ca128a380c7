import { describe, expect, it, vi } from 'vitest'
import type { BringReply } from '@/api/shelf'
import { pieceFrom } from '@/core/testing/piece'
import type { FileItem } from '@/formats/read'
import { wholeFile } from '@/formats/outcome'
import { createBring, type BringDoing } from './bringStore'

const piece = (title: string) => ({ ...pieceFrom('D4 E4'), title })
const good = (name: string, kind: FileItem['kind'] = 'musicxml', title = name): FileItem => ({
  name,
  kind,
  reading: { ok: true, piece: piece(title), notices: ['a chord symbol was left out'], misfits: [] },
})
const bad = (name: string): FileItem => ({ name, kind: null, reading: wholeFile('it is no music') })
const file = (name: string) => new File(['x'], name)

function bring(read: BringDoing['read'], put?: BringDoing['put']) {
  const added = vi.fn()
  const kept: string[] = []
  const b = createBring({
    read,
    put:
      put ??
      (async (_of, _file, pieces): Promise<BringReply> => {
        const titles = pieces.map((p) => p.piece.title)
        kept.push(...titles)
        return { ok: true, added: titles.map((title) => ({ id: `id of ${title}`, title })) }
      }),
    added,
  })
  const lines = () => b.getState().lines.map((l) => [l.name, l.state])
  return { b, added, kept, lines }
}

describe('what is brought to the shelf', () => {
  it('one file is added, said with what was left out, and opened', async () => {
    const { b, added, lines } = bring(async (f) => [good(f.name)])
    await b.getState().bring('owls', [file('Hill')])
    expect(lines()).toEqual([['Hill', 'added']])
    expect(b.getState().lines[0]).toMatchObject({ pieceId: 'id of Hill', says: ['a chord symbol was left out'] })
    expect(added).toHaveBeenCalledExactlyOnceWith('owls', 'id of Hill')
    expect(b.getState()).toMatchObject({ done: 1, total: 1 })
  })
  it('a file that fails keeps none of the others, and says why', async () => {
    const { b, kept, added, lines } = bring(async (f) => [f.name === 'Broken' ? bad(f.name) : good(f.name)])
    await b.getState().bring('owls', [file('One'), file('Broken'), file('Two')])
    expect(lines()).toEqual([
      ['One', 'added'],
      ['Broken', 'failed'],
      ['Two', 'added'],
    ])
    expect(kept).toEqual(['One', 'Two'])
    expect(b.getState().lines[1].says[0]).toContain('it is no music')
    // Several were brought: none of them is opened.
    expect(added).toHaveBeenCalledExactlyOnceWith('owls', null)
  })
  it('of two files one of which fails none is opened, though one alone was added', async () => {
    const { b, added } = bring(async (f) => [f.name === 'Broken' ? bad(f.name) : good(f.name)])
    await b.getState().bring('owls', [file('One'), file('Broken')])
    expect(added).toHaveBeenCalledExactlyOnceWith('owls', null)
  })
  it('what the server refuses is not added, in its words', async () => {
    const { b, added } = bring(
      async (f) => [good(f.name)],
      async () => ({ ok: false, problem: 'the disk is full' }),
    )
    await b.getState().bring('owls', [file('Hill')])
    expect(b.getState().lines[0]).toMatchObject({ state: 'failed', says: ['the disk is full'] })
    expect(added).not.toHaveBeenCalled()
  })
  it('of several tunes the teacher chooses; only those are added, each on its line', async () => {
    const tunes = [good('1', 'abc', 'Hill'), good('2', 'abc', 'Dale'), good('3', 'abc', 'Vale')]
    const { b, kept, lines } = bring(async () => tunes)
    await b.getState().bring('owls', [file('book.abc')])
    expect(lines()).toEqual([['book.abc', 'choose']])
    expect(kept).toEqual([])
    await b.getState().choose(b.getState().lines[0].id, [tunes[2], tunes[0]])
    expect(kept).toEqual(['Vale', 'Hill'])
    expect(lines()).toEqual([
      ['3: Vale', 'added'],
      ['1: Hill', 'added'],
    ])
  })
  it('what was played waits for its grid, and is read anew with another', async () => {
    const read = vi.fn(async (f: File) => [good(f.name, 'midi')])
    const { b, kept } = bring(read)
    await b.getState().bring('owls', [file('played.mid')])
    const [line] = b.getState().lines
    expect(line.state).toBe('midi')
    const choices = { grid: { parts: 4, triplets: false }, key: null } as never
    await b.getState().again(line.id, choices)
    expect(read).toHaveBeenLastCalledWith(line.file, choices)
    expect(kept).toEqual([])
    await b.getState().choose(line.id, b.getState().lines[0].items)
    expect(kept).toEqual(['played.mid'])
  })
  it('what was added goes when more is brought; troubles stay until they are put away, what is undecided until it is decided', async () => {
    const tunes = [good('1', 'abc'), good('2', 'abc')]
    const { b, added, lines } = bring(async (f) => (f.name === 'book' ? tunes : f.name === 'Broken' ? [bad(f.name)] : [good(f.name)]))
    await b.getState().bring('owls', [file('Hill'), file('Broken'), file('book')])
    await b.getState().bring('owls', [file('Dale')])
    expect(lines()).toEqual([
      ['Broken', 'failed'],
      ['book', 'choose'],
      ['Dale', 'added'],
    ])
    b.getState().clear()
    expect(lines()).toEqual([['book', 'choose']])
    b.getState().dismiss(b.getState().lines[0].id)
    expect(lines()).toEqual([])
    // A lone good file opens, also beside a trouble that has not been put away; not while something is undecided.
    await b.getState().bring('owls', [file('Broken'), file('Vale')])
    expect(added).toHaveBeenLastCalledWith('owls', null)
    await b.getState().bring('owls', [file('Fell')])
    expect(added).toHaveBeenLastCalledWith('owls', 'id of Fell')
    await b.getState().bring('owls', [file('book')])
    await b.getState().bring('owls', [file('Moor')])
    expect(added).toHaveBeenLastCalledWith('owls', null)
    for (const l of b.getState().lines) b.getState().dismiss(l.id)
    // What is no longer there is not read anew, nor added.
    await b.getState().choose(99, tunes)
    await b.getState().again(99, {} as never)
    expect(lines()).toEqual([])
  })
})
