/** What can be brought in, by file ending. Apart from the readers, so that a page can say it without loading them. */
export const ENDINGS = ['.musicxml', '.xml', '.abc'] as const
