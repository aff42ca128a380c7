/** A text as it was brought: the file's name and what stood in it. */
type SourceText = { readonly name: string; readonly text: string }

/**
 * The source under another title, where the title is typed with the tune (abc): the first T: line, or a new one after X:.
 * A file of another kind is kept as it came.
 */
export function retitledSource(source: SourceText, title: string): SourceText {
  if (!/^K:/m.test(source.text)) return source
  const line = `T:${title.replace(/[\r\n]+/g, ' ')}`
  if (/^T:.*$/m.test(source.text)) return { ...source, text: source.text.replace(/^T:.*$/m, () => line) }
  if (/^X:.*$/m.test(source.text)) return { ...source, text: source.text.replace(/^X:.*$/m, (x) => `${x}\n${line}`) }
  return { ...source, text: `${line}\n${source.text}` }
}
