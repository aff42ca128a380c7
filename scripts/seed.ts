import fc from 'fast-check'
import { DEPTH } from '../src/core/testing/depth'
import { SAFETY } from '../src/store/connection'
import { PREPARED } from '../src/store/database'

/**
 * Property tests draw the same cases in every run, so that a failure means a change; other cases by
 * `FC_SEED=7 npm run unit`, before a step is called done.
 */
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261125) })

if (process.env.EVEN_SEAT_DEEP === '1') DEPTH.part = 1

// Unit tests pull no plug: what they write need not reach the disk, and a new data file is a copy of an empty one that was
// brought up to date once. connection.test.ts and the browser tests keep to what is shipped.
SAFETY.synchronous = 'OFF'
PREPARED.empty = process.env.EVEN_SEAT_EMPTY ?? null
