import { readFileSync, writeFileSync } from 'node:fs'
import { chanceFrom } from '../src/core/composing/chance'
import { fitOf } from '../src/core/composing/fit'
import { sayCare } from '../src/core/drills/care'
import { practised } from '../src/core/drills/practised'
import { randomOf } from '../src/core/hearing/student'
import { handsAlong } from '../src/core/fingering/down'
import type { SeatMap } from '../src/core/fingering/map'
import { reasonFor } from '../src/core/fingering/reason'
import { movesOf } from '../src/core/fingering/moves'
import { needsOffer, offersAt } from '../src/core/fingering/offers'
import { trueChecksOf } from '../src/core/hands/trueChecks'
import { STEP_IDS, type StepId } from '../src/core/instruments/instrument'
import type { Piece } from '../src/core/piece/piece'
import { daysBetween } from '../src/core/plan/calendar'
import { learningsOf } from '../src/core/practice/prepares'
import { planDays } from '../src/core/practice/schedule'
import { stockOf, todayOf } from '../src/core/practice/today'
import { callsOf, sayCall } from '../src/core/reading/calls'
import { DEFAULT_CALLS } from '../src/core/plan/talk'
import { formOf, sayLearning, sayLikeness } from '../src/core/reading/form'
import { readingOf } from '../src/core/reading/reading'
import { sameSpacings } from '../src/core/reading/sameSpacing'
import { spotsOf } from '../src/core/reading/spots'
import { classAt } from '../src/core/plan/class'
import { ensembleMapper, mapsOf } from '../src/core/balance/ensemble'
import { sayOctaveChange } from '../src/core/balance/octaveChoices'
import { emptyPlan } from '../src/core/plan/plan'
import { rescuesFor } from '../src/core/balance/rescue'
import { seatsOf } from '../src/core/seats/seat'
import { itemsOf, questionOf } from '../src/core/trainer/all'
import { judged, QUESTION_KINDS, sayJudged } from '../src/core/trainer/question'
import { traineesOf } from '../src/core/trainer/trainee'
import { sayAgainst, sayFit, saySides } from '../src/core/words/en/composing'
import { sayFingers, sayHandMove, sayProblem, sayReason, tellingOf } from '../src/core/words/en/fingering'
import { PLAIN_TONGUE, sayCheck } from '../src/core/words/en/hands'
import { sayItem, sayPlanProblem } from '../src/core/words/en/practice'
import { sayRun, saySameSpacing } from '../src/core/words/en/reading'
import { adviseOn, sayTrip } from '../src/core/words/en/spots/said'
import { demoPieces } from '../src/formats/testing/demo'

/** A sentence of the product, with where it is said. */
type Said = { readonly kind: string; readonly where: string; readonly text: string }

const PIECES = demoPieces()

/** Everything that is said of a seat's part. */
function saidOf(piece: Piece, step: StepId, map: SeatMap): Said[] {
  const out: Said[] = []
  const at = (measure: string) => `${piece.title}, ${step}, ${map.seat.name} m${measure}`
  const say = (kind: string, measure: string, text: string) => text && out.push({ kind, where: at(measure), text })
  const telling = tellingOf(map, PLAIN_TONGUE)
  const { columns } = map.solution
  const measureOf = (column: number) => map.moments[columns[column].moment].events[0].at.measure.number
  for (const n of map.notes) {
    const measure = n.placed.at.measure.number
    say('reason', measure, `${n.pitch.letter}: ${sayReason(telling, reasonFor(map, n))}`)
    if (!n.chord && !n.held)
      say(
        'true check',
        measure,
        trueChecksOf(map.instrument, n.stop)
          .map((c) => `${n.pitch.letter} ${sayCheck(PLAIN_TONGUE, map.instrument, c)}.`)
          .join(' '),
      )
  }
  for (const m of movesOf(map)) for (const text of sayHandMove(m)) say('move', measureOf(m.to), text)
  handsAlong(map).forEach((h, i) => {
    if (h.keep.length) say('fingers', measureOf(i), `keep ${sayFingers(PLAIN_TONGUE, map.instrument, h.keep)}`)
    if (h.prepare)
      say(
        'fingers',
        measureOf(i),
        `Set ${sayFingers(PLAIN_TONGUE, map.instrument, h.prepare.fingers)} ${h.prepare.during === 'rest' ? 'in the rest that follows' : 'while the open string rings'}.`,
      )
  })
  for (const p of map.problems) say('problem', p.measure, sayProblem(telling, p))
  for (const s of spotsOf(piece, map)) {
    say(`spot ${s.kind}`, s.measure, sayTrip(s, telling))
    say('advice', s.measure, `${s.kind}: ${adviseOn(s, telling)}`)
  }
  const reading = readingOf(piece, map)
  for (const c of callsOf(reading, DEFAULT_CALLS)) say('call', c.number, sayCall(c))
  for (const t of sameSpacings(reading)) say('same spacing', t.note.placed.at.measure.number, saySameSpacing(telling, t))
  map.moments.forEach((m, i) => {
    if (needsOffer(map, i))
      for (const o of offersAt(piece, map, i, PLAIN_TONGUE).slice(0, 4))
        say('substitute', m.events[0].at.measure.number, `${o.name}: ${o.why}.`)
  })
  return out
}

