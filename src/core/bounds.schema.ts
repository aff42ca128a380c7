import * as z from 'zod/mini'

/** The last moment that is taken for a time: the end of the year 9999, in milliseconds since 1970. Beyond, a date cannot be said. */
const LAST = 253_402_300_799_999

/** A time in milliseconds since 1970. */
export const timeSchema = z.int().check(z.minimum(0), z.maximum(LAST))

/** A version of something saved: counted from 1. */
export const versionNumber = z.int().check(z.minimum(1), z.maximum(1_000_000_000))
