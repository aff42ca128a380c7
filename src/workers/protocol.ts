import type { SecondOffers } from '@/core/composing/offers'
import { LINE_LENGTHS, WISHES, type LineOrder, type OrderedLine } from '@/core/composing/ordered'
import { TRAINS } from '@/core/composing/trains'
import { keySchema } from '@/core/music/key.schema'
import { meterSchema } from '@/core/music/time.schema'
import * as z from 'zod/mini'
import type { EverySeat, SeatId } from '@/core/seats/seat'
import type { Fits } from '@/core/composing/fit'
import { MOST_LINES, MOST_MEASURES, type Piece } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import type { ClassSettings } from '@/core/plan/class'
import { classSettingsSchema } from '@/core/plan/class.schema'
import type { Plan } from '@/core/plan/plan'
import { planSchema } from '@/core/plan/plan.schema'
import type { Companion } from '@/core/plan/companion'
import type { DrillKind } from '@/core/drills/drill'
import type { SilentStep } from '@/core/drills/silent'
import { warmupSettledSchema } from '@/core/plan/settled.schema'
import type { Rescue } from '@/core/balance/rescue'
import type { Scored } from '@/core/balance/search'
import { searchSpaceSchema } from '@/core/balance/search.schema'
import type { Comparison } from '@/formats/midi/compare'
import type { MidiChoices } from '@/formats/midi/read'
import type { FileItem } from '@/formats/read'

/** What crosses to the engraving worker: the score, the width of the column in pixels, the scale in percent. */
export const systemsRequest = z.object({
  mei: z.string().check(z.maxLength(20_000_000)),
  width: z.number().check(z.minimum(200), z.maximum(6000)),
  scale: z.number().check(z.minimum(10), z.maximum(100)),
})
export type SystemsRequest = z.infer<typeof systemsRequest>

/** The worker's face. */
export type Engraver = { systems(request: SystemsRequest): Promise<string[]> }

/** A file to be read, and for MIDI how it is to be written down. */
export type ReadRequest = { readonly name: string; readonly bytes: Uint8Array; readonly midi?: MidiChoices }

/** The reading worker's face. */
export type FileReader = {
  read(request: ReadRequest): FileItem[]
  /** What putting a MIDI file on the grid does to its first beats. */
  compare(request: ReadRequest): Comparison | null
}

/** A piece, what has been decided about it, and its class: what is to be weighed. */
export const weighRequest = z.object({ piece: pieceSchema, plan: planSchema, klass: classSettingsSchema })
export type WeighRequest = z.infer<typeof weighRequest>

/** The same with what is to be tried. */
export const searchRequest = z.extend(weighRequest, { space: searchSpaceSchema })
export type SearchRequest = z.infer<typeof searchRequest>

/** A line of reading as it is asked for. */
export const lineOrder = z.object({
  key: keySchema,
  meter: meterSchema,
  measures: z.literal(LINE_LENGTHS),
  train: z.enum(TRAINS),
  seed: z.int().check(z.minimum(0), z.maximum(999_999_999)),
  wish: z.optional(z.literal(WISHES)),
})

/** The line that is laid beside the first of a piece: its own, entering later, or one of another piece. */
export const fitRequest = z.object({
  piece: pieceSchema,
  line: z.int().check(z.minimum(0), z.maximum(MOST_LINES)),
  after: z.int().check(z.minimum(0), z.maximum(MOST_MEASURES)),
})
export type FitRequest = z.infer<typeof fitRequest>

/** The weighing worker's face. */
export type Weigher = {
  /** Gets ready for a search: every signature found after it is of this request. */
  prepare(request: SearchRequest): void
  /** The best settings of one signature, best first. */
  find(fifths: number): Scored[]
  rescues(request: WeighRequest, seat: SeatId, index: number): Rescue[]
  /** Lines that fit the tune, for a seat. */
  seconds(request: WeighRequest, seat: SeatId): SecondOffers
  /** Whether two lines fit, the second entering so many measures later, and who could play them. */
  fit(request: WeighRequest, other: FitRequest): Fits
  /** A line of reading; null where the seats have too few notes in common. */
  line(klass: ClassSettings, order: LineOrder): OrderedLine | null
}

const measureIndex = z.int().check(z.minimum(0), z.maximum(MOST_MEASURES))

/** What is practised: a piece as it is weighed, all of it or the measures that are picked. */
export const practiseRequest = z.extend(weighRequest, {
  stretch: z.nullable(z.object({ from: measureIndex, to: measureIndex })),
})
export type PractiseRequest = z.infer<typeof practiseRequest>

/** What is asked of the drills that were made ready. */
export const todayRequest = warmupSettledSchema

/** A drill as a list has it: all but its music. */
export type DrillInfo = {
  readonly id: string
  /** The same for drills that differ only in how the same is practised. */
  readonly family: string
  readonly kind: DrillKind
  readonly heading: string
  readonly variant: string
  readonly title: string
  readonly purpose: string
  readonly minutes: number
  readonly tempo: number
  readonly times: number
  /** Measures of the piece, by index. */
  readonly measures: readonly number[]
  /** At how many notes of each seat it takes something off. */
  readonly serves: EverySeat<number>
  readonly companions: EverySeat<Companion | null>
  readonly care: string | null
}

/** What can be practised, and what of it stands for its family. */
export type StockInfo = { readonly drills: readonly DrillInfo[]; readonly first: readonly string[]; readonly steps: readonly SilentStep[] }

/** What is done today. */
export type TodayInfo = {
  readonly items: readonly { readonly id: string; readonly minutes: number; readonly drill: DrillInfo | null }[]
  readonly minutes: number
  readonly said: string
  readonly gone: readonly string[]
}

/** A drill with its music, and what each seat could do in it. */
export type DrillMusic = {
  readonly info: DrillInfo
  readonly piece: Piece
  readonly plan: Plan
  readonly choices: EverySeat<readonly Companion[]>
}

/** The practising worker's face. What was made ready is kept by its number until the next. */
export type Practiser = {
  prepare(number: number, request: PractiseRequest): StockInfo
  /** Null: nothing of this number is ready. */
  today(number: number, settled: z.infer<typeof todayRequest>): TodayInfo | null
  music(number: number, ids: readonly string[], settled: z.infer<typeof todayRequest>): DrillMusic[] | null
}
