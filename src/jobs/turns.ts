/** Gives way: other tasks of the thread go on before this one does. To be called between the parts of a long task, none longer than a second. */
export const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))
