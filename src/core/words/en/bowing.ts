import type { WrongFacts } from '../../bowing/bow'
import { count } from '../../count'
import { headMeasure, nameOf, sayMeasure } from '../../piece/address'
import type { Line } from '../../piece/piece'

/** "Measure 5 begins up-bow: 3 strokes from the first beat of measure 4, an odd number." */
export function sayWrongBow(line: Line, f: WrongFacts): string {
  if (f.retake)
    return `From ${sayMeasure(line, f.from)} to ${nameOf(line, f.to)} the repeat needs a retake: it ends and begins ${f.bow}-bow.`
  return `${headMeasure(line, f.at)} begins up-bow: ${sayTurned(line, f.turned)}.`
}

function sayTurned(line: Line, t: Extract<WrongFacts, { retake: false }>['turned']): string {
  switch (t.by) {
    case 'marks':
      return 'the bow marks before it lead there'
    case 'beginning':
      return `${count(t.strokes, 'stroke')} before it, as they come`
    case 'measure': {
      const there = sayMeasure(line, t.from)
      return t.began === 'down'
        ? `${count(t.strokes, 'stroke')} from the first beat of ${there}, an odd number`
        : `${there} begins up-bow too, and ${count(t.strokes, 'stroke')} from there, an even number, do not turn it`
    }
  }
}
