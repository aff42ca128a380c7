import type { SheetSource } from '@/core/sheets/made'
import type { StoredClass } from '@/store/classes'

/** A piece, its plan and class, with what they are known by: whoever has the same name has the same music. */
export type Known = SheetSource & { readonly known: string }

/** What a piece of a class is known by: both by id and version, so that no class ever has what was made for another. */
export const knownBy = (klass: Pick<StoredClass, 'id' | 'version'>, piece: { readonly id: string; readonly version: number }): string =>
  `${klass.id}@${klass.version} ${piece.id}@${piece.version}`
