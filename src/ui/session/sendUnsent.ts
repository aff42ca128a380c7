import '@/core/jitless'
import { keptSave, ROOMS } from '@/api/address'
import { putBody } from '@/ui/kit/autosave'
import { browserOutbox, takeOver, type Unsent } from '@/ui/kit/outbox'

/** Whether a page is the one that takes up what was kept of a piece or a class. */
const isOn = (path: string, what: string): boolean => {
  const [, , klass = '', room, piece] = path.split('/')
  const [kind, id] = what.split(' ')
  return kind === 'piece' ? piece === id.split('/')[0] : kind === 'class' && decodeURIComponent(klass) === id && CLASS_ROOMS.has(room)
}
/** The rooms that save the class. */
const CLASS_ROOMS = new Set<string>([ROOMS.people, ROOMS.term, ROOMS.reading])

/** Sends one change that a closed window has left; says whether it still waits for the teacher. */
async function sendUnsent(unsent: Unsent): Promise<'sent' | 'waits' | 'not now'> {
  const { url } = keptSave(unsent.url)
  // Which class it was for only its page knows: whoever opens it there is asked nothing.
  if (url === null) return 'waits'
  const release = await takeOver(unsent)
  if (!release) return 'not now'
  try {
    const { by, seq, base, body } = unsent
    const reply = await putBody(url, JSON.stringify({ base, by, seq, ...body }), false)
    if (reply.ok) await browserOutbox.drop(unsent)
    return reply.ok ? 'sent' : reply.reason === 'trouble' ? 'not now' : 'waits'
  } catch {
    return 'not now'
  } finally {
    release()
  }
}

/** Sends what earlier visits have left unsent, from whatever page is open, at this path; what another window has overtaken is said. */
export async function sendAllUnsent(path: string): Promise<void> {
  for (const unsent of await browserOutbox.all()) {
    const { page, what } = keptSave(unsent.url)
    // The page of a piece, or of the class, takes up its own.
    if (isOn(path, what)) continue
    if ((await sendUnsent(unsent)) !== 'waits') continue
    const { toast } = await import('sonner')
    toast('A change from last time wasn’t saved, because it was also changed in another window. Open it to choose.', {
      id: unsent.url,
      duration: 20_000,
      action: { label: 'Open it', onClick: () => window.location.assign(page) },
    })
  }
}
