import type { SeatMap } from '../fingering/map'
import { readingOf } from '../reading/reading'
import { ensembleMapper, mapsOf } from '../balance/ensemble'
import type { SeatId } from '../seats/seat'
import { callsOfClass, callsOfSeat, keyBlocks, mapBlocks, substituteBlocks } from './aloud'
import type { Block, BlockSheet } from './blocks'
import { bowBlocks, circleBlocks, theoryBlocks } from './exercises'
import { SHEETS, type SheetKind } from './kinds'
import { pupilWords } from '../words/pupil'
import type { Made, SheetSource } from './made'
import { cardsOf, chartBlocks } from './pictures'
import { taskBlocks } from './tasks'

/** A sheet of a kind for a seat, or (null) for the class; null where the class has no such seat, or the kind is not for it. The warm-up is made by who knows the drills, the week by who knows the plan. */
export function sheetOfKind(source: SheetSource, kind: Exclude<SheetKind, 'warmup' | 'week'>, seat: SeatId | null): BlockSheet | null {
  const made: Made = { ...source, ensemble: ensembleMapper()(source.piece, source.plan, source.klass) }
  const map = seat === null ? null : (made.ensemble[seat] ?? null)
  const wants = SHEETS[kind].for
  if ((seat !== null && !map) || (wants === 'seat' && !map) || (wants === 'class' && map)) return null
  const blocks = blocksOf(made, kind, map)
  return {
    title: `${kind === 'cards' ? pupilWords(source.klass.talk).noteCards : SHEETS[kind].name}: ${source.piece.title}`,
    name: map ? map.seat.name : 'The class',
    blocks,
    ...(kind === 'map' ? { fits: true as const } : {}),
  }
}

function blocksOf(made: Made, kind: Exclude<SheetKind, 'warmup' | 'week'>, map: SeatMap | null): Block[] {
  const { piece, ensemble, klass } = made
  const readings = (map ? [map] : mapsOf(ensemble)).map((m) => readingOf(piece, m))
  switch (kind) {
    case 'map':
      return mapBlocks(readings, klass)
    case 'calls':
      return map ? callsOfSeat(readings[0], klass) : callsOfClass(readings, klass)
    case 'key':
      return readings.flatMap((r) => keyBlocks(r, readings.length > 1, klass.talk))
    case 'substitute':
      return substituteBlocks(made, readings)
    case 'spots':
      return circleBlocks(made, readings[0])
    case 'theory':
      return theoryBlocks(made, readings[0])
    case 'tasks':
      return taskBlocks(made, readings[0])
    case 'bows':
      return bowBlocks(made, readings[0])
    case 'chart':
      return chartBlocks(readings[0], klass)
    case 'cards':
      return [{ kind: 'cards', cards: cardsOf(made, readings[0]) }]
  }
}
