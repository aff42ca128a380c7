import { describe, expect, it } from 'vitest'
import * as z from 'zod/mini'
import { sayIssue } from './issue'

const schema = z.object({ seats: z.array(z.object({ players: z.int().check(z.maximum(200)) })) })
const said = (value: unknown) => sayIssue(schema.safeParse(value).error!)

describe('what is wrong with data', () => {
  it('is said with its place', () => {
    expect(said({ seats: [{ players: 3 }, { players: 300 }] })).toBe('seats › 1 › players: Too big: expected number to be <=200')
    expect(said({ seats: [{}] })).toContain('seats › 0 › players: Invalid input: expected number')
  })
  it('is said alone when it is the whole', () => {
    expect(said(3)).toBe('Invalid input: expected object, received number')
  })
})
