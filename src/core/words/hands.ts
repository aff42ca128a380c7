import { wordsIn } from '../language'
import { HANDS as en } from './en/hands'
import { HANDS as es } from './es/hands'

/** What is said of the hand and of the staff, in the language of who is spoken to. */
export const handWords = wordsIn({ en, es })
