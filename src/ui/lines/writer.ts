'use client'

import type { LineOrder, OrderedLine } from '@/core/composing/ordered'
import type { ClassSettings } from '@/core/plan/class'
import { keptWorker } from '@/ui/kit/workerClient'
import type { Weigher } from '@/workers/protocol'

const writer = keptWorker<Weigher>(() => new Worker(new URL('../../workers/weigh.worker.ts', import.meta.url), { type: 'module' }))

/** A line written in a worker; null where the seats have too few notes of the key in common. */
export const writtenLine = (klass: ClassSettings, order: LineOrder): Promise<OrderedLine | null> => writer.ask((w) => w.line(klass, order))
