import { deflateRawSync } from 'node:zlib'
import type { Piece } from '@/core/piece/piece'
import type { Packed } from '@/ui/kit/Unpacked'

/** From so many measures on, counted in all lines, a piece is sent deflated. */
const LONG = 160

/** A value made small for the way to its screen, and what is said until it is there. */
export const deflated = <T>(value: T, said: string): Packed<T> => ({
  deflated: deflateRawSync(JSON.stringify(value)).toString('base64'),
  said,
})

/** A piece with what belongs to it, as it is or, when it is long, deflated. */
export function packed<T extends { readonly piece: Piece }>(music: T): Packed<T> {
  const { title, lines } = music.piece
  const said = `Opening ${title} …`
  return lines.length * lines[0].measures.length > LONG ? deflated(music, said) : { json: JSON.stringify(music), said }
}
