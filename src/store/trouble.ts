/** What is wrong with the data file. `full`: no room on the disk; `moved`: it is no longer where it was opened; `gone`: what was asked for was taken away meanwhile. */
type DataTrouble = 'gone' | 'damaged' | 'foreign' | 'newer' | 'unwritable' | 'busy' | 'full' | 'moved' | 'migrating'

/** Something about the data file that the one who started the application can put right; its message says what to do. */
export class DataError extends Error {
  constructor(
    readonly trouble: DataTrouble,
    message: string,
  ) {
    super(message)
  }
}

/** A failure of SQLite in the words of the one who can put it right; anything else as it came. */
export function explained(e: unknown, file: string): Error {
  if (e instanceof DataError) return e
  const text = `${(e as { code?: string }).code ?? ''} ${(e as Error).message}`
  if (/SQLITE_CORRUPT|SQLITE_NOTADB|malformed|not a database|quick_check/i.test(text))
    return new DataError(
      'damaged',
      `The data file ${file} is damaged, or not an Even Seat file. Move it away and start again (we make a new one), or put a copy in its place.`,
    )
  if (/SQLITE_FULL|ENOSPC|disk is full/i.test(text))
    return new DataError(
      'full',
      `The disk is full: there’s no room left for ${file}. Make some room. Until then we can’t save anything new.`,
    )
  if (/SQLITE_READONLY_DBMOVED/i.test(text)) return moved(file)
  if (/SQLITE_READONLY|readonly|EACCES|EROFS|SQLITE_CANTOPEN|unable to open/i.test(text))
    return new DataError(
      'unwritable',
      `The data file ${file} can’t be written. Check its permissions and its folder's, or choose another folder with EVEN_SEAT_DATA.`,
    )
  if (/SQLITE_BUSY|SQLITE_LOCKED|database is locked/i.test(text))
    return new DataError('busy', `The data file ${file} is in use by another program. Close it and try again.`)
  return e as Error
}

/** The data file is not where it was when it was opened. */
export const moved = (file: string): DataError =>
  new DataError(
    'moved',
    `The data file ${file} was moved, deleted or replaced while Even Seat was running, so we can’t save. Put its folder back as it was, or start Even Seat again.`,
  )
