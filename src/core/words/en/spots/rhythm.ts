import type { Rhythm } from '../../../instruments/reads'
import { meterName, type Meter } from '../../../music/time'

/** "a dotted quarter note", "6/8, felt in dotted beats": a rhythm that is learned. */
export function sayRhythm(rhythm: Rhythm, meter: Meter): string {
  switch (rhythm) {
    case 'whole':
      return 'a whole note'
    case 'eighths':
      return 'eighth notes'
    case 'dotted half':
      return 'a dotted half note'
    case 'dotted quarter':
      return 'a dotted quarter note'
    case 'ties':
      return 'a tie'
    case 'sixteenths':
      return 'sixteenth notes'
    case 'triplets':
      return 'a triplet'
    case 'compound':
      return `${meterName(meter)}, ${meter.beats === 6 ? 'two' : meter.beats === 9 ? 'three' : meter.beats === 12 ? 'four' : 'dotted'} big beats a measure`
    case 'syncopation':
      return 'syncopation, a note held over the beat'
  }
}
