import type { WrongFacts } from '../../bowing/bow'
import { count } from '../../count'
import { headMeasure, nameOf, sayMeasure } from '../../piece/address'
import type { Line } from '../../piece/piece'

/** "Measure 5 starts up-bow: there is an odd number of bows from measure 4." */
export function sayWrongBow(line: Line, f: WrongFacts): string {
  if (f.retake)
    return `The repeat from ${sayMeasure(line, f.from)} to ${nameOf(line, f.to)} starts and ends ${f.bow}-bow. Lift before you repeat.`
  return `${headMeasure(line, f.at)} starts up-bow: ${sayTurned(line, f.turned)}.`
}

function sayTurned(line: Line, t: Extract<WrongFacts, { retake: false }>['turned']): string {
  switch (t.by) {
    case 'marks':
      return 'the bow marks before it lead to that'
    case 'beginning':
      return `${count(t.strokes, 'bow')} come before it`
    case 'measure': {
      const there = sayMeasure(line, t.from)
      return t.began === 'down' ? `there is an odd number of bows from ${there}` : `${there} does too, and an even number of bows follows`
    }
  }
}
