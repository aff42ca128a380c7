import { count } from '@/core/count'

export { megabytes } from '@/formats/limits'

/** "1 piece is", "3 pieces are". */
export const countIs = (n: number, noun: string, many = `${noun}s`): string => count(n, `${noun} is`, `${many} are`)
