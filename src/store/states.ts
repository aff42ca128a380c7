import { deflateRawSync, inflateRawSync } from 'node:zlib'
import jsonPatch from 'fast-json-patch'

/** What one saved version of a piece says, as it stands in the data file: plain JSON values, checked when they are shown. */
export type State = { readonly piece: unknown; readonly plan: unknown; readonly text: string }

/**
 * A version as it is kept: the whole state, or what changed since the version before it (RFC 6902), deflated. A pin is a
 * hundred bytes this way, however long the piece is and however many pins it has.
 */
export type KeptState = { readonly whole: boolean; readonly body: Buffer }

/** A chain of changes is never longer than this, so that reading a version stays quick and one bad row hides few others. */
export const LONGEST_CHAIN = 32

const packed = (value: unknown): Buffer => deflateRawSync(JSON.stringify(value), { level: 6 })
/** The most that one version may unpack to, in bytes. */
const MOST_UNPACKED = 256_000_000
const unpacked = (body: Buffer): unknown => JSON.parse(inflateRawSync(body, { maxOutputLength: MOST_UNPACKED }).toString('utf8')) as unknown

/** A state kept whole. */
export const keptWhole = (state: State): KeptState => ({ whole: true, body: packed(state) })

/** A state kept as what changed since `before`; whole, where the change would be no smaller. */
export function keptSince(before: State, state: State): KeptState {
  const changes = jsonPatch.compare(before, state)
  const body = packed(changes)
  if (body.length < 400) return { whole: false, body }
  const whole = keptWhole(state)
  return body.length < whole.body.length / 2 ? { whole: false, body } : whole
}

/** The state that is kept after `before` (null: there was none). Throws when the row is damaged or its change does not fit. */
export function stateAfter(before: State | null, { whole, body }: KeptState): State {
  const value = unpacked(body)
  if (whole) return value as State
  if (!before) throw new Error('a version says what changed, and there is none before it')
  return changed(before, value)
}

/** A state with changes (RFC 6902) made to a copy of it. Throws when they do not fit. */
export const changed = (before: State, changes: unknown): State =>
  jsonPatch.applyPatch<State>(before as never, changes as Parameters<typeof jsonPatch.applyPatch>[1], true, false).newDocument

/** Changes that are known already, kept as they are. */
export const keptChanges = (changes: unknown): KeptState => ({ whole: false, body: packed(changes) })
