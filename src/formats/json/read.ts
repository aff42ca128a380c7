import * as z from 'zod/mini'
import { sayIssue } from '@/core/issue'
import { upgraded, type Piece } from '@/core/piece/piece'
import { upgradedPlan } from '@/core/plan/upgrade'
import { misfitProblems } from '../assemble'
import { refused, wholeFile, type FileReading } from '../outcome'
import { pieceFileSchema } from './schema'

/** A piece as it stands, as a reading. */
export const jsonReading = (piece: Piece): FileReading => ({ ok: true, piece, notices: [], misfits: misfitProblems(piece) })

/** A piece file: the piece, and the plan when there is one. */
export function readPieceFile(text: string): z.infer<typeof pieceFileSchema> | { readonly problem: FileReading } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (e) {
    const at = /line (\d+) column (\d+)/.exec(String(e))
    return {
      problem: refused({
        line: Number(at?.[1] ?? 1),
        column: Number(at?.[2] ?? 1),
        text: 'this file is damaged (not well-formed JSON). Export the piece again',
      }),
    }
  }
  const shape = z.looseObject({ format: z.string(), piece: z.unknown() }).safeParse(value)
  if (!shape.success) return { problem: wholeFile('this JSON is not an Even Seat piece. Bring one that Even Seat exported') }
  const parsed = pieceFileSchema.safeParse({
    ...shape.data,
    piece: upgraded(shape.data.piece),
    ...('plan' in shape.data ? { plan: upgradedPlan(shape.data.plan) } : {}),
  })
  if (parsed.success) return parsed.data
  return { problem: wholeFile(`we can’t read this piece file: ${sayIssue(parsed.error)}. Export the piece again`) }
}
