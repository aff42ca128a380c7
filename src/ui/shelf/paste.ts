/** What a paste brings: files, or text that looks like a score as a file of its own. */
export function pastedFiles(data: DataTransfer | null): File[] {
  const files = [...(data?.files ?? [])]
  if (files.length) return files
  const text = data?.getData('text/plain') ?? ''
  if (/^\s*</.test(text)) return [new File([text], 'pasted.musicxml')]
  if (/^(X:|K:)/m.test(text)) return [new File([text], 'pasted.abc')]
  return []
}
