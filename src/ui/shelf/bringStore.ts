import { createStore } from 'zustand/vanilla'
import type { MidiChoices } from '@/formats/midi/read'
import type { FileItem } from '@/formats/read'
import { sayFileProblem } from '@/formats/outcome'
import type { BringReply } from '@/api/shelf'
import type { BroughtPieces } from '@/formats/brought'

/** One line of what happened to what was brought. */
export type BroughtLine = {
  readonly id: number
  /** The class on whose shelf it is brought. */
  readonly of: string
  readonly name: string
  readonly state: 'waiting' | 'reading' | 'added' | 'failed' | 'choose' | 'midi'
  /** What is wrong with it, or what was left out of it. */
  readonly says: readonly string[]
  readonly pieceId?: string
  /** Tunes to choose from, or a MIDI file whose grid can be changed; with the file that they are in. */
  readonly items: readonly FileItem[]
  readonly file: File
}

export type BringDoing = {
  read(file: File, midi?: MidiChoices): Promise<FileItem[]>
  put(of: string, file: File, pieces: BroughtPieces): Promise<BringReply>
  /** Called after something was added; with its id when it was all there was to do. */
  added(of: string, only: string | null): void
}

type BringState = {
  readonly lines: readonly BroughtLine[]
  readonly done: number
  readonly total: number
  bring(of: string, files: readonly File[]): Promise<void>
  /** Adds the chosen items of a line that waits. */
  choose(id: number, items: readonly FileItem[]): Promise<void>
  /** Reads a MIDI line anew. */
  again(id: number, midi: MidiChoices): Promise<void>
  dismiss(id: number): void
  /** Puts away what is done with: what was added, and what went wrong. What is undecided stays. */
  clear(): void
}

/** What is brought to the shelf, file by file: a file that fails keeps none of the others. */
export function createBring(doing: BringDoing) {
  let next = 0
  return createStore<BringState>()((set, get) => {
    const put = (line: BroughtLine) =>
      set((s) => ({
        lines: s.lines.some((l) => l.id === line.id) ? s.lines.map((l) => (l.id === line.id ? line : l)) : [...s.lines, line],
      }))
    const lineOf = (of: string, file: File, name: string, state: BroughtLine['state']): BroughtLine => ({
      id: next++,
      of,
      name,
      state,
      says: [],
      items: [],
      file,
    })
    const failed = (line: BroughtLine, says: readonly string[]): void => put({ ...line, state: 'failed', says, items: [] })

    /** Adds items that could be read, and says of each what came of it; the first takes the place of `line`. */
    const add = async (line: BroughtLine, items: readonly FileItem[]): Promise<string[]> => {
      const good = items.flatMap(({ reading, text, plan }) => (reading.ok ? [{ reading, text, plan }] : []))
      const reply: BringReply | null = good.length
        ? await doing.put(
            line.of,
            line.file,
            good.map(({ reading, text, plan }) => ({ piece: reading.piece, ...(text ? { text } : {}), ...(plan ? { plan } : {}) })),
          )
        : null
      let place: BroughtLine | null = line
      const take = (name: string): BroughtLine => {
        const here = place ? { ...place, name, items: [] } : lineOf(line.of, line.file, name, 'reading')
        place = null
        return here
      }
      for (const item of items) {
        const here = take(item.name)
        const { reading } = item
        const n = good.findIndex((g) => g.reading === reading)
        if (!reading.ok) failed(here, reading.problems.slice(0, 5).map(sayFileProblem))
        else if (!reply?.ok) failed(here, [reply?.problem ?? 'it was not added'])
        else {
          const { id, title } = reply.added[n]
          put({
            ...here,
            name: item.name === title ? title : `${item.name}: ${title}`,
            state: 'added',
            pieceId: id,
            says: [...reading.notices, ...reading.misfits.map(sayFileProblem)],
          })
        }
      }
      return reply?.ok ? reply.added.map((a) => a.id) : []
    }

    /** While something else waits to be decided, the shelf is not left for the desk. */
    const isDecided = (): boolean => get().lines.every((l) => l.state === 'added' || l.state === 'failed')
    return {
      lines: [],
      done: 0,
      total: 0,
      bring: async (of, files) => {
        const lines = files.map((f) => lineOf(of, f, f.name, 'waiting'))
        set((s) => ({
          lines: [...s.lines.filter((l) => l.state !== 'added'), ...lines],
          done: 0,
          total: files.length,
        }))
        const added: string[] = []
        for (const line of lines) {
          put({ ...line, state: 'reading' })
          const items = await doing.read(line.file)
          const ofAbc = items.length > 1 && items.every((i) => i.kind === 'abc')
          const [only] = items
          if (ofAbc) put({ ...line, state: 'choose', items })
          else if (items.length === 1 && only.kind === 'midi' && only.reading.ok) put({ ...line, state: 'midi', items })
          else added.push(...(await add(line, items)))
          set((s) => ({ done: s.done + 1 }))
        }
        const alone = files.length === 1 && added.length === 1 && isDecided()
        if (added.length) doing.added(of, alone ? added[0] : null)
      },
      choose: async (id, items) => {
        const line = get().lines.find((l) => l.id === id)
        if (!line) return
        put({ ...line, state: 'reading' })
        const added = await add(line, items)
        if (added.length) doing.added(line.of, added.length === 1 && isDecided() ? added[0] : null)
      },
      again: async (id, midi) => {
        const line = get().lines.find((l) => l.id === id)
        if (!line) return
        const items = await doing.read(line.file, midi)
        if (get().lines.some((l) => l.id === id)) put({ ...line, items })
      },
      dismiss: (id) => set((s) => ({ lines: s.lines.filter((l) => l.id !== id) })),
      clear: () => set((s) => ({ lines: s.lines.filter((l) => l.state !== 'added' && l.state !== 'failed') })),
    }
  })
}
export type BringStore = ReturnType<typeof createBring>
