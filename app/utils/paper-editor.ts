import type { Diagnostic } from '@codemirror/lint'
import { Compartment, EditorState, type Extension } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { wording, type Finding } from '@nomenklatura/core/findings'

/** The look of every editor: paper and ink, from the theme's tokens. */
export const paperTheme = EditorView.theme({
  '&': { height: '100%', fontSize: '13.5px', backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.6' },
  '.cm-content': { caretColor: 'var(--ink)', padding: '10px 0' },
  '.cm-gutters': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--soft)',
    border: '0',
    borderRight: '1px solid var(--rule)',
  },
  '.cm-lineNumbers .cm-gutterElement': { padding: '0 10px 0 14px' },
  '.cm-activeLine': { backgroundColor: 'color-mix(in srgb, var(--ground) 60%, transparent)' },
  '.cm-activeLineGutter': { backgroundColor: 'transparent' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
    backgroundColor: 'var(--verdigris-wash) !important',
  },
  '.cm-matchingBracket': { backgroundColor: 'var(--verdigris-wash)', outline: '1px solid var(--verdigris)' },
  '.cm-placeholder': { color: 'var(--soft)', fontStyle: 'italic', fontFamily: 'var(--font-serif)' },
  '.cm-lintRange-error': { backgroundImage: 'none', borderBottom: '2px solid var(--madder)' },
  '.cm-lintRange-warning': { backgroundImage: 'none', borderBottom: '2px solid var(--ochre)' },
  '.cm-lintRange-info': { backgroundImage: 'none', borderBottom: '2px dotted var(--slate)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--edge)',
    borderRadius: '2px',
    maxWidth: '420px',
    fontFamily: 'var(--font-sans)',
    fontSize: '13.5px',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--verdigris-wash)',
    color: 'var(--ink)',
  },
  '.cm-diagnostic': { borderLeft: '3px solid var(--madder)', padding: '6px 10px' },
  '.cm-diagnostic-warning': { borderLeftColor: 'var(--ochre)' },
  '.cm-diagnostic-info': { borderLeftColor: 'var(--slate)' },
  '.cm-diagnosticAction': {
    backgroundColor: 'transparent',
    color: 'var(--verdigris)',
    fontWeight: '600',
    padding: '0',
    margin: '4px 0 0',
    display: 'block',
    fontFamily: 'var(--font-sans)',
    fontSize: '13.5px',
  },
})

const SEVERITY = { error: 'error', flaw: 'warning', habit: 'info', remark: 'info' } as const

/** A finding as the editor underlines it. */
export function toDiagnostic(view: EditorView, finding: Finding): Diagnostic {
  const { length } = view.state.doc
  const from = Math.min(finding.place.start, length)
  const to = Math.min(Math.max(finding.place.end, from + 1), length)
  const { fix } = finding
  return {
    from: Math.min(from, to),
    to,
    severity: SEVERITY[finding.severity],
    message: wording(finding).message,
    actions: fix ? [{ name: fix.label, apply: () => editOnce(view, fix) }] : [],
  }
}

/** One undo step, like any other change. */
export function editOnce(
  view: EditorView,
  edit: { span: { start: number; end: number }; text: string },
): void {
  view.dispatch({
    changes: { from: edit.span.start, to: edit.span.end, insert: edit.text },
    userEvent: 'input.fix',
  })
  view.focus()
}

/** Selects a place and brings it into sight. */
export function showPlace(view: EditorView, { start, end }: { start: number; end: number }): void {
  const { length } = view.state.doc
  view.dispatch({
    selection: { anchor: Math.min(start, length), head: Math.min(end, length) },
    effects: EditorView.scrollIntoView(Math.min(start, length), { y: 'center' }),
  })
  view.focus()
}

/** Whether an editor can be written in: it may change while it is open. */
export function makeReadonly(): {
  of: (readonly: boolean) => Extension
  set: (view: EditorView, readonly: boolean) => void
} {
  const place = new Compartment()
  const extension = (readonly: boolean): Extension => [
    EditorState.readOnly.of(readonly),
    EditorView.editable.of(!readonly),
  ]
  return {
    of: readonly => place.of(extension(readonly)),
    set: (view, readonly) => view.dispatch({ effects: place.reconfigure(extension(readonly)) }),
  }
}
