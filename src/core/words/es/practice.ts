import { countWith } from '../../count'
import { dayNamed } from '../../plan/dayNamed'
import { inSentence, sayList } from '../../names'
import type { ItemFacts } from '../../practice/dayPlan'
import { thePlace } from './places'
import type { ItemWords } from '../en/practice'

/* Common practice where Spanish is spoken. Not yet read by a teacher who speaks it. */

const days = (n: number): string => countWith('es', n, 'día', 'días')
/** The weekday alone, as it is said: "jueves". */
const weekday = (day: string): string => inSentence(dayNamed('es', day).split(',')[0])

function sayItem(f: ItemFacts): string {
  switch (f.kind) {
    case 'new':
      return `Nuevo: ${thePlace(f.says)} de ${f.title}.${f.prepares.length ? ` Te prepara para ${sayList(f.prepares, 'es')}.` : ''}`
    case 'join':
      return f.line ? `Toca ${thePlace(f.says)} de ${f.title} de un tirón.` : `Junta ${thePlace(f.says)} de ${f.title}.`
    case 'review': {
      const ago = f.days === 1 ? 'ayer' : `hace ${days(f.days)}`
      const why = f.recorded
        ? `${f.sure ? 'salió bien' : f.slipped ? 'se te escapó' : 'aún no salía siempre bien'} ${ago}`
        : `${days(f.days)} desde la última vez`
      if (f.early) return `Otra vez ${thePlace(f.says)} de ${f.title}. Hay tiempo.`
      const alone = f.often
        ? ` Se escapó ${countWith('es', f.often.slips, 'vez', 'veces')}. Toca ${f.often.alone ? `primero solo ${thePlace(f.often.alone)}` : 'la mitad cada vez, más despacio'}.`
        : ''
      return `Otra vez ${thePlace(f.says)} de ${f.title} el ${weekday(f.date)}: ${why}.${alone}`
    }
    case 'run-through':
      return f.part
        ? `Toca ${thePlace(f.says)} de ${f.title} sin parar: ${f.part.of === 2 ? `la ${['primera', 'segunda'][f.part.nth - 1]} mitad` : `parte ${f.part.nth} de ${f.part.of}`}. La pieza entera no cabe en un día.`
        : `Toca ${f.title} de principio a fin sin parar.`
  }
}

export const ITEMS: ItemWords = { sayItem }
