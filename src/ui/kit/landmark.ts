/** Where what opens over the page is put: inside its main part, so that readers of a screen find it within a landmark. */
export const landmark = (): HTMLElement => document.querySelector('main') ?? document.body
