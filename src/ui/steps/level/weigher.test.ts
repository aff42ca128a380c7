import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { nearestFirst, search, WHOLE_SPACE, type Scored } from '@/core/balance/search'
import { pieceFrom } from '@/core/testing/piece'
import { FakeWorker } from '@/ui/kit/testing/fakeWorker'
import type { SearchRequest, Weigher } from '@/workers/protocol'

type Face = Pick<Weigher, 'prepare' | 'find'>

const request = (signatures: readonly number[] = WHOLE_SPACE.signatures): SearchRequest => ({
  piece: pieceFrom('G4 A4 B4 D5 C5 B4 F#4:h', { fifths: 1, mode: 'major' }),
  plan: emptyPlan(),
  klass: DEFAULT_CLASS,
  space: { ...WHOLE_SPACE, signatures },
})
const scored = (fifths: number) => [{ setting: { fifths } }] as unknown as Scored[]
const keysOf = (found: readonly Scored[][]) => found.map(([f]) => f.setting.fifths)

/** What each worker was asked, in order. */
let asked: (number | 'prepare')[][]
/** A face that notes what it is asked, and answers each key when `answer` does. */
const noting = (answer: (fifths: number) => Scored[] | Promise<Scored[]> = scored) => {
  FakeWorker.face = () => {
    const mine: (number | 'prepare')[] = []
    asked.push(mine)
    return {
      prepare: () => void mine.push('prepare'),
      find: ((fifths: number) => {
        mine.push(fifths)
        return answer(fifths)
      }) as Face['find'],
    }
  }
}
/** The same, answering nothing until it is released. */
const holding = (held: () => boolean = () => true): (() => void) => {
  let release = () => {}
  const slow = new Promise<void>((resolve) => (release = resolve))
  noting(async (fifths) => {
    if (held()) await slow
    return scored(fifths)
  })
  return () => release()
}
const load = () => import('./weigher')

beforeEach(() => {
  vi.resetModules()
  asked = []
  FakeWorker.all = []
  vi.stubGlobal('Worker', FakeWorker)
  vi.stubGlobal('navigator', { hardwareConcurrency: 3 })
  noting()
})
afterEach(() => {
  FakeWorker.endAll()
  vi.unstubAllGlobals()
})

