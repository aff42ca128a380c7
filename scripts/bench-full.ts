import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { mapSeat } from '../src/core/fingering/map'
import type { Measure, Piece } from '../src/core/piece/piece'
import { DEFAULT_CLASS, settingsFor } from '../src/core/plan/class'
import { emptyPlan, withPin } from '../src/core/plan/plan'
import { seatsOf } from '../src/core/seats/seat'
import { readMusicXml } from '../src/formats/musicxml/read'
import { lastOpened } from '../src/store/classes'
import { connect } from '../src/store/connection'
import { dataFile, openDatabase } from '../src/store/database'
import { backUp } from '../src/store/library/backup'
import { addPieces, savePiece } from '../src/store/pieces'
import { tuneXml } from './bench-tune'

/** The second half of `npm run bench`: what happens when the shelf is full, and what repeats cost. All figures of one run. */
const line = (text: string) => process.stdout.write(`${text}\n`)
const tune = (bars: number): Piece => {
  const reading = readMusicXml(tuneXml(bars))
  if (!reading.ok) throw new Error('the tune cannot be read')
  return reading.piece
}
const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]

/** Least time of several runs, in milliseconds. */
function least(run: () => unknown, times = 7): number {
  const took = Array.from({ length: times }, () => {
    const from = performance.now()
    run()
    return performance.now() - from
  })
  return Math.min(...took)
}

/** Every two measures of a thousand repeated, as often as wanted. */
function repeats(piece: Piece, count: number): Piece {
  const measures = piece.lines[0].measures.map((m, i): Measure => {
    if (i >= 2 * count) return m
    return i % 2 === 0 ? { ...m, repeatStart: true } : { ...m, repeatEnd: 2 }
  })
  return { ...piece, lines: [{ ...piece.lines[0], measures }] }
}
const long = tune(1000)
const [first] = seatsOf(DEFAULT_CLASS)
const mapped = (piece: Piece) =>
  least(() => mapSeat(piece, { ...piece.lines[0] }, first, { octave: 0, ...settingsFor(DEFAULT_CLASS, emptyPlan(), first) }))
mapped(long)
const plain = mapped(long)
line(
  `\n1,000 measures mapped for one seat: ${plain.toFixed(0)} ms; with 100, 200, 400 repeats ${[100, 200, 400].map((n) => `${(mapped(repeats(long, n)) / plain).toFixed(2)} ×`).join(', ')}`,
)

/** A data folder with so many pieces of 24 measures, each saved so many times. */
async function filled(pieces: number, versions: number): Promise<string> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-bench-'))
  const db = await openDatabase(dataFile(folder))
  await db.raw('PRAGMA synchronous = OFF')
  const klass = (await lastOpened(db)).id
  const piece = tune(24)
  const events = piece.lines[0].measures.flatMap((m) => m.events.map((e) => e.id))
  for (let i = 0; i < pieces; i += 50) {
    const some = Array.from({ length: Math.min(50, pieces - i) }, (_, j) => ({
      piece: { ...piece, title: `Tune ${i + j}` },
      source: { name: 'a.musicxml', text: '' },
    }))
    const ids = await addPieces(db, klass, some, 1000 + i)
    for (const id of versions ? ids : []) {
      let plan = emptyPlan()
      for (let v = 1; v <= versions; v++) {
        plan = withPin(plan, 'violin', events[v % events.length], { fingers: [1 + (v % 4)] })
        await savePiece(db, klass, id, v, { plan }, 2000 + v)
      }
    }
  }
  await db.destroy()
  return folder
}

async function memoryOfBackup(pieces: number): Promise<{ grown: number; ms: number; bytes: number }> {
  const folder = await filled(pieces, 80)
  const db = connect(dataFile(folder), 'reading')
  globalThis.gc?.()
  const before = process.memoryUsage().rss
  let most = before
  const timer = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 5)
  const from = performance.now()
  const made = await backUp(db, path.join(folder, 'library.zip'), Date.now(), () => (most = Math.max(most, process.memoryUsage().rss)))
  clearInterval(timer)
  await db.destroy()
  return { grown: (most - before) / 1e6, ms: performance.now() - from, bytes: made.bytes }
}
const backups = []
for (const pieces of [50, 500]) backups.push({ pieces, ...(await memoryOfBackup(pieces)) })
for (const b of backups)
  line(
    `backup of ${b.pieces} pieces × 81 versions: ${(b.bytes / 1e6).toFixed(1)} MB in ${(b.ms / 1000).toFixed(1)} s, memory grown by ${b.grown.toFixed(0)} MB`,
  )
line(
  `  ten times as many: ${(backups[1].ms / backups[0].ms).toFixed(1)} × the time, ${(backups[1].grown / Math.max(1, backups[0].grown)).toFixed(1)} × the memory (aim: memory as it is)`,
)

/** The server over a folder, ready. */
function served(folder: string, port: number): Promise<ChildProcess> {
  const env: NodeJS.ProcessEnv = { ...process.env, EVEN_SEAT_DATA: folder, PORT: `${port}`, HOST: '127.0.0.1', NODE_ENV: 'production' }
  const child = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env })
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => String(d).includes('Ready at') && resolve(child))
    child.on('exit', () => reject(new Error('the server ended')))
  })
}
if (!existsSync('.next/even-seat/server.mjs')) line('the shelf is not timed: build first (npm run build)')
else {
  const shelves = []
  for (const [i, pieces] of [9, 200, 1000].entries()) {
    const port = 3280 + i
    const child = await served(await filled(pieces, 0), port)
    const times: number[] = []
    let bytes = 0
    for (let n = 0; n < 40; n++) {
      const from = performance.now()
      bytes = (await (await fetch(`http://127.0.0.1:${port}/`)).arrayBuffer()).byteLength
      if (n >= 10) times.push(performance.now() - from)
    }
    child.removeAllListeners('exit')
    child.kill('SIGTERM')
    shelves.push({ pieces, ms: median(times), bytes })
  }
  for (const s of shelves)
    line(
      `shelf of ${s.pieces}: ${s.ms.toFixed(0)} ms, ${Math.round(s.bytes / 1000)} KB; ${(s.ms / shelves[0].ms).toFixed(2)} × the shelf of 9 (aim: at most 1.3)`,
    )
}
process.exit(0)
