import { describe, expect, it } from 'vitest'
import { mapSeat } from '../../fingering/map'
import { DEFAULT_POLICY, type PolicyChange } from '../../fingering/policy'
import type { Meter } from '../../music/time'
import type { SpotKind } from '../../plan/spotKinds'
import { pieceFrom } from '../../testing/piece'
import { saidSpots } from '../../testing/said'
import { FIRST_POSITION, SEAT } from '../../testing/seats'
import type { SaidSpot } from '../../words/en/spots/said'

/** The spots of one kind of a line in test words, as the violin of a class in first position reads it. */
function find(kind: SpotKind, text: string, { meter, policy }: { meter?: Meter; policy?: PolicyChange } = {}): SaidSpot[] {
  const piece = pieceFrom(text, { fifths: 0, mode: 'major' }, meter)
  const map = mapSeat(piece, piece.lines[0], SEAT.violin, {
    octave: 0,
    policy: { ...DEFAULT_POLICY, ...policy },
    learned: FIRST_POSITION.violin,
  })
  return saidSpots(piece, map).filter((s) => s.kind === kind)
}

describe('syncopation', () => {
  it('41: is short, long, short, where the long note comes on the second of four beats; not in three, and not where nothing follows', () => {
    const said = (text: string, meter?: Meter) => find('syncopation', text, { meter }).map((s) => [s.event, s.text])
    expect(said('D4 F4:h A4 G4:w')).toEqual([['e1', 'Short, long, short: start on 2 and hold through 3.']])
    expect(said('D4 F4:h A4 G4:h A4 F4 D4', { beats: 2, unit: 2 })).toEqual([
      ['e1', 'Starts between the beats and holds through the next one.'],
    ])
    expect(said('D4 F4:h A4 G4:h', { beats: 3, unit: 4 })).toEqual([])
    expect(said('D4 F4:h. A4:h G4:h')).toEqual([])
  })
})

describe('first beats', () => {
  const policy = { downbeats: 'down' } as const
  it('that come up are told where the class wants them down, from the first to the last of them', () => {
    const text = 'D4 E4 F4:h G4 A4 B4:h A4 G4 F4 E4 D4 E4 F4 G4'
    expect(find('wrong-bow', text)).toEqual([])
    expect(find('wrong-bow', text, { policy }).map((s) => s.facts)).toMatchObject([{ at: 1, also: [] }])
    const long = find('wrong-bow', 'D4 E4 F4:h G4 A4 B4 A4 G4 F4 E4 F4 D4:w', { policy })
    expect(long.map((s) => s.facts)).toMatchObject([{ at: 1, also: [2, 3] }])
  })
})