describe('a search in workers', () => {
  it('gives every key to one of two workers, the nearest first, and tells what each came to', async () => {
    const { runSearch } = await load()
    const found: Scored[][] = []
    await runSearch(request(), (f) => found.push(f)).done
    expect(asked).toHaveLength(2)
    expect(new Set(keysOf(found))).toEqual(new Set(WHOLE_SPACE.signatures))
    expect(found).toHaveLength(15)
    for (const mine of asked) {
      expect(mine[0]).toBe('prepare')
      const keys = mine.slice(1) as number[]
      expect(keys.length).toBeGreaterThan(0)
      expect(keys).toEqual(nearestFirst(request().piece, keys))
    }
  })

  it('finds what the search in one go finds', async () => {
    const { searcher } = await import('@/core/balance/search')
    FakeWorker.face = () => {
      let find: ReturnType<typeof searcher> | null = null
      const prepare: Face['prepare'] = ({ piece, plan, klass, space }) => void (find = searcher(piece, plan, klass, space))
      return { prepare, find: (f: number) => find!(f) }
    }
    const { runSearch } = await load()
    const own = request([0, 1, 2, -1])
    const found: Scored[][] = []
    await runSearch(own, (f) => found.push(f)).done
    const byKey = (all: readonly Scored[][]) => [...all].sort((a, b) => a[0].setting.fifths - b[0].setting.fifths)
    expect(byKey(found)).toEqual(byKey([...search(own.piece, own.plan, own.klass, own.space)]))
  })

  it('sends a request once, and again only when something of it has changed', async () => {
    const { runSearch } = await load()
    const own = request()
    const prepared = () => asked.flat().filter((x) => x === 'prepare').length
    await runSearch(own, () => {}).done
    await runSearch({ ...own, space: { ...own.space } }, () => {}).done
    expect(prepared()).toBe(2)
    await runSearch({ ...own, plan: emptyPlan() }, () => {}).done
    expect(prepared()).toBe(4)
    await runSearch({ ...own, plan: emptyPlan(), space: { ...own.space, schools: true } }, () => {}).done
    expect(prepared()).toBe(6)
  })

  it('a worker that is slow with one key leaves the others to its neighbour', async () => {
    let release = () => {}
    const slow = new Promise<void>((resolve) => (release = resolve))
    noting(async (fifths) => {
      if (fifths === 1) await slow
      return scored(fifths)
    })
    const { runSearch } = await load()
    const found: Scored[][] = []
    const { done } = runSearch(request(), (f) => found.push(f))
    await vi.waitFor(() => expect(found).toHaveLength(14))
    release()
    await done
    expect(keysOf(found).at(-1)).toBe(1)
  })

  it('keeps its workers for the next search, and starts no more than there are cores beside the page’s, or keys', async () => {
    const { runSearch } = await load()
    await runSearch(request(), () => {}).done
    await runSearch(request(), () => {}).done
    expect(FakeWorker.all).toHaveLength(2)
    const started = async (hardwareConcurrency: number | undefined, keys = WHOLE_SPACE.signatures) => {
      vi.resetModules()
      FakeWorker.all.length = 0
      vi.stubGlobal('navigator', { hardwareConcurrency })
      const other = await load()
      await other.runSearch(request(keys), () => {}).done
      return FakeWorker.all.length
    }
    expect([await started(undefined), await started(1), await started(2), await started(4), await started(32)]).toEqual([1, 1, 1, 3, 3])
    expect(await started(8, [3])).toBe(1)
  })

  it('cancelled, ends at once, tells nothing more and asks for no more keys', async () => {
    const release = holding()
    const { runSearch } = await load()
    const found: Scored[][] = []
    const running = runSearch(request(), (f) => found.push(f))
    await vi.waitFor(() => expect(asked.every((a) => a.length === 2)).toBe(true))
    running.cancel()
    await running.done
    release()
    // Its workers go on to the next search when they have done the key they were at.
    await new Promise((r) => setTimeout(r, 50))
    expect(found).toEqual([])
    expect(asked.map((a) => a.length)).toEqual([2, 2])
    await runSearch(request(), (f) => found.push(f)).done
    expect(FakeWorker.all).toHaveLength(2)
    expect(found).toHaveLength(15)
  })

  it('a search right after a cancelled one does not wait for it, and no worker is left over', async () => {
    let first = true
    const release = holding(() => first)
    const { runSearch } = await load()
    const one = runSearch(request(), () => {})
    await vi.waitFor(() => expect(asked.every((a) => a.length === 2)).toBe(true))
    one.cancel()
    first = false
    const found: Scored[][] = []
    await runSearch(request(), (f) => found.push(f)).done
    expect(found).toHaveLength(15)
    release()
    await vi.waitFor(() => expect(FakeWorker.all.filter((w) => w.ended)).toHaveLength(2))
  })

  it('is told when a worker breaks or cannot be loaded, and the next search starts others', async () => {
    noting(() => new Promise(() => {}))
    const { runSearch } = await load()
    const { done } = runSearch(request(), () => {})
    const heard = expect(done).rejects.toThrow('no such file')
    FakeWorker.all[1].onerror?.({ message: 'no such file' })
    await heard
    expect(FakeWorker.all.every((w) => w.ended)).toBe(true)
    noting()
    const found: Scored[][] = []
    await runSearch(request(), (f) => found.push(f)).done
    expect(found).toHaveLength(15)
  })

  it('is told what a worker could not do', async () => {
    noting(() => {
      throw new Error('out of memory')
    })
    const { runSearch } = await load()
    await expect(runSearch(request(), () => {}).done).rejects.toThrow('out of memory')
  })
})

