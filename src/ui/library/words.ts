export { megabytes } from '@/formats/limits'

/** "1 piece", "3 pieces". */
export const count = (n: number, noun: string): string => `${n} ${noun}${n === 1 ? '' : 's'}`

/** "1 piece is", "3 pieces are". */
export const countIs = (n: number, noun: string): string => `${count(n, noun)} ${n === 1 ? 'is' : 'are'}`
