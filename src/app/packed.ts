import { deflateRawSync } from 'node:zlib'
import type { Packed } from '@/ui/kit/packed'

/** A value made small for the way to its screen. */
export const packed = <T>(value: T): Packed<T> => deflateRawSync(JSON.stringify(value)).toString('base64')
