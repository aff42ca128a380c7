/** Milliseconds since 1970: the one place where the application reads the clock for what it stores and shows. */
export const now = (): number => Date.now()
