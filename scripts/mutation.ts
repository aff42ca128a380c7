/** One small change to the code, and the tests that ought to notice it. `from` stands exactly once in the file. */
export type Mutation = { readonly file: string; readonly from: string; readonly to: string; readonly tests: readonly string[] }

/** Changes of one file that the same tests ought to notice. */
export const of = (file: string, tests: readonly string[], ...changes: readonly (readonly [string, string])[]): Mutation[] =>
  changes.map(([from, to]) => ({ file, from, to, tests }))
