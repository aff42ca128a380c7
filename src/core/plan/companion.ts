/** What a seat does while the thing is not for it, the likeliest first. */
export const COMPANIONS = ['octave', 'open string', 'bow only', 'silent'] as const
export type Companion = (typeof COMPANIONS)[number]

/** What a companion is called in a list. */
export const COMPANION_NAMES: Readonly<Record<Companion, string>> = {
  octave: 'the same notes in its own octave',
  'open string': 'the rhythm on an open string',
  'bow only': 'just the bow, on open strings',
  silent: 'fingers only, counting',
}
