import { wordsIn } from '../language'
import { CALLS as en } from './en/calls'
import { CALLS as es } from './es/calls'

/** What is said aloud, in the language of who is spoken to. */
export const callWords = wordsIn({ en, es })
