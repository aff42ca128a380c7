export type { PracticeRecord, Aim, PlanSettings } from './record.schema'

export const HEARD = ['sharp', 'true', 'flat'] as const
export type HeardAs = (typeof HEARD)[number]

/** How many pieces one plan may hold, and how many minutes a day. */
export const PLAN_BOUNDS = { pieces: 12, least: 1, most: 240 } as const
