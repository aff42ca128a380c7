/** Gives the keys back to the music: what was typed into or pressed is left. */
export const toMusic = (): void => document.querySelector<HTMLElement>('[data-music]')?.focus({ preventScroll: true })
