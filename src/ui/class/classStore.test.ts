import { describe, expect, it } from 'vitest'
import { newStudent } from '@/core/plan/student'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { classSettingsSchema } from '@/core/plan/class.schema'
import { STEP_IDS } from '@/core/instruments/instrument'
import { stepOf } from '@/core/instruments/ladder'
import { seatsOf } from '@/core/seats/seat'
import { readTuning } from '@/core/seats/tuning'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { createClass } from './classStore'

type Page = ReturnType<typeof createClass>
const seat = (c: Page, id: string) => c.getState().settings.seats.find((s) => s.id === id)!
const step = (c: Page) => stepOf(seatsOf(c.getState().settings))?.id ?? null
const start = () => createClass({ id: 'class', name: 'Owls', school: 'Hill', settings: DEFAULT_CLASS, version: 1 })

describe('the class page', () => {
  it('says how the class talks, and who plays, each change undone by itself', () => {
    const c = start()
    const ada = newStudent('00000000-0000-4000-8000-000000000001', 'Ada', 'violin')
    c.getState().setTalk({ numbers: 'figures' })
    c.getState().addStudent(ada)
    c.getState().bringStudents([{ ...ada, id: '00000000-0000-4000-8000-000000000002', name: 'Bo' }])
    c.getState().changeStudent(ada.id, { size: '1/2', large: true })
    const names = () => c.getState().settings.students.map((s) => `${s.name}${s.size}`)
    expect(names()).toEqual(['Ada1/2', 'Bo'])
    expect(classSettingsSchema.parse(c.getState().settings)).toEqual(c.getState().settings)
    c.getState().removeStudent(ada.id)
    expect(names()).toEqual(['Bo'])
    c.getState().undo()
    c.getState().undo()
    expect(names()).toEqual(['Ada', 'Bo'])
    c.getState().undo()
    c.getState().undo()
    expect(names()).toEqual([])
    expect(c.getState().settings.talk.numbers).toBe('figures')
    c.getState().undo()
    expect(c.getState().settings).toEqual(DEFAULT_CLASS)
  })

  it('of two students of one name each is changed and taken out alone', () => {
    const c = start()
    const [one, two] = [1, 2].map((n) => newStudent(`00000000-0000-4000-8000-00000000000${n}`, 'Anna', n === 1 ? 'violin' : 'cello'))
    c.getState().bringStudents([one, two])
    c.getState().changeStudent(two.id, { large: true })
    expect(c.getState().settings.students.map((s) => s.large)).toEqual([false, true])
    c.getState().removeStudent(one.id)
    expect(c.getState().settings.students).toEqual([{ ...two, large: true }])
  })

  it('adds and takes what a seat has learned, and is no preset then', () => {
    const c = start()
    c.getState().toggle('violin', 'fingers', 4)
    expect(seat(c, 'violin').learned.fingers).toEqual([1, 2, 3])
    expect(step(c)).toBeNull()
    c.getState().toggle('violin', 'fingers', 4)
    expect(step(c)).toBe('first-position')
    c.getState().setLearned('bass', { shifts: 'pauses' })
    expect(seat(c, 'bass').learned.shifts).toBe('pauses')
  })
  it('takes a preset, decides, renames; everything can be undone and done again', () => {
    const c = start()
    c.getState().toStep(STEP_IDS[0])
    c.getState().decide('fourth', 'always')
    c.getState().rename({ name: 'Herons' })
    expect(c.getState()).toMatchObject({ name: 'Herons', save: 'waiting' })
    for (let i = 0; i < 4; i++) c.getState().undo()
    expect(c.getState()).toMatchObject({ name: 'Owls', settings: DEFAULT_CLASS })
    for (let i = 0; i < 4; i++) c.getState().redo()
    expect(c.getState().name).toBe('Herons')
    expect(c.getState().settings).toMatchObject({ policy: { fourth: 'always' } })
    expect(step(c)).toBe(STEP_IDS[0])
  })
  it('takes seats in and out, each with an id and a name of its own, beside those who play the same', () => {
    const c = start()
    c.getState().addSeat('violin')
    c.getState().addSeat('violin')
    expect(c.getState().settings.seats.map((s) => [s.id, s.name])).toEqual([
      ['violin', 'Violin'],
      ['violin-2', 'Violin 2'],
      ['violin-3', 'Violin 3'],
      ['viola', 'Viola'],
      ['cello', 'Cello'],
      ['bass', 'Bass'],
    ])
    c.getState().removeSeat('violin-2')
    c.getState().addSeat('violin')
    expect(c.getState().settings.seats.map((s) => s.id)).toEqual(['violin', 'violin-3', 'violin-2', 'viola', 'cello', 'bass'])
    c.getState().moveSeat('bass', -1)
    expect(
      c
        .getState()
        .settings.seats.map((s) => s.id)
        .slice(-2),
    ).toEqual(['bass', 'cello'])
    for (let i = 0; i < 5; i++) c.getState().undo()
    expect(c.getState().settings).toEqual(DEFAULT_CLASS)
    for (const { id } of DEFAULT_CLASS.seats) c.getState().removeSeat(id)
    // A class has at least one.
    expect(c.getState().settings.seats.map((s) => s.id)).toEqual(['bass'])
  })
  it('another instrument is as far as the one before, and strung as is usual', () => {
    const c = start()
    c.getState().toStep('third-position')
    c.getState().changeSeat('viola', { clef: 'treble' })
    c.getState().changeSeat('viola', { instrument: 'cello' })
    expect(seat(c, 'viola')).toMatchObject({ name: 'Cello', instrument: 'cello' })
    expect(seat(c, 'viola').clef).toBeUndefined()
    expect(step(c)).toBe('third-position')
  })
  it('rhythms have a line of their own: set once, they stay through every step, and one undo takes them back', () => {
    const c = start()
    const rhythms = () => new Set(c.getState().settings.seats.map((s) => s.learned.rhythms.length))
    c.getState().toStep('four-strings')
    expect(rhythms()).toEqual(new Set([4]))
    c.getState().readRhythms(7)
    expect(rhythms()).toEqual(new Set([7]))
    expect(step(c)).toBe('four-strings')
    c.getState().toStep('third-position')
    expect(rhythms()).toEqual(new Set([7]))
    c.getState().undo()
    c.getState().undo()
    expect(rhythms()).toEqual(new Set([4]))
  })
  it('strings strung otherwise: of all learned all stay learned, else those that are still there', () => {
    const c = start()
    const five = readTuning('B1 E2 A2 D3 G3')
    if ('problem' in five) throw new Error(five.problem)
    c.getState().changeSeat('bass', { tuning: five.strings })
    expect(seat(c, 'bass').learned.strings).toEqual([0, 1, 2, 3, 4])
    c.getState().undo()
    c.getState().toStep('first-finger')
    expect(seat(c, 'bass').learned.strings).toEqual([2, 3])
    c.getState().changeSeat('bass', { tuning: five.strings })
    expect(seat(c, 'bass').learned.strings).toEqual([3, 4])
  })
  it('decides for one seat, and takes it back', () => {
    const c = start()
    c.getState().decideFor('viola', 'fourth', 'always')
    expect(seat(c, 'viola').policy).toEqual({ fourth: 'always' })
    expect(seat(c, 'violin').policy).toEqual({})
    c.getState().decideFor('viola', 'fourth', undefined)
    expect(seat(c, 'viola').policy).toEqual({})
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
    const decisions = decisionsOf(seatsOf(DEFAULT_CLASS))
    for (const d of decisions) {
      expect(d.answers.length).toBeGreaterThan(1)
      for (const a of d.answers) expect(sayAnswer(d, a.value)).toBe(a.says)
    }
    expect(new Set(decisions.map((d) => d.key))).toEqual(new Set(Object.keys(DEFAULT_CLASS.policy)))
  })
})
