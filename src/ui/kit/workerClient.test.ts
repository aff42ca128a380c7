import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FakeWorker } from './testing/fakeWorker'
import { keptWorker, TookTooLong } from './workerClient'

type Face = { echo(x: number): Promise<number>; slow(): Promise<void>; refuse(): Promise<void> }

const start = () => new FakeWorker() as unknown as Worker

beforeEach(() => {
  FakeWorker.face = () => ({
    echo: (x: number) => Promise.resolve(x),
    slow: () => new Promise<void>(() => {}),
    refuse: () => Promise.reject(new Error('not this one')),
  })
})
afterEach(() => FakeWorker.endAll())

describe('a kept worker', () => {
  it('is started at the first question and kept for the next', async () => {
    const kept = keptWorker<Face>(start)
    expect(FakeWorker.all).toHaveLength(0)
    expect(await kept.ask((w) => w.echo(3))).toBe(3)
    expect(await kept.ask((w) => w.echo(4))).toBe(4)
    expect(FakeWorker.all).toHaveLength(1)
  })

  it('is stopped when it takes too long, and the next question starts another', async () => {
    const kept = keptWorker<Face>(start, 30)
    await expect(kept.ask((w) => w.slow())).rejects.toBeInstanceOf(TookTooLong)
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true])
    expect(await kept.ask((w) => w.echo(5))).toBe(5)
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true, false])
  })

  it('that answered in time is left alone when the time is over', async () => {
    const kept = keptWorker<Face>(start, 20)
    await kept.ask((w) => w.echo(1))
    await new Promise((r) => setTimeout(r, 40))
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([false])
  })

  it('that breaks tells all who wait, and is replaced once', async () => {
    const kept = keptWorker<Face>(start)
    const waiting = [kept.ask((w) => w.slow()), kept.ask((w) => w.slow())].map((p) => expect(p).rejects.toThrow('no such file'))
    FakeWorker.all[0].onerror?.({ message: 'no such file' })
    await Promise.all(waiting)
    expect(await Promise.all([kept.ask((w) => w.echo(1)), kept.ask((w) => w.echo(2))])).toEqual([1, 2])
    expect(FakeWorker.all.map((w) => w.ended)).toEqual([true, false])
  })

  it('that refuses one question answers the next', async () => {
    const kept = keptWorker<Face>(start)
    await expect(kept.ask((w) => w.refuse())).rejects.toThrow('not this one')
    expect(await kept.ask((w) => w.echo(7))).toBe(7)
    expect(FakeWorker.all).toHaveLength(1)
  })

  it('that cannot be started rejects the question and is tried again at the next', async () => {
    const starts = vi.fn(start).mockImplementationOnce(() => {
      throw new Error('refused')
    })
    const kept = keptWorker<Face>(starts)
    await expect(kept.ask((w) => w.echo(1))).rejects.toThrow('refused')
    expect(await kept.ask((w) => w.echo(1))).toBe(1)
  })
})
