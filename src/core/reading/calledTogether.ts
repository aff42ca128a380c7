import { capital } from '../names'
import { callsOf, sayCall, type Call } from './calls'
import type { CallOptions } from '../plan/talk'
import { inSentence, sayNames } from '../names'
import type { Reading } from './reading'

/** A seat's part with the name that the class calls the seat by. */
export type Caller = { readonly id: string; readonly name: string; readonly reading: Reading }

/** Seats whose fingers are the same in a measure, with what all of them say. */
export type CallGroup = { readonly callers: readonly Caller[]; readonly call: Call }

/** A measure of the whole class. `parts`: other seats are together here than in the measure before. */
export type ClassCall = {
  readonly index: number
  readonly number: string
  /** As the class says it, alone: "5", "line 2, measure 1"; where one is printed otherwise than another, the number. */
  readonly name: string
  readonly groups: readonly CallGroup[]
  readonly parts: boolean
}

/**
 * What the class says, measure by measure, seats with the same fingers together. What one of them would say and another
 * would not (a letter is high only beside its own open string) is left out for both.
 */
export function calledTogether(callers: readonly Caller[], options: CallOptions): ClassCall[] {
  const calls = callers.map(({ reading }) => {
    const of = (o: Partial<CallOptions>) => callsOf(reading, { ...options, ...o })
    return { own: of({}), plain: of({ high: false }), fingers: of({ say: 'fingers', high: false }) }
  })
  let last = ''
  return (calls[0]?.own ?? []).map(({ index, number, name }): ClassCall => {
    const byFingers = new Map<string, number[]>()
    callers.forEach((_, c) => {
      const key = sayCall(calls[c].fingers[index])
      byFingers.set(key, [...(byFingers.get(key) ?? []), c])
    })
    const groups = [...byFingers.values()].flatMap((list) => sameWords(list, (c) => [calls[c].own[index], calls[c].plain[index]]))
    const who = groups.map((g) => g.members.join()).join(' ')
    const parts = last !== '' && who !== last
    last = who
    const alike = calls.every(({ own }) => own[index].name === name)
    return {
      index,
      number,
      name: alike ? name : number,
      parts,
      groups: groups.map(({ members, call }) => ({ callers: members.map((c) => callers[c]), call })),
    }
  })
}

/** One group with its own words if all have the same, else with plain words, else each by itself. */
function sameWords(
  list: readonly number[],
  of: (c: number) => readonly [own: Call, plain: Call],
): { members: readonly number[]; call: Call }[] {
  const [own, plain] = of(list[0])
  for (const [pick, call] of [own, plain].entries())
    if (list.every((c) => sayCall(of(c)[pick]) === sayCall(call))) return [{ members: list, call }]
  return list.map((c) => ({ members: [c], call: of(c)[0] }))
}

/** "All", "Violin and viola", "Violin, viola and bass". */
export const sayCallers = (callers: readonly Caller[], all: number): string =>
  callers.length === all && all > 1 ? 'All' : sayNames(callers.map((c) => c.name))

/** The class's calls as plain text; where seats part or come together again, it is said. */
export function calledTogetherText(calls: readonly ClassCall[], all: number): string {
  return calls
    .map(({ name, groups, parts }) => {
      const lines = groups.map((g) => `${sayCallers(g.callers, all)}: ${sayCall(g.call)}`)
      return `${capital(name)}${parts ? ` (${sayParting(groups, all)})` : ''}\n${lines.map((l) => `  ${l}`).join('\n')}`
    })
    .join('\n')
}

/** "Now all together", "now together: violin and viola", "now each by itself". */
export function sayParting(groups: readonly CallGroup[], all: number): string {
  if (groups.length === 1) return 'now all together'
  const shared = groups.filter((g) => g.callers.length > 1).map((g) => inSentence(sayCallers(g.callers, all)))
  return shared.length === 0 ? 'now each by itself' : `now together: ${shared.join('; ')}`
}