/** Everything that is said of practising a piece: of its drills, of a warm-up of each length, of a plan of four weeks. */
function practisedSaid(piece: Piece, step: StepId): Said[] {
  const klass = classAt(step)
  const c = practised(piece, seatsOf(klass), ensembleMapper()(piece, emptyPlan(), klass), null, emptyPlan())
  const stock = stockOf(c)
  const where = `${piece.title}, ${step}`
  const say = (kind: string, text: string): Said => ({ kind, where, text })
  const settled = { ...emptyPlan().warmup }
  const days = daysBetween('2026-03-02', '2026-03-27', ['Mon', 'Wed', 'Fri'])
  return [
    ...stock.drills.flatMap((d) => [say('drill', `${d.title}: ${d.purpose}`), say('care', sayCare(d.strains) ?? '')]),
    ...stock.steps.flatMap((s) => [say('step', `${s.title}: ${s.words}`), say('answer', s.answer ?? '')]),
    ...[3, 5, 8, 12].map((minutes) => say('warm-up', todayOf(stock, { ...settled, minutes }).said)),
    ...[2, 10].flatMap((minutes) => {
      const plan = planDays({ learnings: learningsOf([{ id: 'piece', c }]), days, minutes })
      return [
        say('plan', plan.problem ? sayPlanProblem(plan.problem) : ''),
        ...plan.days.flatMap((d) => d.items.map((x) => say('plan', sayItem(x.facts)))),
      ]
    }),
  ]
}

/** Everything that is asked of a class at a step, what is answered, and what is said of each wrong answer. */
function asked(step: StepId): Said[] {
  const chance = chanceFrom(5)
  return traineesOf(classAt(step)).flatMap((t) =>
    itemsOf(t, QUESTION_KINDS).flatMap((item): Said[] => {
      const q = questionOf(t, item, chance)
      if (!q) return []
      const where = `${step}, ${t.seat.name}, ${item.id}`
      const wrong =
        q.answer.form === 'choice'
          ? q.answer.options.flatMap((o, at) => (o.mistake ? [sayJudged(q, judged(q, { form: 'choice', at }))] : []))
          : []
      return [
        { kind: 'question', where, text: q.asks },
        { kind: 'right answer', where, text: q.says },
        ...wrong.map((text): Said => ({ kind: 'wrong answer', where, text })),
      ]
    }),
  )
}

/** What is said of a piece with itself as a round, and of its lines. */
function fits(piece: Piece): Said[] {
  const [first, ...others] = piece.lines.map((line) => ({ piece, line }))
  const all = [...[1, 2, 3, 4].map((after) => fitOf(first, first, after)), ...others.map((o) => fitOf(first, o))]
  return all.flatMap((f) =>
    [
      sayFit(piece.lines[0], f),
      f.apart ? '' : saySides('letters', f.sides),
      ...f.against.map((a) => sayAgainst(piece.lines[0], 'letters', a)),
    ].map((text): Said => ({ kind: 'fit', where: piece.title, text })),
  )
}

function everythingSaid(): Said[] {
  return [...STEP_IDS.flatMap(asked), ...PIECES.flatMap(fits), ...ofPieces()].filter((s) => s.text)
}

