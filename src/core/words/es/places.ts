import { inSentence } from '../../names'

/** A place as it stands in a sentence: "el compás 5", "los compases 5–8", "la línea 2, compás 3". */
export function thePlace(says: string): string {
  const said = inSentence(says)
  const article = [
    ['compases', 'los'],
    ['compás', 'el'],
    ['líneas', 'las'],
    ['línea', 'la'],
  ].find(([noun]) => said.startsWith(noun))?.[1]
  return article ? `${article} ${said}` : said
}

/** The same after "de": "del compás 5", "de la línea 2". */
export const ofPlace = (says: string): string => `de ${thePlace(says)}`.replace(/^de el /, 'del ')
