import { capital, inSentence, sayList, sayNames } from '../../names'
import { countWith } from '../../count'
import { plainNote, printedNote } from '../../music/noteName'
import type { Pitch } from '../../music/pitch'
import type { Companion } from '../../plan/companion'
import type { DrillWords, RungName } from '../en/drills'
import type { Tongue } from '../en/hands'
import { positionIn } from './calls'
import { ofPlace, thePlace } from './places'

/* Common practice where Spanish is spoken. Not yet read by a teacher who speaks it. */

type Whose = readonly string[]
const forWhom = (whose: Whose, says: string): string => `${sayNames(whose, 'es')}: ${says}.`

/** Ways to do a drill, by the names that stand in ids. */
const VARIANTS: Readonly<Record<string, string>> = {
  'against high': 'el bajo contra el alto',
  'against open': 'igual que la cuerda al aire',
  alternating: 'alternando',
  both: 'las dos',
  downwards: 'hacia abajo',
  'each alone': 'una por una',
  held: 'mantenido',
  'lower stays': 'el de abajo se queda',
  quicker: 'más rápido',
  'same start': 'el mismo comienzo',
  'shrinking rests': 'silencios más cortos',
  'shrinking rest': 'silencios más cortos',
  slow: 'despacio',
  upwards: 'hacia arriba',
  'with the drone': 'con la cuerda de abajo',
  'as in the piece': 'como en la pieza',
  'as written': 'como está escrito',
  'bow alone': 'solo el arco',
  'bow, then hand': 'primero el arco, luego los dedos',
  'broken thirds': 'terceras partidas',
  'by turns': 'por turnos',
  doubles: 'cada nota dos veces',
  'eyes shut': 'con los ojos cerrados',
  'find the place': 'encuentra el lugar',
  'finger light': 'dedo ligero',
  'growing runs': 'cada vez una nota más',
  'half notes': 'blancas',
  'hand alone': 'solo la mano',
  'in its measure': 'en su compás',
  'in tempo': 'a tempo',
  'long bows': 'arcos largos',
  'long notes': 'notas largas',
  measure: 'un compás',
  'no stop': 'sin parar',
  'one finger': 'un dedo',
  'one string': 'el ritmo en una cuerda',
  'open strings': 'cuerdas al aire',
  'open, then stopped': 'al aire, luego con dedo',
  plucked: 'en pizzicato',
  'save the bow': 'ahorra arco',
  'short bows': 'arcos cortos',
  'sing and find': 'canta y encuentra',
  'set in the rest': 'prepara en el silencio',
  'slide heard': 'que se oiga deslizar',
  steps: 'paso a paso',
  'stop a quarter of a beat': 'para un cuarto de tiempo',
  'stop half a beat': 'para medio tiempo',
  'stop one beat': 'para un tiempo',
  stops: 'para antes de cada cuerda',
  'take back and set': 'levanta y coloca',
  'top repeated': 'repite la nota de arriba',
  transfer: 'la misma distancia',
  harmonic: 'armónica',
  melodic: 'melódica',
  natural: 'natural',
  'up the string': 'subiendo por la cuerda',
  'across the strings': 'cruzando las cuerdas',
}

const variantIn = (variant: string): string => {
  const at = variant.lastIndexOf(', ')
  if (variant in VARIANTS || at < 0) return VARIANTS[variant] ?? variant
  return `${variantIn(variant.slice(0, at))}, ${variantIn(variant.slice(at + 2))}`
}
const titled = (says: string, variant: string): string => `${says}, ${variantIn(variant)}`
const note = ({ names }: Tongue, p: Pitch): string => printedNote(names, p)
const pairIn = (t: Tongue, [a, b]: readonly [Pitch, Pitch]): string => `${note(t, a)} a ${note(t, b)}`
const head = (says: string): string => capital(says)
const together = (t: Tongue, pitches: readonly Pitch[]): string =>
  sayList(
    pitches.map((p) => note(t, p)),
    'es',
  )

/** The names of notes are small letters in Spanish: at the head of a title the first one is not. */
const pairTitle = (t: Tongue, pair: readonly [Pitch, Pitch], variant: string): string => head(titled(pairIn(t, pair), variant))

