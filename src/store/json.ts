/** JSON text of a column as a value, to be checked by its schema; undefined when it is no JSON. */
export function parsedJson(text: unknown): unknown {
  if (typeof text !== 'string') return undefined
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}
