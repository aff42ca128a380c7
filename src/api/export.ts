import '@/core/jitless'
import * as z from 'zod/mini'
import { seatIdSchema } from '@/core/seats/seat.schema'
import { ALL_SEATS, EXPORTS } from '@/formats/kinds'

export const exportQuery = z.object({ as: z.enum(EXPORTS), seat: z._default(z.union([z.literal(ALL_SEATS), seatIdSchema]), ALL_SEATS) })
