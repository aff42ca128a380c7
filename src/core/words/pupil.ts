import { wordsIn } from '../language'
import { PUPIL as en } from './en/pupil'
import { PUPIL as es } from './es/pupil'

/** What stands on a pupil's pages and takes home, in the language that they are spoken to in. */
export const pupilWords = wordsIn({ en, es })
