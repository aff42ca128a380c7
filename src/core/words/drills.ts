import { wordsIn } from '../language'
import { DRILLS as en, type DrillWords } from './en/drills'
import { DRILLS as es } from './es/drills'

/** What is said of drills, in the language of who is spoken to. */
export const drillWords = wordsIn<DrillWords>({ en, es })
