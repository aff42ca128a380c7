import { revalidatePath } from 'next/cache'
import { NextResponse, type NextRequest } from 'next/server'
import { packLibrary, unpackLibrary } from '@/formats/library'
import { megabytes } from '@/formats/limits'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { librarySchema, libraryOf, restoreLibrary } from '@/store/library'
import type { LibraryReply } from '@/ui/shelf/protocol'
import { attachment } from '../attachment'

/** The largest library that is taken, in bytes. */
const MOST_LIBRARY = 200_000_000

/** Everything as one file: the class, the pieces with their history, and the files they came in. */
export async function GET() {
  const { library, originals } = await libraryOf(await database())
  const names = new Map(library.originals.map((o) => [o.id, o.name]))
  return attachment('Even Seat library.zip', packLibrary(library, originals, names), 'application/zip')
}

const refuse = (problem: string, status: number) => NextResponse.json({ ok: false, problem } satisfies LibraryReply, { status })

/** Brings such a file back. */
export async function POST(request: NextRequest) {
  const weight = Number(request.headers.get('content-length') ?? NaN)
  if (!(weight <= MOST_LIBRARY)) return refuse(`a library may have up to ${megabytes(MOST_LIBRARY)}`, 413)
  const unpacked = unpackLibrary(new Uint8Array(await request.arrayBuffer()))
  if (!unpacked.ok) return refuse(unpacked.problem, 400)
  const library = librarySchema.safeParse(unpacked.library)
  if (!library.success) {
    const [issue] = library.error.issues
    return refuse(`the library cannot be read at ${issue.path.join(' › ')}: ${issue.message}`, 400)
  }
  const db = await database()
  const restored = await restoreLibrary(db, library.data, unpacked.originals, (await theClass(db)).id)
  revalidatePath('/')
  return NextResponse.json({ ok: true, ...restored } satisfies LibraryReply)
}