describe('workers that are started ahead', () => {
  /** A search of one and the same request. */
  const own = request()
  const asking = () => asked.flat().filter((x): x is number => x !== 'prepare')
  const nearest = nearestFirst(own.piece, WHOLE_SPACE.signatures).slice(0, 8)

  it('begin with the nearest keys, each once, and the search that follows asks only for the others', async () => {
    const { prepareSearch, runSearch } = await load()
    prepareSearch(own)
    prepareSearch(own)
    await vi.waitFor(() => expect(asking()).toHaveLength(8))
    expect(new Set(asking())).toEqual(new Set(nearest))
    const found: Scored[][] = []
    await runSearch(own, (f) => found.push(f)).done
    expect(FakeWorker.all).toHaveLength(2)
    expect(new Set(keysOf(found))).toEqual(new Set(WHOLE_SPACE.signatures))
    expect([found.length, asking().length]).toEqual([15, 15])
    // The same question again has its answers.
    const again: Scored[][] = []
    await runSearch(own, (f) => again.push(f)).done
    expect(new Set(keysOf(again))).toEqual(new Set(WHOLE_SPACE.signatures))
    expect(asking()).toHaveLength(15)
  })

  it('leave off when a search of something else wants them, and give it nothing of theirs', async () => {
    const release = holding()
    const { prepareSearch, runSearch } = await load()
    prepareSearch(own)
    await vi.waitFor(() => expect(asked.map((a) => a.length)).toEqual([2, 2]))
    const found: Scored[][] = []
    const { done } = runSearch(request(), (f) => found.push(f))
    release()
    await done
    expect(found).toHaveLength(15)
    // One key each ahead, then the search and its keys.
    expect(asking()).toHaveLength(2 + 15)
  })

  it('whose keys are not answered yet answer the search too, without being asked again', async () => {
    const release = holding()
    const { prepareSearch, runSearch } = await load()
    prepareSearch(own)
    await vi.waitFor(() => expect(asking()).toHaveLength(2))
    const found: Scored[][] = []
    const { done } = runSearch(own, (f) => found.push(f))
    release()
    await done
    expect([found.length, asking().length]).toEqual([15, 15])
  })

  it('and break meanwhile fail the search that follows, and not the one after it', async () => {
    noting(() => new Promise(() => {}))
    const { prepareSearch, runSearch } = await load()
    prepareSearch(own)
    await vi.waitFor(() => expect(asking()).toHaveLength(2))
    FakeWorker.all[0].onerror?.({ message: 'broken' })
    await expect(runSearch(own, () => {}).done).rejects.toThrow('broken')
    noting()
    const found: Scored[][] = []
    await runSearch(own, (f) => found.push(f)).done
    expect(found).toHaveLength(15)
  })

  it('a cancelled search of the same goes on where it left off', async () => {
    let calls = 0
    const release = holding(() => ++calls > 4)
    const { runSearch } = await load()
    const first: Scored[][] = []
    const running = runSearch(own, (f) => first.push(f))
    await vi.waitFor(() => expect(first).toHaveLength(4))
    running.cancel()
    await running.done
    release()
    const found: Scored[][] = []
    await runSearch(own, (f) => found.push(f)).done
    expect([found.length, asking().length]).toEqual([15, 15])
  })
})

describe('the worker’s own face', () => {
  /** The worker's file with a channel in place of a worker's scope. */
  async function real() {
    const { port1, port2 } = new MessageChannel()
    vi.stubGlobal('addEventListener', port2.addEventListener.bind(port2))
    vi.stubGlobal('postMessage', port2.postMessage.bind(port2))
    await import('@/workers/weigh.worker')
    port2.start()
    const { wrap } = await import('comlink')
    return { face: wrap<Weigher>(port1), close: () => [port1, port2].forEach((p) => p.close()) }
  }

  it('finds keys of what was prepared, and refuses what is no request', async () => {
    const { face, close } = await real()
    const own = request([1])
    await expect(face.find(1)).rejects.toThrow('has to be prepared')
    await face.prepare(own)
    const [expected] = [...search(own.piece, own.plan, own.klass, own.space)]
    expect(await face.find(1)).toEqual(expected)
    await expect(face.prepare({ ...own, space: { ...own.space, signatures: [9] } })).rejects.toThrow('signatures')
    await expect(face.prepare({ ...own, piece: { ...own.piece, lines: [] } })).rejects.toThrow('lines')
    const easier = await face.rescues(own, 'bass', 0)
    expect(easier.length).toBeGreaterThan(0)
    close()
  })
})
