/** What is read at most; documented in docs/formats.md. Sizes in bytes. */
export const LIMITS = {
  /** A file as it is brought. */
  file: 16_000_000,
  /** The text of one score or tune collection, unpacked. */
  text: 12_000_000,
  /** The text of one abc tune: a long method-book piece has a hundredth of it. */
  tune: 200_000,
  /** Everything in one zip together, unpacked. */
  unpacked: 64_000_000,
  /** Files in one zip, and tunes in one abc file. */
  entries: 500,
  /** What the `map` command gives one file, in milliseconds. */
  time: 30_000,
} as const

/** "12 MB", "300 KB". */
export const megabytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} KB` : `${Math.round(bytes / 1e6)} MB`
