import { fireEvent, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { LinksView } from './LinksView'

const [ADA, BEN] = ['11111111-0000-4000-8000-000000000000', '22222222-0000-4000-8000-000000000000']
const STUDENTS = [
  { id: ADA, name: 'Ada', seat: 'Violin', language: 'en' as const },
  { id: BEN, name: 'Ben', seat: '', language: 'en' as const },
]
const LAST = Date.UTC(2027, 2, 31, 12)
const DAY = 24 * 3_600_000
const linkFor = (student: string) => ({
  id: `link-${student.slice(0, 4)}`,
  student,
  token: `token-${student.slice(0, 4)}`,
  expiresAt: LAST + DAY,
})

/** What the server has and was asked. */
let links: ReturnType<typeof linkFor>[] = []
let origins: string[] = []
let refuses: string | null = null
const asked: { method: string; url: string; body: unknown }[] = []

beforeEach(() => {
  ;[links, origins, refuses, asked.length] = [[], ['http://192.168.1.7:3000'], null, 0]
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    await Promise.resolve()
    const method = init.method ?? 'GET'
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as { students: string[] }) : null
    asked.push({ method, url, body })
    if (refuses && method !== 'GET') return Response.json({ ok: false, problem: refuses })
    if (method === 'POST') links = [...links, ...body!.students.map(linkFor)]
    if (method === 'DELETE') {
      links = links.filter((l) => !url.endsWith(`/links/${l.id}`))
      return Response.json({ ok: true })
    }
    return Response.json({ ok: true, links, origins })
  })
})
afterEach(() => vi.unstubAllGlobals())

function view(students = STUDENTS) {
  render(<LinksView id="class" name="Tuesday Strings" students={students} />)
  return userEvent.setup({ delay: null })
}
const card = (name: string) => within(screen.getByRole('heading', { name, level: 2 }).closest('li')!)

describe('links for students', () => {
  it('are there for nobody before one is given, and can be given to everyone at once', async () => {
    const user = view()
    await user.click(await screen.findByRole('button', { name: 'A link for everyone' }))
    expect(await screen.findByRole('button', { name: 'Everyone has a link' })).toHaveProperty('disabled', true)
    expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({
      students: [ADA, BEN],
      until: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as unknown,
    })
  })
  it('stand on a card with the address that phones reach, the last day, and a code that says the same', async () => {
    links = [linkFor(ADA)]
    view()
    expect(await card('Ada').findByText(`http://192.168.1.7:3000/s/${links[0].token}`)).toBeTruthy()
    expect(card('Ada').getByText('until 31 March 2027')).toBeTruthy()
    expect(card('Ada').getByRole('img', { name: 'QR code of the link of Ada' })).toBeTruthy()
    expect(card('Ben').queryByRole('img')).toBeNull()
    expect(card('Ben').getByText('no seat yet')).toBeTruthy()
    expect(screen.getByRole('button', { name: 'A link for the other 1' })).toBeTruthy()
  })
  it('work until the day that is said, given to one alone', async () => {
    const user = view()
    await screen.findByRole('button', { name: 'A link for everyone' })
    const day = screen.getByLabelText(/^New links work until/)
    fireEvent.change(day, { target: { value: '2026-12-18' } })
    fireEvent.change(day, { target: { value: '' } })
    await user.click(await card('Ben').findByRole('button', { name: 'Give a link to Ben' }))
    expect(await card('Ben').findByRole('img')).toBeTruthy()
    expect(asked.find((a) => a.method === 'POST')?.body).toEqual({ class: 'class', students: [BEN], until: '2026-12-18' })
  })
  it('withdrawn are gone, and those of others stay', async () => {
    links = [linkFor(ADA), linkFor(BEN)]
    const user = view()
    await user.click(await card('Ada').findByRole('button', { name: 'Take back the link of Ada' }))
    expect(await card('Ada').findByRole('button', { name: 'Give a link to Ada' })).toBeTruthy()
    expect(card('Ben').getByRole('img')).toBeTruthy()
    expect(asked.some((a) => a.method === 'DELETE' && a.url === '/api/class/class/links/link-1111')).toBe(true)
  })
  it('say plainly where phones cannot reach this machine, and print nothing where there is nothing', async () => {
    origins = []
    view()
    expect((await screen.findByRole('note')).textContent).toMatch(/^Phones can’t reach Even Seat yet/)
    expect(screen.getByRole('button', { name: 'Print the cards' })).toHaveProperty('disabled', true)
  })
  it('can stand under another address of this machine', async () => {
    links = [linkFor(ADA)]
    origins = ['http://192.168.1.7:3000', 'http://10.0.0.4:3000']
    const user = view()
    await user.selectOptions(await screen.findByLabelText('Address on the cards'), 'http://10.0.0.4:3000')
    expect(card('Ada').getByText('http://10.0.0.4:3000/s/token-1111')).toBeTruthy()
  })
  it('that cannot be given are said in the words of the server, and when it does not answer', async () => {
    const user = view()
    await screen.findByRole('button', { name: 'A link for everyone' })
    refuses = 'A class has 120 links at most.'
    await user.click(await card('Ada').findByRole('button', { name: 'Give a link to Ada' }))
    expect((await screen.findByRole('alert')).textContent).toBe('A class has 120 links at most.')
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no')))
    await user.click(await card('Ada').findByRole('button', { name: 'Give a link to Ada' }))
    expect((await screen.findByText(/^No answer from Even Seat/)).textContent).toContain('Nothing was changed.')
  })
  it('of a class without students say where these are listed', async () => {
    view([])
    expect(await screen.findByText('No students yet. Add them on the class page.')).toBeTruthy()
  })
})
