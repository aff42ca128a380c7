import { existsSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { classApi, classPage, keptSave, LOOKS, oldAddress, pieceApi, piecePage, ROOMS, type Room } from './address'

const PIECE = '11111111-0000-4000-8000-000000000000'

describe('addresses', () => {
  it('lead to pages that there are', () => {
    const klass = 'src/app/class/[klass]'
    for (const room of Object.keys(ROOMS) as Room[]) expect(existsSync(`${klass}/${ROOMS[room]}/page.tsx`), room).toBe(true)
    for (const look of LOOKS) expect(existsSync(`${klass}/piece/[id]/${look}/page.tsx`), look).toBe(true)
  })
  it('say the class, whatever its id is made of', () => {
    expect(classPage('a/b?c', 'plan')).toBe('/class/a%2Fb%3Fc/term/plan')
    expect(piecePage('owls', PIECE)).toBe(`/class/owls/piece/${PIECE}/fingering`)
    expect([classApi('owls'), classApi('owls', '/records'), pieceApi('owls', PIECE, '/notes')]).toEqual([
      '/api/class/owls',
      '/api/class/owls/records',
      `/api/class/owls/piece/${PIECE}/notes`,
    ])
  })
  it('of an earlier Even Seat mean what they meant; what it never had means nothing', () => {
    const rooms = {
      class: 'people',
      'class/links': 'links',
      library: 'library',
      line: 'line',
      new: 'write',
      plan: 'plan',
      'plan/print': 'planSheets',
      tapes: 'tapes',
      term: 'term',
      train: 'reading',
    }
    for (const [old, room] of Object.entries(rooms)) expect(oldAddress(old.split('/')), old).toEqual({ room })
    const looks = {
      '': 'fingering',
      '/read': 'read',
      '/level': 'balance',
      '/practise': 'warm-up',
      '/practise/print': 'warm-up/print',
      '/rehearse': 'rehearse',
      '/print': 'print',
      '/write': 'write',
      '/history': 'history',
      '/wall': 'wall',
      '/stand': 'stand',
    }
    for (const [old, look] of Object.entries(looks))
      expect(oldAddress(`pieces/${PIECE}${old}`.split('/')), old).toEqual({ piece: PIECE, look })
    for (const never of ['pieces', 'pieces/x/y', 'toString', 'nothing', 'class/x', 'plan/toString', 'pieces/x/constructor'])
      expect(oldAddress(never.split('/')), never).toBeNull()
  })
})

describe('a save that a browser has kept', () => {
  it('is of the same piece in whichever class it was made, and of its notes apart', () => {
    const what = (url: string) => keptSave(url).what
    expect(what(pieceApi('tuesday', PIECE))).toBe(what(pieceApi('friday', PIECE)))
    expect(what(pieceApi('tuesday', PIECE))).toBe(what(`/api/pieces/${PIECE}`))
    expect(what(pieceApi('tuesday', PIECE, '/notes'))).toBe(what(`/api/pieces/${PIECE}/notes`))
    expect(what(pieceApi('tuesday', PIECE))).not.toBe(what(pieceApi('tuesday', PIECE, '/notes')))
    expect(what(classApi('tuesday'))).not.toBe(what(classApi('friday')))
    expect(what(classApi('tuesday'))).toBe(what('/api/class?of=tuesday'))
  })
  it('goes where it goes today, and is taken up on its page', () => {
    expect(keptSave('/api/class?of=a%2Fb')).toEqual({ what: 'class a/b', page: '/class/a%2Fb/people', url: '/api/class/a%2Fb' })
    expect(keptSave(pieceApi('owls', PIECE, '/notes'))).toMatchObject({
      page: `/class/owls/piece/${PIECE}/write`,
      url: pieceApi('owls', PIECE, '/notes'),
    })
    // Which class it was for an earlier Even Seat did not say: its old page finds one.
    expect(keptSave(`/api/pieces/${PIECE}`)).toMatchObject({ page: `/pieces/${PIECE}`, url: null })
  })
})
