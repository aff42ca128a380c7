/** Headers that the front door writes for the pages behind it; what a client sends under these names is thrown away. */
export const FROM_DOOR = {
  nonce: 'x-nonce',
  address: 'x-even-seat-address',
  secure: 'x-even-seat-secure',
  reach: 'x-even-seat-reach',
} as const

/** The cookie by which a browser that has signed in before is known, when it signs in again. */
export const DEVICE_COOKIE = 'even-seat-device'

/** The cookie of somebody signed in. */
export const SESSION_COOKIE = 'even-seat-session'
