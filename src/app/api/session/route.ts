import { NextResponse, type NextRequest } from 'next/server'
import { DEVICE_COOKIE, FROM_DOOR, SESSION_COOKIE } from '@/server/address'
import { deviceOf, newDevice, signedIn, tooMany } from '@/server/limits'
import { accessSecret, beginSession, endSession, isPassphrase, SESSION_LASTS } from '@/store/access'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { signInRequest } from '@/api/signIn'
import { answering } from '../answer'
import { jsonOf, readAhead } from '../body'

const cookie = (request: NextRequest, value: string, seconds: number) => ({
  name: SESSION_COOKIE,
  value,
  httpOnly: true,
  sameSite: 'lax' as const,
  path: '/',
  // On a school's plain http a secure cookie would never come back.
  secure: request.headers.get(FROM_DOOR.secure) === '1',
  maxAge: seconds,
})

/** How long a browser that has signed in is known, in seconds. */
const KNOWN = 400 * 24 * 3600

/** Signs in with the passphrase. */
export const POST = answering(async (request: NextRequest) => {
  readAhead(request, 4_000)
  const db = await database()
  const secret = await accessSecret(db)
  const device = secret ? deviceOf(request.cookies.get(DEVICE_COOKIE)?.value ?? '', secret) : null
  const who = { address: request.headers.get(FROM_DOOR.address) ?? 'unknown', device }
  const wait = await tooMany(who)
  if (wait !== null)
    return NextResponse.json(
      { ok: false, problem: `Too many tries. Wait ${wait < 60 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`}, then try again.` },
      { status: 429, headers: { 'retry-after': `${wait}` } },
    )
  const body = signInRequest.safeParse(await jsonOf(request, 4_000))
  if (!body.success || !(await isPassphrase(db, body.data.passphrase)))
    return NextResponse.json({ ok: false, problem: 'That’s not the passphrase.' }, { status: 401 })
  await signedIn(who)
  const reply = NextResponse.json({ ok: true })
  reply.cookies.set(cookie(request, await beginSession(db, now()), SESSION_LASTS / 1000))
  if (!device) reply.cookies.set({ ...cookie(request, newDevice(secret), KNOWN), name: DEVICE_COOKIE, path: '/api/session' })
  return reply
})

/** Signs this browser out, or every one (`?all=1`). */
export const DELETE = answering(async (request: NextRequest) => {
  const token = request.cookies.get(SESSION_COOKIE)?.value ?? ''
  await endSession(await database(), request.nextUrl.searchParams.get('all') === '1' ? 'all' : token)
  const reply = NextResponse.json({ ok: true })
  reply.cookies.set(cookie(request, '', 0))
  return reply
})