const RUNGS: Readonly<Record<RungName, { readonly says: string; readonly words: string | undefined }>> = {
  'hand alone': { says: 'mano y pulgar van y vuelven por el mástil, sin sonido', words: 'solo la mano' },
  plucked: { says: 'en pizzicato, primero el dedo 1 y luego el dedo que llega', words: 'pizz.' },
  'slide heard': { says: 'en un solo arco, y que se oiga deslizar', words: 'deslizar' },
  'finger light': { says: 'en un solo arco, con el dedo ligero sobre la cuerda', words: 'dedo ligero' },
  'stop one beat': { says: 'para el arco un tiempo mientras se mueve la mano', words: undefined },
  'stop half a beat': { says: 'para el arco medio tiempo', words: undefined },
  'stop a quarter of a beat': { says: 'para el arco un cuarto de tiempo', words: undefined },
  'no stop': { says: 'que el arco no pare', words: undefined },
  'eyes shut': { says: 'ojos cerrados. Di cada vez si quedó alto, afinado o bajo', words: 'ojos cerrados' },
  'find the place': { says: 'el dedo 1 va adonde estaba un dedo más alto', words: undefined },
  'in its measure': { says: 'en el compás de donde viene', words: undefined },
}

const position = (key: string): string => {
  const shade = (['lowered', 'raised'] as const).find((x) => key.startsWith(`${x} `))
  return positionIn({ name: shade ? key.slice(shade.length + 1) : key, shade })
}
const ladderTo = (to: readonly string[]): string =>
  to.length > 2
    ? 'cada mano a su lugar'
    : `a ${sayList(
        to.map((k) => position(k)),
        'es',
      )}`

const DOES: Readonly<Record<Companion, string>> = {
  octave: 'las mismas notas en tu octava',
  'open string': 'el ritmo en una cuerda al aire',
  'bow only': 'solo el arco, en cuerdas al aire',
  silent: 'solo los dedos, contando',
}

const ON_ONE: Readonly<Record<string, string>> = {
  steps: 'paso a paso, de ida y vuelta',
  'growing runs': 'cada vez una nota más',
  'broken thirds': 'en terceras partidas',
}
const RUN_SAYS: Readonly<Record<string, string>> = {
  'long notes': 'un compás para cada nota',
  'half notes': 'dos tiempos para cada nota',
  doubles: 'cada nota dos veces',
  'top repeated': 'repite la nota de arriba',
  stops: 'para antes de cada cuerda nueva y coloca los dedos',
}
const PASSAGE_SAYS: Readonly<Record<string, string>> = {
  slow: 'tan despacio que nadie se equivoque',
  'in tempo': 'a tempo, sin parar',
}
const plural = (n: number, one: string, many: string): string => (n === 1 ? one : many)

const BOWS = {
  'as written': { says: 'cuerdas y arcos como están escritos', words: undefined },
  'long bows': { says: 'arcos enteros', words: 'arcos enteros' },
  'short bows': { says: 'arcos cortos en el medio', words: 'arcos cortos, en el medio' },
}

const apart = (octaves: number): string => (octaves === 1 ? 'a una octava' : `a ${octaves} octavas`)

