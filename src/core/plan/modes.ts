/** How a passage is worked on, in the order in which a class goes through it. Common practice. */
export const MODES = ['listen', 'sing', 'say letters', 'say fingers', 'finger silently', 'pluck', 'bow only', 'bow'] as const
export type Mode = (typeof MODES)[number]

type About = {
  readonly name: string
  /** What the class does, as it is told. */
  readonly tells: string
  /** What is heard of the seats; null: the click alone. */
  readonly voice: 'bowed' | 'plucked' | null
  /** What stands large in time. */
  readonly shows: 'letters' | 'fingers' | null
}

export const ABOUT_MODE: Readonly<Record<Mode, About>> = {
  listen: { name: 'Listen', tells: 'Listen and follow with your eyes.', voice: 'bowed', shows: null },
  sing: { name: 'Sing', tells: 'Sing the note names at pitch.', voice: 'bowed', shows: 'letters' },
  'say letters': { name: 'Say note names', tells: 'Say the note names in time.', voice: null, shows: 'letters' },
  'say fingers': { name: 'Say fingers', tells: 'Say the fingers in time.', voice: null, shows: 'fingers' },
  'finger silently': { name: 'Finger silently', tells: 'Fingers on the strings, no bow.', voice: null, shows: 'fingers' },
  pluck: { name: 'Pluck', tells: 'Pluck it.', voice: 'plucked', shows: null },
  'bow only': { name: 'Bow only', tells: 'Just the bow, on open strings.', voice: 'bowed', shows: null },
  bow: { name: 'Bow', tells: 'Play it.', voice: 'bowed', shows: null },
}