function ofPieces(): Said[] {
  return PIECES.flatMap((piece) =>
    STEP_IDS.flatMap((step) => {
      const klass = classAt(step)
      const ensemble = ensembleMapper()(piece, emptyPlan(), klass)
      const form = formOf(piece, piece.lines[0])
      const number = (i: number) => piece.lines[0].measures[i].number
      const whole = (kind: string, text: string): Said => ({ kind, where: piece.title, text })
      return [
        ...mapsOf(ensemble).flatMap((m) => saidOf(piece, step, m)),
        whole('form', sayLearning(form, piece.lines[0])),
        ...form.measures.flatMap((u) =>
          u.like ? [whole('form', sayLikeness(number(u.from), number(form.measures[u.like.unit].from), u.like.how))] : [],
        ),
        ...form.runs.map((r) => whole('form', sayRun('letters', r))),
        ...seatsOf(klass).flatMap((seat) =>
          [-1, 1].map((by): Said => ({
            kind: 'octave',
            where: `${piece.title}, ${step}, ${seat.name}`,
            text: sayOctaveChange(piece, emptyPlan(), klass, seat, ensemble[seat.id], ensemble[seat.id].octave + by).join(' · '),
          })),
        ),
        ...(step === 'first-position' || step === 'four-strings' ? practisedSaid(piece, step) : []),
        ...(step === 'first-position' || step === 'four-strings'
          ? seatsOf(klass).flatMap((seat) =>
              [1, 3].flatMap((index) =>
                rescuesFor(piece, emptyPlan(), klass, ensemble, seat.id, index)
                  .slice(0, 5)
                  .map((r): Said => ({
                    kind: 'easier',
                    where: `${piece.title}, ${step}, ${seat.name} m${number(index)}`,
                    text: `${r.name}: ${r.why}.`,
                  })),
              ),
            )
          : []),
      ].filter((s) => s.text)
    }),
  )
}

/** A sentence with what differs from place to place left out: notes, figures, positions. */
const patternOf = (text: string): string =>
  text
    .replace(/\b[A-G][♯♭]?\d?\b(?! (long|half|step|rest|third|fourth|fifth|sixth|seventh|repeat|skip|finger|shift))/g, 'N')
    .replace(/\b(half|raised|lowered)? ?\b(I{1,3}|IV|VI{0,2}|V)½?\b/g, 'P')
    .replace(/\d+/g, '#')
    .replace(/N( N| and N|, N)+/g, 'N …')

const SAMPLE = 200
const said = everythingSaid()
const patterns = new Map<string, Said & { times: number }>()
for (const s of said) {
  const key = `${s.kind.split(' ')[0]} ${s.kind === 'call' ? '' : patternOf(s.text)}`
  const known = patterns.get(key)
  if (known) known.times++
  else patterns.set(key, { ...s, times: 1 })
}
const kinds = [...new Set(said.map((s) => s.kind))].sort()
const next = randomOf(Number(process.argv[2] ?? 12))
const sample: Said[] = []
const taken = new Set<string>()
// As many of each kind of sentence, so that the rare ones are read too.
while (sample.length < SAMPLE) {
  const ofKind = said.filter((s) => s.kind === kinds[Math.floor(next() * kinds.length)])
  const one = ofKind[Math.floor(next() * ofKind.length)]
  if (one && !taken.has(one.text)) {
    taken.add(one.text)
    sample.push(one)
  }
}
/** The drawn sentences are kept; all patterns are looked at where they are wanted. */
const [KEPT, ALL] = ['docs/words-sample.md', 'docs/words.md']
const START = '<!-- made by npm run words -->'
const [head] = readFileSync(KEPT, 'utf8').split(START)
const rows = [...patterns.values()].filter((p) => p.kind !== 'call').sort((a, b) => a.kind.localeCompare(b.kind) || b.times - a.times)
writeFileSync(
  ALL,
  `# Patterns

Every pattern of sentence that the nine demo pieces bring out at the ${STEP_IDS.length} steps, with how often and one example (${said.length} sentences, ${rows.length} patterns). Calls are made of words, not of sentences: see the sample.

| kind | times | example |
|---|---|---|
${rows.map((r) => `| ${r.kind} | ${r.times} | ${r.text.replace(/\|/g, '/')} |`).join('\n')}
`,
)
writeFileSync(
  KEPT,
  `${head}${START}

## ${SAMPLE} sentences

Drawn by \`npm run words\` (seed ${process.argv[2] ?? 12}), as many of each kind, read one by one.

${sample.map((s, i) => `${i + 1}. *${s.where}* — ${s.kind}: ${s.text}`).join('\n')}
`,
)
console.log(`${said.length} sentences, ${rows.length} patterns, ${SAMPLE} drawn: ${KEPT}; the patterns: ${ALL}`)
