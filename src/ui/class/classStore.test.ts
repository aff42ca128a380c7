import { describe, expect, it } from 'vitest'
import { presetOf, PRESETS } from '@/core/hands/presets'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { DECISIONS, sayAnswer } from '../ways/words'
import { createClass } from './classStore'

const start = () => createClass({ name: 'Owls', school: 'Hill', settings: DEFAULT_CLASS, version: 1 })

describe('the class page', () => {
  it('adds and takes what a seat has learned, and is no preset then', () => {
    const c = start()
    c.getState().toggle('violin', 'fingers', 4)
    expect(c.getState().settings.level.violin.fingers).toEqual([1, 2, 3])
    expect(presetOf(c.getState().settings.level)).toBeNull()
    c.getState().toggle('violin', 'fingers', 4)
    expect(presetOf(c.getState().settings.level)?.id).toBe('first-position')
    c.getState().setSeat('bass', { shifts: 'pauses' })
    expect(c.getState().settings.level.bass.shifts).toBe('pauses')
  })
  it('takes a preset, decides, renames; everything can be undone and done again', () => {
    const c = start()
    c.getState().setLevel(PRESETS[0].level)
    c.getState().decide('fourth', 'always')
    c.getState().rename({ name: 'Herons' })
    expect(c.getState()).toMatchObject({ name: 'Herons', save: 'waiting' })
    for (let i = 0; i < 4; i++) c.getState().undo()
    expect(c.getState()).toMatchObject({ name: 'Owls', settings: DEFAULT_CLASS })
    for (let i = 0; i < 4; i++) c.getState().redo()
    expect(c.getState().name).toBe('Herons')
    expect(c.getState().settings).toMatchObject({ policy: { fourth: 'always' }, level: PRESETS[0].level })
  })
  it('saves nothing over another window’s version until the teacher has chosen', () => {
    const c = start()
    c.getState().marked({ save: 'newer', version: 5 })
    c.getState().decide('fourth', 'open')
    expect(c.getState()).toMatchObject({ save: 'newer', version: 5 })
    c.getState().keepMine()
    expect(c.getState().save).toBe('waiting')
  })
  it('has words for every answer of every decision', () => {
    for (const d of DECISIONS) {
      expect(d.answers.length).toBeGreaterThan(1)
      for (const a of d.answers) expect(sayAnswer(d, a.value)).toBe(a.says)
    }
    expect(new Set(DECISIONS.map((d) => d.key))).toEqual(new Set(Object.keys(DEFAULT_CLASS.policy)))
  })
})
