import { writeFileSync } from 'node:fs'
import { pieceFileJsonSchema } from '../src/formats/json/schema'

writeFileSync('docs/even-seat-piece.schema.json', `${JSON.stringify(pieceFileJsonSchema(), null, 1)}\n`)