export const DRILLS: DrillWords = {
  pairTitle,
  CROSSING_SAYS: {
    pluckThenFingers: (whose) => forWhom(whose, 'pizzicato en las cuerdas al aire por turnos, luego con los dedos'),
    bowThenFingers: (whose) => forWhom(whose, 'arco en las cuerdas al aire por turnos, luego con los dedos'),
    bowOnly: (whose) => forWhom(whose, 'solo el arco cambia de cuerda. Deja los dedos donde están'),
    farOpen: (whose) => forWhom(whose, 'el brazo encuentra la cuerda lejana sin los dedos'),
    farStopped: (whose) => forWhom(whose, 'la cuerda lejana con su dedo, al principio con tiempo para llegar'),
    hop: (whose) => forWhom(whose, 'un dedo en dos cuerdas. Ponlo sobre las dos, o salta derecho'),
    hopTitle: (t, pair) => head(`${pairIn(t, pair)} con un dedo`),
    spacing: (whose, string) => forWhom(whose, `la misma distancia que en la cuerda ${string}. Primero allí, luego cruzando`),
    setInRest: (whose) => forWhom(whose, 'coloca en el silencio todos los dedos de la nota que viene. El silencio es más corto cada vez'),
  },
  BOW_ALONE: BOWS,
  BOW_ALONE_SAYS: {
    title: (passage, variant) => titled(`${capital(passage)}, solo el arco`, variant),
    purpose: (passage, variant) => `${capital(passage)} en cuerdas al aire, sin los dedos: ${BOWS[variant].says}.`,
  },
  DOUBLE_STOP_SAYS: {
    title: (t, pitches, variant) => head(titled(`${together(t, pitches)} a la vez`, variant)),
    'each alone': (whose) => forWhom(whose, 'cada cuerda sola, con los dos dedos puestos. Curva bien los dedos'),
    both: (whose) => forWhom(whose, 'cada nota, y luego las dos a la vez'),
    'with the drone': (whose) => forWhom(whose, 'que la cuerda de abajo suene bajo las dos notas'),
  },
  ECHO_SAYS: {
    title: (passage) => `${capital(passage)}, eco`,
    chainTitle: (measures) => `Cadena de ecos: ${measures}`,
    purpose: 'Tócalo una vez. La clase lo repite en el compás de silencio, a tempo.',
    back: 'repítelo',
  },
  FOURTH_SAYS: {
    title: (string, variant) => titled(`4 en ${string}`, variant),
    upwards: (whose) => forWhom(whose, 'llega al 4 desde el 3, desde el 2 y desde el 1'),
    downwards: (whose) => forWhom(whose, 'del 4 baja al 3, al 2 y al 1, y que el 4 quede cerca'),
    held: (whose) => forWhom(whose, 'pon el 4 sobre los dedos de abajo y mantenlo'),
    'against open': (whose) => forWhom(whose, 'que el 4 suene igual que la cuerda al aire'),
  },
  KEEP_SAYS: {
    title: (finger, string, variant) => titled(`Deja el 1, añade el ${finger} en ${string}`, variant),
    slow: (whose, finger) => forWhom(whose, `deja el 1 puesto, añade el ${finger} y levántalo`),
    quicker: (whose, finger) => forWhom(whose, `deja el 1 puesto y suelta el ${finger} a tiempo`),
  },
  RUNG_SAYS: RUNGS,
  LADDER_SAYS: {
    title: (t, pair, to, rung) => head(`${pairIn(t, pair)}, ${ladderTo(to)}: ${variantIn(rung)}`),
    purpose: (t, whose, pair, rung) => `${sayNames(whose, 'es')}, cambia de ${pairIn(t, pair)}: ${RUNGS[rung].says}.`,
  },
  ONE_STRING: {
    title: ({ names }, letter, variant) => titled(`La cuerda ${plainNote(names, letter)}`, variant),
    purpose: ({ names }, letter, variant, bowed) =>
      `La cuerda ${plainNote(names, letter)} ${ON_ONE[variant]}: dila, ponle los dedos, en pizzicato${bowed ? ', con arco' : ''}.`,
  },
  OPEN_AND_HIGH: {
    title: (t, pitch, how) =>
      `${capital(note(t, pitch))} con dedo y ${note(t, pitch)} al aire, ${how === 'in turn' ? 'por turnos' : 'cantado y encontrado'}`,
    turns: (t, whose, pitch, octaves) =>
      forWhom(
        whose,
        octaves === 0
          ? `${note(t, pitch)} con dedo y ${note(t, pitch)} al aire deben sonar igual`
          : `${note(t, pitch)} con dedo contra ${note(t, pitch)} al aire, ${apart(octaves)}`,
      ),
    sing: (t, whose, pitch) =>
      forWhom(whose, `escucha ${note(t, pitch)} al aire y canta el otro ${note(t, pitch)}. Luego tócalo y compara`),
    words: 'toca, canta, encuentra, compara',
  },
  PASSAGE_DRILL: {
    title: (passage, variant) => titled(capital(passage), variant),
    purpose: (passage, variant) => `${capital(passage)}, ${PASSAGE_SAYS[variant]}.`,
  },
  REACH_SAYS: {
    title: (t, pair, variant) => head(`${pairIn(t, pair)}: distancia grande, ${variantIn(variant)}`),
    upwards: (whose) => forWhom(whose, 'abre la mano desde el dedo de abajo'),
    downwards: (whose) => forWhom(whose, 'abre la mano desde el dedo de arriba'),
    'lower stays': (whose) => forWhom(whose, 'deja puesto el dedo de abajo y añade el de arriba'),
    'against high': (whose) => forWhom(whose, 'siente la distancia grande y luego la pequeña: bajo, luego alto'),
  },
  RHYTHM_SAYS: {
    title: (passage, variant) => titled(capital(passage), variant),
    alone: (passage) => `Solo el ritmo ${ofPlace(passage)}, en la cuerda al aire de la tonalidad.`,
    save: (where, whose) => forWhom(whose, `ahorra arco en las notas cortas ${ofPlace(where)}, úsalo todo en la larga`),
    saveWords: 'ahorra arco',
    lift: (where, whose) => forWhom(whose, `levanta, haz un círculo y coloca el arco para ${thePlace(where)}`),
    liftWords: 'levanta y coloca',
  },
  RUN_OF_KEY: {
    title: (name, of, variant) => titled(`${name === 'Scale' ? 'Escala' : 'Arpegio'} de ${of}`, variant),
    purpose: (way, moving, resting) =>
      [
        `La tonalidad en la mano antes de la pieza: ${way.groups ? 'un grupo del compás para cada nota' : RUN_SAYS[way.variant]}${way.other ? `, ${inSentence(sayNames(way.other.names, 'es'))} ${variantIn(way.other.variant)}` : ''}.`,
        ...(moving.length
          ? [`${sayNames(moving, 'es')} ${plural(moving.length, 'cambia', 'cambian')} de octava donde falta aprender una nota.`]
          : []),
        ...(resting.length
          ? [`${sayNames(resting, 'es')} ${plural(resting.length, 'calla', 'callan')} donde falta aprender una nota.`]
          : []),
      ].join(' '),
  },
  TWO_FORMS: {
    title: (t, high, low, variant) => head(titled(together(t, [high, low]), variant)),
    'shrinking rests': ({ names }, letter) => `De un ${plainNote(names, letter)} al otro, cada vez con menos tiempo.`,
    alternating: ({ names }, letter) => `Los dos ${plainNote(names, letter)} por turnos, como en la pieza.`,
    'same start': ({ names }, letter) => `Dos líneas que empiezan igual. Solo cambia el ${plainNote(names, letter)}.`,
  },
  HALF_STEP: {
    title: (t, pitches, variant) => head(titled(`${together(t, pitches)}: medio tono`, variant)),
    purpose: (t, pitches) => `De ${together(t, pitches)} hay medio tono: dedos juntos y afinados.`,
  },
  SILENT: {
    unread: 'Di las notas que aún no son seguras',
    unreadNote: (name, place) => `${name} en ${place}`,
    times: (n) => countWith('es', n, 'vez', 'veces'),
    tap: {
      title: 'Golpea y curva',
      words: 'Golpea cada dedo en la cuerda y levántalo curvo, sin arco: 1, 2, 3, 4 y de vuelta. Cerca de la cuerda.',
    },
    move: {
      title: 'Mueve la mano sin el arco',
      words: 'Mano, pulgar y brazo suben por el mástil y vuelven a casa, ligeros sobre la cuerda, cuatro veces.',
    },
    listen: {
      title: 'Escucha con los ojos en la página',
      words: (title) => `Tu profe toca ${title}. Sigue con el dedo y párate donde para la música.`,
    },
    sing: {
      title: 'Canta los nombres de las notas',
      words: (title) => `Canta ${title} con los nombres de las notas, en una octava cómoda. Cuenta los silencios.`,
    },
    point: {
      title: (n) => `Señala cada ${n}`,
      words: (n) => `No toques. Pon un dedo en cada ${n}, de la primera línea a la última.`,
      answer: (n, name, whose) => `${n} ${name} en la página${whose === null ? '' : ` (${whose})`}.`,
    },
    count: {
      title: (string) => `Cuenta cada dedo 1 en ${string}`,
      words: 'Cada instrumento por su cuenta, en silencio, con el dedo en la página.',
    },
    crossings: {
      title: 'Cuenta cuántas veces el arco cambia de cuerda',
      words: 'Cada instrumento por su cuenta: dibuja una rayita en el aire en cada cambio.',
    },
  },
  CARE: {
    reach: 'Abre la mano desde los nudillos, con el pulgar derecho.',
    extension: 'Que el pulgar vaya con la mano. No aprietes.',
    fourth: 'Codo bajo el instrumento. El 4 siempre curvo, al subir y al bajar.',
    shift: 'Mano, pulgar y brazo se mueven juntos, con el dedo ligero en la cuerda.',
    'low 2': 'Pon el 1 y el 2 juntos y levanta solo lo necesario.',
    'double stop': 'Curva el dedo. No aprietes más.',
    always:
      'Intentos cortos: un minuto como mucho, luego descansa y sacude el brazo. Muñeca recta, un instrumento de tu tamaño. Para cuando duela. Si sigue doliendo, dilo a tu profe y ve al médico.',
  },
  KEY_FORMS: {
    major: 'mayor',
    minor: 'menor',
    natural: 'menor natural',
    harmonic: 'menor armónica',
    melodic: 'menor melódica',
  },
  DRILL_LINE: {
    playsAlong: (does) => `Tú acompañas: ${DOES[does]}.`,
    others: (all) => capital(all.map(({ name, does }) => `${inSentence(name)}: ${DOES[does]}`).join('; ')),
    times: (n) => countWith('es', n, 'vez', 'veces'),
  },
  across: (t, pair, known, string) => head(`${pairIn(t, pair)} cruzando, como ${pairIn(t, known)} en ${string}`),
}
