/** "1 note", "3 notes"; `many` where the plural is not the word with an s. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
