/**
 * The content security policy of a page. Nothing comes from elsewhere; a script runs only when it is a file of ours or
 * carries the nonce of this one answer. The engraver is WebAssembly. Styles stand in attributes all over a drawing, so they
 * stay allowed inline. `lax` is for developing, where the tools evaluate code and talk to a socket.
 */
export const contentPolicy = (nonce: string, lax = false): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${lax ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self' data:",
    `connect-src 'self' data:${lax ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
  ].join('; ')

/** What every answer says of itself: no other site may embed it, open windows on it or guess its type. */
export const COMMON_HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
}
