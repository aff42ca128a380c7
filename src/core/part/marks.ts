/**
 * What can be written at the notes of a part, in the order in which it is offered: what it is called, and whether it stands
 * there when nobody has said otherwise.
 */
export const ABOUT_MARKS = {
  letters: { name: 'letters', usual: false },
  strings: { name: 'strings', usual: false },
  fingers: { name: 'fingers', usual: true },
  calls: { name: 'what is said', usual: false },
  positions: { name: 'positions, over them', usual: true },
  frames: { name: 'finger patterns, over them', usual: false },
  bows: { name: 'bows, over them', usual: false },
  stays: { name: 'lines for fingers that stay down', usual: false },
  heads: { name: 'letters inside the heads', usual: false },
} as const
export type Mark = keyof typeof ABOUT_MARKS
export const PART_MARKS = Object.keys(ABOUT_MARKS) as [Mark, ...Mark[]]
export const USUAL_MARKS: readonly Mark[] = PART_MARKS.filter((m) => ABOUT_MARKS[m].usual)
