import { countWith } from '../../count'
import { capital, sayList, sayOr } from '../../names'
import type { Mistake } from '../../reading/mistake'
import { ofPlace } from './places'
import type { Far, TrainerWords } from '../en/trainer'

/* Common practice where Spanish is spoken. Not yet read by a teacher who speaks it. */

const SHOWS: Readonly<Record<Mistake, (as: string) => string>> = {
  'a letter off': () => 'Un paso más allá.',
  'in another clef': (as) => `Eso es ${as} en otra clave.`,
  'the other form': () => 'El nombre está bien. ¿Sostenido, bemol o natural? Mira la armadura.',
  'on the wrong string': () => 'Prueba otra cuerda.',
  'with the wrong finger': () => 'Prueba otro dedo.',
  'step for skip': () => 'Cuenta las líneas y los espacios entre las dos.',
  'crossing not seen': () => '¿En qué cuerda está cada nota?',
  'not all': () => 'Faltan más.',
  'too many': () => 'Una de esas no es.',
  'stem the wrong way': () => 'Lugar correcto. La plica va al otro lado.',
  'counted wrong': () => 'Marca el pulso y cuenta otra vez.',
  'somewhere else': () => '',
}

const ORDINALS = ['primera', 'segunda', 'tercera', 'cuarta', 'quinta', 'sexta', 'séptima', 'octava']
const FAR: Readonly<Record<Far, string>> = { 'the same note': 'la misma nota', 'a step': 'un paso', 'a skip': 'un salto' }
const STEM = { up: 'arriba', down: 'abajo' } as const
const CLEFS: Readonly<Record<string, string>> = { treble: 'sol', alto: 'do en tercera', tenor: 'do en cuarta', bass: 'fa' }
const SPACINGS: Readonly<Record<number, string>> = {
  1: 'medio tono, pegado al 1',
  2: 'un tono',
  3: 'un tono y medio',
  4: 'dos tonos',
  5: 'una cuarta',
  6: 'tres tonos',
}

const ended = (text: string): string => (text.endsWith('.') ? text : `${text}.`)

export const TRAINER: TrainerWords = {
  letter: '¿Qué nota es?',
  finger: '¿Dónde está esta nota en el diapasón?',
  draw: 'Dibuja la nota que toca este dedo.',
  staffPlaces: (letter) => `¿Dónde está ${letter} en el pentagrama? Toca todos los lugares que ya sabes.`,
  stringPlaces: (letter) => `¿Dónde está ${letter} en las cuerdas? Toca todos los lugares que ya sabes.`,
  bySign: 'Hay un signo delante. ¿Qué nota? ¿Qué dedo?',
  byKey: 'Mira la armadura. ¿Qué nota? ¿Qué dedo?',
  step: '¿Paso, salto o la misma? ¿El arco cambia de cuerda?',
  count: (meter, measure) => `¿Cómo se cuenta este ${measure} de ${meter}?`,
  shift: (note, from, to, string) => `${capital(note)} es ${from}. Cambia a ${to} en ${string}. ¿Qué dedo la toca ahí?`,
  trap: (where) => `Una nota ${ofPlace(where)} tiene truco. ¿Cuál?`,
  nth: (n, name) => `la ${ORDINALS[n - 1] ?? `${n}.ª`} nota, ${name}`,
  together: (names) => sayList(names, 'es'),
  stem: (way) => `plica hacia ${STEM[way]}`,
  or: (ways) => sayOr(ways, 'es'),
  list: (all) => sayList(all, 'es'),
  is: (note, way) => `${note} es ${way}`,
  far: (far, crossing) => (far === 'the same note' ? FAR[far] : `${FAR[far]}, ${crossing ? 'a otra cuerda' : 'en la misma cuerda'}`),
  inPosition: (way, position) => `${way}, ${position}`,
  aboveFirst: (halfSteps) => `${SPACINGS[halfSteps] ?? `${halfSteps} semitonos`}${halfSteps === 1 ? '' : ' sobre el 1'}`,
  counted: (text) => text.replaceAll('&', 'y'),
  countsTriplets: false,
  right: (says) => ended(`¡Bien! ${capital(says)}`),
  wrong: (mistake, as, says) =>
    [
      mistake === 'a letter off' || mistake === 'the other form' ? '¡Casi!' : 'Todavía no.',
      mistake ? SHOWS[mistake](as) : '',
      ended(capital(says)),
    ]
      .filter(Boolean)
      .join(' '),
  isRight: 'correcta',
  yours: 'la tuya',
  all: 'Ya están todas',
  done: 'Listo',
  next: 'Siguiente',
  putHere: 'Ponla aquí',
  takeAway: 'Quítala',
  higher: 'Más arriba',
  lower: 'Más abajo',
  put: (places) => `Puestas: ${places}`,
  nothingPut: 'Todavía nada',
  stemButton: (way) => `Plica ${STEM[way]}`,
  nowFinger: (string) => `Cuerda ${string}: ahora un dedo, de 0 a 4.`,
  boardOf: (seat, strings) => `Diapasón (${seat}): ${strings}`,
  staffOf: (seat, clef) => `Pentagrama (${seat}), clave de ${CLEFS[clef] ?? clef}`,
  clef: (clef) => `clave de ${CLEFS[clef] ?? clef}`,
  signature: (fifths, letters) =>
    fifths === 0
      ? 'sin sostenidos ni bemoles'
      : `armadura de ${countWith('es', letters.length, fifths > 0 ? 'sostenido' : 'bemol', fifths > 0 ? 'sostenidos' : 'bemoles')} (${letters.join(' ')})`,
  noteOn: (place, sign) =>
    `${sign === null ? '' : `${['un bemol', 'un becuadro', 'un sostenido'][sign + 1] ?? 'un signo'} y `}una nota en: ${place}`,
  then: ', luego ',
  board: (says) => `Diapasón: ${says}`,
  measure: (says) => `Un compás: ${says}`,
  drawing: 'Dibujando …',
  notDrawn: 'No se pudo dibujar. Vuelve a cargar la página.',
}
