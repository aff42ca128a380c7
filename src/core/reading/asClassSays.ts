import { fingersAsSaid, type Talk } from '../plan/talk'

/** What is said of notes, a spot or a thing of the digest, with its fingers as the class says them; the same where nothing is said otherwise. */
export function asClassSays<T extends { readonly text: string; readonly advice: string }>(talk: Pick<Talk, 'low'>, said: T): T {
  const [text, advice] = [said.text, said.advice].map((x) => fingersAsSaid(talk, x))
  return text === said.text && advice === said.advice ? said : { ...said, text, advice }
}
