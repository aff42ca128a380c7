import 'server-only'
import createVerovioModule from 'verovio/wasm'
import { enableLog, LOG_ERROR, VerovioToolkit } from 'verovio/esm'
import type { Toolkit } from './toolkit'

const held = globalThis as { evenSeatToolkit?: Promise<Toolkit> }

/** The engraver on the server, loaded once. */
export const serverToolkit = (): Promise<Toolkit> =>
  (held.evenSeatToolkit ??= createVerovioModule().then((m) => {
    // How tightly a system is set is measured by our own tests; a server's log is for what went wrong.
    enableLog(LOG_ERROR, m)
    return new VerovioToolkit(m) as unknown as Toolkit
  }))
