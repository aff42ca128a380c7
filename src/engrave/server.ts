import 'server-only'
import createVerovioModule from 'verovio/wasm'
import { VerovioToolkit } from 'verovio/esm'
import type { Toolkit } from './toolkit'

const held = globalThis as { evenSeatToolkit?: Promise<Toolkit> }

/** The engraver on the server, loaded once. */
export const serverToolkit = (): Promise<Toolkit> =>
  (held.evenSeatToolkit ??= createVerovioModule().then((m) => new VerovioToolkit(m) as unknown as Toolkit))
