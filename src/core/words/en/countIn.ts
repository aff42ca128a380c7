import { inWords, plural } from '../../count'
import type { CountIn } from '../../reading/countIn'

/** "two beats: 1 2", "four beats, counted in eighths: 1 and 2 and 3 and 4 and", "one bar, felt 2 + 2 + 3: 1 2, 1 2, 1 2 3". */
export function sayCountIn(c: CountIn): string {
  if (c.kind === 'groups')
    return `one bar, felt ${c.groups.join(' + ')}: ${c.groups.map((g) => Array.from({ length: g }, (_, i) => i + 1).join(' ')).join(', ')}`
  return `${inWords(c.beats)} ${plural(c.beats, 'beat')}${c.inEighths ? ', counted in eighths' : ''}: ${c.says.join(' ')}`
}
