import { bowingOf } from '../bowing/bow'
import type { MappedNote, SeatMap } from '../fingering/map'
import type { MapProblem } from '../fingering/problems'
import { reasonFor } from '../fingering/reason'
import type { Piece } from '../piece/piece'
import { digestOf } from '../reading/digest/digest'
import type { Reader } from '../reading/digest/thing'
import { spotsOf } from '../reading/spots'
import { sayWrongBow } from '../words/en/bowing'
import { sayThing, type SaidThing } from '../words/en/digest'
import { sayProblem, sayReason, tellingOf } from '../words/en/fingering'
import { PLAIN_TONGUE, type Tongue } from '../words/en/hands'
import { said, type SaidSpot } from '../words/en/spots/said'

/* What is found, in the words in which it is shown. */

/** Every spot of a part. */
export const saidSpots = (piece: Piece, map: SeatMap, talk: Tongue = PLAIN_TONGUE): SaidSpot[] =>
  spotsOf(piece, map).map((s) => said(s, tellingOf(map, talk)))

/** The first things to say. */
export const saidDigest = (readers: readonly Reader[], talk: Tongue = PLAIN_TONGUE): SaidThing[] =>
  digestOf(readers).map((t) => sayThing({ maps: readers.map((r) => r.reading.map), talk }, t))

/** What stands in the way at a note. */
export const problemText = (map: SeatMap, p: MapProblem = map.problems[0]): string => sayProblem(tellingOf(map, PLAIN_TONGUE), p)

/** Why the hand does what it does. */
export const whyAt = (map: SeatMap, note: MappedNote): string => sayReason(tellingOf(map, PLAIN_TONGUE), reasonFor(map, note))

/** Where the bow comes out the wrong way round. */
export const wrongBows = (piece: Piece, line = piece.lines[0]): string[] =>
  bowingOf(piece, line).wrong.map((w) => sayWrongBow(line, w.facts))
