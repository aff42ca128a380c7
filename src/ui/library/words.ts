import { count } from '@/core/count'

export { megabytes } from '@/formats/limits'

/** "1 piece is", "3 pieces are". */
export const countIs = (n: number, noun: string): string => count(n, `${noun} is`, `${noun}s are`)
