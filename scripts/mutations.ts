/** One small change to the code, and the tests that ought to notice it. `from` stands exactly once in the file. */
export type Mutation = { readonly file: string; readonly from: string; readonly to: string; readonly tests: readonly string[] }

const core = 'src/core/'
const of = (file: string, tests: readonly string[], ...changes: readonly (readonly [string, string])[]): Mutation[] =>
  changes.map(([from, to]) => ({ file, from, to, tests }))

const FINGERING = [`${core}fingering`, `${core}instruments`, 'src/formats/golden.test.ts']
const READING = [`${core}reading`]
const SEATS = [`${core}seats`, `${core}fingering/policy.test.ts`]

/** What is changed: where the teacher's data is kept first, then the edges of the trade. */
export const MUTATIONS: readonly Mutation[] = [
  // The stores that guard a teacher's data.
  ...of(
    'src/ui/kit/saving.ts',
    ['src/ui/kit', 'src/ui/session', 'src/ui/steps/write', 'src/ui/class'],
    ["save === 'newer' || save === 'gone' ? save : 'waiting'", "'waiting'"],
    ["const arrived = version !== undefined && (save === 'saved' || save === 'waiting')", 'const arrived = version !== undefined'],
    ['k.told.slice(k.sent)', '[]'],
    ['version: version ?? k.version', 'version: k.version'],
  ),
  ...of(
    'src/store/pieces.ts',
    ['src/store'],
    ["if (others) await t('shelves').where({ class_id: classId, piece_id: id }).delete()", 'if (false) await Promise.resolve()'],
    [
      "await t('shelves').insert({ class_id: classId, piece_id: id }).onConflict",
      "await t('shelves').insert({ class_id: 'class', piece_id: id }).onConflict",
    ],
  ),
  ...of(
    'src/store/classes.ts',
    ['src/store'],
    [
      "standing(db).first('id', 'name', 'school', 'settings', 'version', 'demo')",
      "db('classes').first('id', 'name', 'school', 'settings', 'version', 'demo')",
    ],
    ['{ ...storedOf(model).settings, students: [] }', 'storedOf(model).settings'],
    ["if (at !== null && !(await t('classes').whereNull('removed_at').whereNot({ id }).first('id'))) return false", ''],
  ),
  ...of(
    'src/store/library/bring.ts',
    ['src/store'],
    ['AND (went.added = 1 OR piece_id IN (SELECT id FROM wanted))', ''],
    ['...(all ? {} : { opened_at: 0 }), ', ''],
    ["await t('classes').whereNotIn('id', kept).delete()", ''],
  ),
  ...of(
    'src/store/practice.ts',
    ['src/store'],
    [
      ".where({ class_id: classId })\n      .whereIn('piece_id', [...pieces])\n      .orderBy('day')",
      ".whereIn('piece_id', [...pieces])\n      .orderBy('day')",
    ],
  ),
  ...of(
    'src/ui/kit/history.ts',
    ['src/ui/kit'],
    ['past: [...past, { state, said }], future: [] })', 'past: [...past, { state, said }], future: [{ state, said }] })'],
    ['past: past.slice(0, -1), future', 'past, future'],
    ['future: later } }', 'future } }'],
  ),
  ...of(
    'src/ui/kit/autosave.ts',
    ['src/ui/kit'],
    ['if (busy) return later()', 'if (busy) return'],
    ['if (more) later()', 'if (!more) later()'],
    ['await world.outbox.drop({ url: by.url(store.getState()), by: name })\n  }\n  const isKept', 'await undefined\n  }\n  const isKept'],
    ["if (s.save !== 'waiting' || (before.save", "if (s.save === 'saved' || (before.save"],
    ['seq: ++seq, ...by.body(s) })\n    try', 'seq, ...by.body(s) })\n    try'],
    ['by.kept.adopt(store.getState(), body, u.base)', 'by.kept.adopt(store.getState(), body, store.getState().version)'],
  ),
  ...of(
    'src/ui/steps/write/writeStore.ts',
    ['src/ui/steps/write'],
    ['if (text !== get().text) return\n', ''],
    ['if (text === get().good) return set({ reading })', ''],
    ["ids: m.save === 'saved' || s.ids", 'ids: s.ids'],
    ['if (draft.piece === before.draft.piece) return set({ draft, said })', ''],
    ["ids: pinsBy === 'id'", 'ids: true'],
  ),
  ...of(
    'src/ui/shelf/bringStore.ts',
    ['src/ui/shelf'],
    ["l.state !== 'added' && l.state !== 'failed'", "l.state !== 'added'"],
    ['files.length === 1 && added.length === 1', 'added.length === 1'],
    ['else if (!reply?.ok) failed', 'else if (!reply) failed'],
    ['const n = good.findIndex((g) => g.reading === reading)', 'const n = 0'],
  ),
  ...of(
    'src/ui/kit/keys.ts',
    ['src/ui/kit', 'src/ui/session'],
    ['const control = ctrlKey || metaKey\n', 'const control = ctrlKey\n'],
    ['if (Object.hasOwn(run, chord))', 'if (chord in run)'],
    ['(letter || key.length > 1)', 'key.length > 1'],
  ),
  ...of(
    'src/ui/session/keys.ts',
    ['src/ui/session'],
    ['ArrowLeft: ({ desk }) => desk.step(-1)', 'ArrowLeft: ({ desk }) => desk.step(1)'],
    ["'Control+ArrowLeft': ({ desk }) => toMeasure(desk, -1)", "'Control+ArrowLeft': ({ desk }) => toMeasure(desk, 1)"],
    ["',': ({ desk }) => desk.nextSpot(-1)", "',': ({ desk }) => desk.nextSpot()"],
    ["'Control+z': ({ desk }) => desk.undo()", "'Control+z': ({ desk }) => desk.redo()"],
  ),
  ...of(
    'src/ui/session/edits.ts',
    ['src/ui/session'],
    ['while (same(ids[to + 1])) to++', ''],
    ['if (!plan.pins[map.seat.id]?.[event]) return null', ''],
    ['filter(([id]) => !plan.pins[map.seat.id]?.[id])', 'filter(() => true)'],
  ),
  // The data file.
  ...of('src/store/connection.ts', ['src/store'], ["connection.pragma('foreign_keys = ON')", "connection.pragma('foreign_keys = OFF')"]),
  ...of(
    'src/store/pieces.ts',
    ['src/store'],
    ['if (!same || base > row.version)', 'if (base > row.version)'],
    ['change.seq! <= row.saved_seq', 'change.seq! < row.saved_seq'],
    [
      "if (!row) return { ok: false, reason: 'gone', version: 0 }\n    const same",
      'if (!row) return { ok: true, version: 0 }\n    const same',
    ],
  ),
  ...of(
    'src/store/versions.ts',
    ['src/store'],
    [
      'const fits = chain[0]?.version === next.version - 1 && chain.some((r) => r.whole === 1)',
      'const fits = chain.some((r) => r.whole === 1)',
    ],
    ['said: next.said', "said: ''"],
  ),
  ...of('src/store/library/bring.ts', ['src/store'], ["name, said, whole, body'", "name, whole, body'"]),
  ...of(
    `${core}seats/upgrade.ts`,
    ['src/store/before-seats.test.ts'],
    ["bassSchool: 'school'", "bassSchool: 'schools'"],
    ["...('level' in plan && !('learned' in plan) ? { learned: level } : {})", ''],
    ["const learned = 'seats' in klass ? null : read(level)", 'const learned = null'],
  ),
  // Fingering.
  ...of(
    `${core}fingering/frame.ts`,
    FINGERING,
    ['const LOOK = 24', 'const LOOK = 2'],
    ['if (!h || h.position !== position) {', 'if (!h) {'],
    ['Math.min(2 * gap + 1, 6)', '2 * gap + 1'],
  ),
  ...of(
    `${core}fingering/down.ts`,
    FINGERING,
    ['const LOOK = 8', 'const LOOK = 2'],
    ['columns[i].gap.rest || h.position', 'h.position'],
    ['s.string === f.string ? s.finger > f.finger', 's.string === f.string ? s.finger < f.finger'],
  ),
  ...of(
    `${core}fingering/candidates.ts`,
    FINGERING,
    ["(name === 'half' && place === 'high') ||", ''],
    ['(r.up && position <= FIRST)', 'false'],
    ['below.string === above.string - 1', 'true'],
  ),
  ...of(
    `${core}fingering/costs.ts`,
    FINGERING,
    ['if (b.open && a.position !== b.position) return false', ''],
    ["charge('shiftFar', far - near)", "charge('shiftFar')"],
    ['if (way < 0 && gap.rest) return // The hand has left already.', ''],
    ["if (guideOf(a, b) !== null) charge('guideFinger')", ''],
  ),
  ...of(`${core}fingering/policy.ts`, SEATS, ['return changed ?', 'return !changed ?']),
  ...of(
    `${core}fingering/layout.ts`,
    FINGERING,
    ["const key = short.some((h) => h.open) ? hands.key : ''", "const key = ''"],
    ['pinned ? allowed : free', 'free'],
    ['if (loop) own = own.map', 'if (!loop) own = own.map'],
  ),
  // What eye and hand meet.
  ...of(
    `${core}reading/spots.ts`,
    READING,
    ['if (note === last) continue', ''],
    ['if (s.before > 0 || s.hard < 0.4) continue', ''],
    ['* d.again ** before', ''],
  ),
  ...of(
    `${core}reading/stage.ts`,
    READING,
    ["p !== 'half').length > 3", "p !== 'half').length > 1"],
    ['all && learned.doubleStops', 'learned.doubleStops'],
  ),
  ...of(
    `${core}reading/transfers.ts`,
    READING,
    ["note.move?.crossing?.by !== 'hand'", 'false'],
    ['const string = [...inner, last, 0].find(learned)', 'const string = [0, last, ...inner].find(learned)'],
  ),
  ...of(`${core}reading/spots/fifth.ts`, READING, ["r.instrument.overStrings === 'roll'", "r.instrument.overStrings !== 'roll'"]),
  // The class.
  ...of(
    `${core}seats/search.ts`,
    SEATS,
    ['const KEPT = 3', 'const KEPT = 1'],
    ['.filter((_, i) => missed[i] === least)', ''],
    ['a.out - b.out || a.wait - b.wait', 'a.wait - b.wait'],
  ),
  ...of(
    `${core}seats/octaves.ts`,
    SEATS,
    ['const BEARABLE = 0.12', 'const BEARABLE = 0'],
    ['if (least.bad <= patience && least.bad < OUT) return wanted', 'if (least.bad <= patience) return wanted'],
    ['CLEFS[lineOf(leader).clef].middle < CLEFS.alto.middle', 'false'],
  ),
  ...of(
    `${core}seats/carry.ts`,
    SEATS,
    ["const same = by === 'id' &&", 'const same = true &&'],
    ['now.byId.get(id)?.pitches === was.pitches', 'true'],
  ),
  ...of(
    `${core}seats/rescue.ts`,
    SEATS,
    ['a.rescue.troubles - b.rescue.troubles || a.wait - b.wait', 'a.wait - b.wait'],
    ['load.total < own || rescue.troubles < troubles(map)', 'true'],
  ),
  ...of(
    `${core}seats/lines.ts`,
    [...SEATS, 'src/formats/odd.test.ts'],
    ["pick === 'highest' ? height(b) - height(a)", "pick !== 'highest' ? height(b) - height(a)"],
    ['Math.min(before, ofInstrument.length - 1)', '0'],
  ),
  ...of(
    `${core}seats/seat.ts`,
    SEATS.concat('src/formats/classFile.test.ts', `${core}reading/together.test.ts`),
    ['new Set(rows.map((r) => r.id)).size === rows.length', 'true'],
    ['(?!all$)', ''],
  ),
  ...of(
    `${core}seats/evenness.ts`,
    SEATS,
    ['const excess = most - sum / seats.length', 'const excess = most - sum'],
    ['total / seats.length / wait', 'total / 4 / wait'],
  ),
  // As it is played.
  ...of(
    `${core}piece/unfold.ts`,
    [`${core}piece`, `${core}performance`],
    ["if (after?.then === 'fine' && m.fine) break", 'if (m.fine) break'],
    ['x.coda)\n      if (coda > 0)', 'x.coda)\n      if (coda > 99)'],
    ['after ? !isLastEnding(measures, i)', 'after ? isLastEnding(measures, i)'],
    ['pass < m.repeatEnd && !after', 'pass < m.repeatEnd'],
  ),
  ...of(
    `${core}performance/performance.ts`,
    [`${core}performance`],
    ['if (m.index <= before) tied = new Map()', ''],
    ['last.filter((n) => !goesOn.has(n))', 'last'],
    ['graces.every((g) => g.slash) && ', ''],
    ['Math.max(...lines.map((l) => l[index]?.length ?? 0))', 'lines[0][index].length'],
  ),
  ...of(
    `${core}performance/tempo.ts`,
    [`${core}performance`],
    ['(waits ? FERMATA : 1)', '1'],
    ['(now = m.tempo ?? now)', '(m.tempo ?? now)'],
  ),
  // Formats.
  ...of(
    'src/formats/midi/write.ts',
    ['src/formats/midi', 'src/formats/elsewhere.test.ts'],
    ['i < 9 ? i : (i + 1) % 16', 'i % 16'],
    ['if (said.get(event.type) === text) return\n', ''],
  ),
  ...of(
    'src/formats/abc/write.ts',
    ['src/formats/roundTrip.test.ts', 'src/formats/elsewhere.test.ts', 'src/formats/abc'],
    ['before?.ending?.join() !== m.ending.join()', 'true'],
    ['m.repeatStart && !before?.repeatEnd', 'm.repeatStart'],
  ),
  ...of(
    'src/formats/musicxml/write.ts',
    ['src/formats/roundTrip.test.ts', 'src/formats/elsewhere.test.ts'],
    ['(!same(before, m) || before?.repeatEnd)', '!same(before, m)'],
    ["h.held ? '<tie type=\"stop\"/>' : ''", "''"],
  ),
  ...of(
    `${core}part/part.ts`,
    [`${core}part`],
    ["if (s.position !== 'I' || i > 0)", 'if (true)'],
    ['if (!note || note.held) return { note }', 'if (!note) return { note }'],
    ['instrument.strings.length - string, ...(finger', 'string, ...(finger'],
  ),
  // A lesson, tapes and a list of students.
  ...of(
    `${core}practice/runSheet.ts`,
    [`${core}practice`],
    ['all.slice(0, i + 1)', 'all.slice(0, i + 2)'],
    ['turn === 0 ? ', 'turn === 1 ? '],
    ['(turns - 1) * once(1)', 'turns * once(1)'],
    ['seconds > 0 ?', 'seconds >= 0 ?'],
  ),
  ...of(`${core}practice/sure.ts`, [`${core}practice`], [' || r.clean + r.slips === 0', '']),
  ...of(
    `${core}tapes/tapes.ts`,
    [`${core}tapes`, 'src/paper/strips.test.ts'],
    ['2 ** (-k / 12)', '2 ** (-k / 11)'],
    ['if (k < 1) continue', ''],
  ),
  ...of(`${core}tapes/strip.ts`, ['src/paper/strips.test.ts'], ['CONTROL_BAR = 100', 'CONTROL_BAR = 101'], ['+ room - OVERLAP', '+ room']),
  ...of(
    'src/formats/roster.ts',
    ['src/formats/roster.test.ts'],
    ['escapeFormulae: true', 'escapeFormulae: false'],
    ['+ Number(headed)', ''],
  ),
  {
    file: 'src/store/links.ts',
    from: "withdrawn_at: null }).where('expires_at', '>', now).first()",
    to: "}).where('expires_at', '>', now).first()",
    tests: ['src/store/links.test.ts'],
  },
  { file: 'src/core/term/path.ts', from: 'squares += things.length ** 2', to: 'squares += things.length', tests: ['src/core/term'] },
  { file: 'src/core/roster/own.ts', from: 'piece: { ...piece, lines: [line] }', to: 'piece', tests: ['src/core/roster'] },
  {
    file: 'src/core/term/ledger.ts',
    from: 'filter((t) => !elsewhere.has(t))',
    to: 'filter(() => true)',
    tests: ['src/formats/term.test.ts'],
  },
  { file: 'src/store/library/backup.ts', from: '    add(HANDOUTS, () => handoutLines(t))', to: '', tests: ['src/store/library'] },
  { file: 'src/core/part/written.ts', from: '? known : open', to: '? open : known', tests: ['src/core/part'] },
  { file: 'src/server/limits.ts', from: '  used.delete(key)\n', to: '', tests: ['src/server/limits.test.ts'] },
  {
    file: 'src/core/part/marks.ts',
    from: "fingers: { name: 'fingers', usual: true }",
    to: "fingers: { name: 'fingers', usual: false }",
    tests: ['src/api'],
  },
  ...of('src/core/fingering/down.ts', ['src/core/part'], ['if (i === 0 || !plays(i - 1, f)) continue', 'if (i === 0) continue']),
  ...of(
    'src/engrave/heads.ts',
    ['src/engrave/sheet.test.ts', 'src/paper/pdf.test.ts'],
    ["filled ? '#fff' : 'currentColor'", "'currentColor'"],
    ['LETTERED = 1.7', 'LETTERED = 1.2'],
  ),
  ...of('src/paper/blocks.ts', ['src/paper/blocks.test.ts'], ["block.kind === 'text' && sheet.blocks[i + 1]?.kind === 'music'", 'false']),
  {
    file: 'src/api/handOut.ts',
    from: 'h.also.filter((a) => a.whom === whom)',
    to: 'h.also',
    tests: ['src/api/handOut.test.ts'],
  },
  ...of(
    `${core}composing/second.ts`,
    [`${core}composing/second.test.ts`],
    ['parallels(g.tune, a.pitch, b.pitch, spans[i].from) ? Infinity : leap(a.pitch, b.pitch)', 'leap(a.pitch, b.pitch)'],
    ['return parallel ? Infinity :', 'return parallel ? 0 :'],
  ),
  ...of(
    `${core}composing/offers.ts`,
    [`${core}composing/offers.test.ts`],
    ['if (s.id !== seat && before[s.id] !== after[s.id])', 'if (false)'],
    ['id !== seat && line === own', 'false'],
    ['let next = withOctave(plan, seat, 0)', 'let next = plan'],
  ),
  ...of(`${core}composing/harmonise.ts`, [`${core}composing/harmonise.test.ts`], ["from.quality === 'seventh' && !isTonic(to)", 'false']),
  ...of(
    `${core}composing/ordered.ts`,
    [`${core}composing/ordered.test.ts`],
    ['used.add(k)', ''],
    ['chanceFrom(order.seed * 7919 + order.measures)', 'chanceFrom(order.measures)'],
  ),
]
