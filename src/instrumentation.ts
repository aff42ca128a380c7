/** Without the front door (src/server/main.ts) nobody is asked where a request comes from: then nothing is served. */
export function register(): void {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  if (!(globalThis as { evenSeatDoor?: boolean }).evenSeatDoor)
    throw new Error('Even Seat is served by its own front door only: start it with npm run demo (or npm run dev).')
}
