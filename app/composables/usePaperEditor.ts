import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { setDiagnostics } from '@codemirror/lint'
import { EditorState, Prec, type Extension } from '@codemirror/state'
import { EditorView, drawSelection, keymap, placeholder } from '@codemirror/view'
import type { Finding } from '@nomenklatura/core/findings'
import { withoutBadSigns } from '@nomenklatura/core/language'

/** More than these are not underlined: the margin counts them all. */
const MOST_UNDERLINED = 400

interface PaperEditor {
  readonly text: () => string
  readonly findings: () => readonly Finding[]
  readonly readonly: () => boolean
  readonly label: string
  readonly placeholder: string
  readonly autofocus: boolean
  /** What this editor has beside what all have. */
  readonly extensions: readonly Extension[]
  readonly changed: (text: string) => void
  /** Where the cursor stands, when it has moved. */
  readonly moved?: (at: number) => void
}

function lineEndOf(view: EditorView, at: number): ScreenPoint | undefined {
  const end = view.coordsAtPos(view.state.doc.lineAt(Math.min(at, view.state.doc.length)).to)
  const paper = view.scrollDOM.getBoundingClientRect()
  return end && end.top >= paper.top && end.bottom <= paper.bottom && end.right < paper.right - 30
    ? { x: end.right + 8, y: (end.top + end.bottom) / 2 }
    : undefined
}

/**
 * An editor on paper in the host: text and findings follow what is given, every change is told. Ctrl+Enter is
 * the page's, Tab moves on as everywhere, and whether it can be written in may change while it is open.
 */
export function usePaperEditor(
  host: Readonly<Ref<HTMLElement | null>>,
  { text, findings, readonly, label, placeholder: hint, autofocus, extensions, changed, moved }: PaperEditor,
) {
  let view: EditorView | undefined
  const writable = makeReadonly()
  const underline = (): void =>
    view?.dispatch(
      setDiagnostics(
        view.state,
        findings()
          .slice(0, MOST_UNDERLINED)
          .map(finding => toDiagnostic(view!, finding)),
      ),
    )

  onMounted(() => {
    view = new EditorView({
      parent: host.value!,
      state: EditorState.create({
        doc: text(),
        extensions: [
          history(),
          drawSelection(),
          paperTheme,
          ...extensions,
          Prec.highest(keymap.of([{ key: 'Mod-Enter', run: () => false }])),
          keymap.of([...defaultKeymap.filter(({ key }) => key !== 'Mod-Enter'), ...historyKeymap]),
          EditorView.lineWrapping,
          EditorView.clipboardInputFilter.of(withoutBadSigns),
          writable.of(readonly()),
          EditorView.contentAttributes.of({
            'aria-label': label,
            'spellcheck': 'false',
            'autocapitalize': 'off',
            'tabindex': '0',
          }),
          placeholder(hint),
          EditorView.updateListener.of(update => {
            if (update.docChanged) changed(update.state.doc.toString())
            if (update.selectionSet || update.docChanged) moved?.(update.state.selection.main.head)
          }),
        ],
      }),
    })
    underline()
    if (autofocus) view.focus()
  })
  onBeforeUnmount(() => view?.destroy())

  watch(text, now => {
    if (view && now !== view.state.doc.toString())
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
  })
  watch(readonly, now => view && writable.set(view, now))
  watch(findings, underline, { flush: 'post' })

  return {
    applyEdit: (edit: Parameters<typeof editOnce>[1]): void => {
      if (view) editOnce(view, edit)
    },
    show: (place: Parameters<typeof showPlace>[1]): void => {
      if (view) showPlace(view, place)
    },
    /** All of it replaced, as one step that can be undone. */
    replace: (now: string): void => {
      if (!view || now === view.state.doc.toString()) return
      view.dispatch({
        changes: { from: 0, to: view.state.doc.length, insert: now },
        selection: { anchor: Math.min(view.state.selection.main.head, now.length) },
        userEvent: 'input.fix',
      })
      view.focus()
    },
    focus: (): void => view?.focus(),
    /** Where the line of an offset ends on the screen; undefined where it is scrolled out of sight. */
    lineEnd: (at: number): ScreenPoint | undefined => view && lineEndOf(view, at),
  }
}
