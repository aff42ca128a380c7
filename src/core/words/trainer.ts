import { wordsIn } from '../language'
import { TRAINER as en } from './en/trainer'
import { TRAINER as es } from './es/trainer'

/** What is asked of a reader, in the language of who is spoken to. */
export const trainerWords = wordsIn({ en, es })
