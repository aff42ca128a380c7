/** A title as a file name that every system takes. */
export const fileName = (title: string): string =>
  title
    .replace(/[\\/:*?"<>|\u0000-\u001f]+/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[. ]+|[. ]+$/g, '')
    .slice(0, 100) || 'Untitled'
