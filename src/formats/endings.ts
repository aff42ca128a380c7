/** What can be brought in, by file ending. Apart from the readers, so that a page can say it without loading them. */
export const ENDINGS = ['.musicxml', '.xml', '.mxl', '.abc', '.mid', '.midi', '.json', '.zip'] as const
