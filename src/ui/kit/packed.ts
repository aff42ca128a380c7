import { inflateSync, strFromU8 } from 'fflate'

/**
 * A value on its way from a page to its screen: its JSON, deflated, as base64. A piece of a thousand measures is a twentieth
 * of its size this way. Made by {@link packed} in src/app/packed.ts.
 */
export type Packed<T> = string & { readonly holds?: T }

/** The value again; on the server as in the browser. */
export const unpacked = <T>(text: Packed<T>): T =>
  JSON.parse(strFromU8(inflateSync(Uint8Array.from(atob(text), (c) => c.charCodeAt(0))))) as T
