'use client'

import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { lintGutter, setDiagnostics, type Diagnostic } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { drawSelection, EditorView, highlightActiveLine, highlightActiveLineGutter, keymap, lineNumbers } from '@codemirror/view'
import { useEffect, useRef } from 'react'
import type { SourceProblem } from '@/formats/outcome'

type Props = {
  /** What stands in it: follows the notes when they are edited. */
  text: string
  problems: readonly SourceProblem[]
  onChange: (text: string) => void
  goTo: { line: number; column: number; at: number } | null
}

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '16px', backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
  '.cm-scroller': { fontFamily: 'ui-monospace, "DejaVu Sans Mono", monospace', lineHeight: '1.5' },
  '.cm-content': { caretColor: 'var(--accent)' },
  '.cm-gutters': { backgroundColor: 'var(--paper)', color: 'var(--soft)', border: 'none' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'color-mix(in srgb, var(--pick-wash) 45%, transparent)' },
  '.cm-cursor': { borderLeftColor: 'var(--accent)', borderLeftWidth: '2px' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': { backgroundColor: 'var(--pick-wash) !important' },
  '.cm-tooltip': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--rule)' },
})

/** Where a problem stands in the editor; a column past the line's end marks its end. */
function offsetOf(state: EditorState, p: { line: number; column: number }): { from: number; to: number } {
  const line = state.doc.line(Math.min(Math.max(1, p.line), state.doc.lines))
  const from = Math.min(line.to, line.from + Math.max(0, p.column - 1))
  return { from, to: Math.min(line.to, from + 1) }
}

/** A text pane for abc, with line numbers and each problem marked where it stands. */
export function AbcEditor({ text, problems, onChange, goTo }: Props) {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView | null>(null)
  const change = useRef(onChange)
  const first = useRef(text)
  useEffect(() => {
    change.current = onChange
  }, [onChange])
  useEffect(() => {
    const made = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          lineNumbers(),
          highlightActiveLineGutter(),
          highlightActiveLine(),
          history(),
          drawSelection(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          lintGutter(),
          EditorView.lineWrapping,
          look,
          EditorView.contentAttributes.of({ 'aria-label': 'Tune as abc text', spellcheck: 'false' }),
          EditorView.updateListener.of((u) => {
            if (u.docChanged) change.current(u.state.doc.toString())
          }),
        ],
      }),
    })
    view.current = made
    return () => made.destroy()
  }, [])
  useEffect(() => {
    const v = view.current
    const now = v?.state.doc.toString()
    if (v && now !== text) v.dispatch({ changes: { from: 0, to: v.state.doc.length, insert: text } })
  }, [text])
  useEffect(() => {
    const v = view.current
    if (!v) return
    const marks = problems
      .filter((p) => p.line > 0)
      .map((p): Diagnostic => ({ ...offsetOf(v.state, p), severity: 'error', message: p.text }))
    v.dispatch(setDiagnostics(v.state, marks))
  }, [problems, text])
  useEffect(() => {
    const v = view.current
    if (!v || !goTo) return
    v.dispatch({ selection: { anchor: offsetOf(v.state, goTo).from }, scrollIntoView: true })
    v.focus()
  }, [goTo])
  return <div ref={host} className="h-full min-h-0 overflow-hidden" />
}
