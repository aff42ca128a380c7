/** The steps of the work that share one desk: its selection and its undo go along. */
export const DESK_STEPS = ['read', 'map', 'level'] as const
export type DeskStep = (typeof DESK_STEPS)[number]

/** Where a step of a piece is. */
export const stepPath = (id: string, step: DeskStep): string => (step === 'map' ? `/pieces/${id}` : `/pieces/${id}/${step}`)

/** Which step a path shows. */
export const stepOf = (path: string): DeskStep => DESK_STEPS.find((s) => s !== 'map' && path.endsWith(`/${s}`)) ?? 'map'
