import { sayPositionKey } from '../instruments/instrument'
import { handSteps } from '../fingering/along'
import { handsAlong } from '../fingering/down'
import { trueChecksOf } from '../hands/trueChecks'
import { sayList } from '../names'
import { sayMeasure } from '../piece/address'
import { sayCountIn } from '../words/en/countIn'
import { countInOf } from './countIn'
import { stopOf, type Reading, type ReadNote } from './reading'
import { sayFingers } from '../words/en/fingering'
import { bowPart, sayCheck, sayPitch, sayStops, stringName, type Tongue } from '../words/en/hands'

/** What a seat has ready before the first note. */
export type StartCard = {
  /** The first note and where it lies: "D: open D", "G: 3 on D in I". */
  readonly note: string
  /** Fingers to set before it sounds, and at which place. */
  readonly set: string
  readonly bow: string
  /** How the first stopped note is tested. */
  readonly check: string
  readonly count: string
}

/** The start card of a seat; null where it has no note within reach. */
export function startCardOf(r: Reading, talk: Tongue): StartCard | null {
  const first = r.notes.find((n) => n.hold)
  if (!first?.hold) return null
  return { note: noteOf(r, talk, first), set: setOf(r, talk, first), bow: bowOf(r, first), check: checkOf(r, talk), count: countIn(r) }
}

function noteOf(r: Reading, talk: Tongue, note: ReadNote): string {
  const { hold } = note
  const names = note.heads.map((h) => sayPitch(talk, h.pitch, note.placed.at.key))
  const position = r.instrument.positions[hold!.position].name
  return `${sayList(names)}: ${sayStops(talk, r.instrument, hold!)}${hold!.open || position === 'I' ? '' : ` in ${sayPositionKey(position)}`}`
}

/** The fingers of the first note, or those of the first stopped one, which are held ready over an open string. */
function setOf(r: Reading, talk: Tongue, first: ReadNote): string {
  const { map, instrument } = r
  const hands = handsAlong(map)
  const column = handSteps(map).findIndex((s) => s.placed.event.id === first.placed.event.id)
  if (!first.hold!.open) {
    const { stops } = first.hold!
    const placed = hands[column].down.map((f) => ({
      ...f,
      place: stops.find((s) => s.finger === f.finger && s.string === f.string)?.place,
    }))
    return `set ${sayFingers(talk, instrument, placed)}`
  }
  const ahead = hands[column].prepare
  return ahead
    ? `no fingers yet, then ${sayFingers(talk, instrument, ahead.fingers)} while the open string rings`
    : 'no fingers yet, keep them over the string'
}

/** "down-bow, from the frog", "plucked". */
function bowOf({ bowing }: Reading, first: ReadNote): string {
  const stroke = bowing.byEvent.get(first.placed.event.id)
  return stroke ? `${stroke.bow}-bow, from ${bowPart(stroke.from)}` : 'plucked'
}

function checkOf(r: Reading, talk: Tongue): string {
  const note = r.notes.find((n) => stopOf(n))
  const stop = note && stopOf(note)
  if (!note || !stop) return 'only open strings: tune them first'
  const [check] = trueChecksOf(r.instrument, stop)
  const name = sayPitch(talk, note.heads[0].pitch, note.placed.at.key)
  const where = note.placed.at.index === 0 ? '' : ` in ${sayMeasure(r.map.line, note.placed.at.index)}`
  return check
    ? `${name}${where} ${sayCheck(talk, r.instrument, check)}`
    : `${name}${where}: no open string to match, so sing it up from open ${stringName(talk, r.instrument, stop.string)}`
}

/** The count before the first note, in words: "two beats: 1 2". */
export const countIn = (r: Pick<Reading, 'notes' | 'map'>): string => sayCountIn(countInOf(r))
