import { wordsIn } from '../language'
import { ITEMS as en } from './en/practice'
import { ITEMS as es } from './es/practice'

/** What is practised on a day, in the language of who is spoken to. */
export const practiceWords = wordsIn({ en, es })
