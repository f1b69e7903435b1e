import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { setDiagnostics } from '@codemirror/lint'
import { EditorState, Prec, type Extension } from '@codemirror/state'
import { EditorView, drawSelection, keymap, placeholder } from '@codemirror/view'
import type { Finding } from '@nomenklatura/core/findings'

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
}

/**
 * An editor on paper in the host: text and findings follow what is given, every change is told. Ctrl+Enter is the page's, Tab moves on as everywhere, and
 * whether it can be written in may change while it is open.
 */
export function usePaperEditor(host: Readonly<Ref<HTMLElement | null>>, { text, findings, readonly, label, placeholder: hint, autofocus, extensions, changed }: PaperEditor) {
  let view: EditorView | undefined
  const writable = makeReadonly()
  const underline = (): void => view?.dispatch(setDiagnostics(view.state, findings().map(finding => toDiagnostic(view!, finding))))

  onMounted(() => {
    view = new EditorView({
      parent: host.value!,
      state: EditorState.create({
        doc: text(),
        extensions: [
          history(), drawSelection(), paperTheme, ...extensions, Prec.highest(keymap.of([{ key: 'Mod-Enter', run: () => false }])),
          keymap.of([...defaultKeymap.filter(({ key }) => key !== 'Mod-Enter'), ...historyKeymap]), EditorView.lineWrapping, writable.of(readonly()),
          EditorView.contentAttributes.of({ 'aria-label': label, 'spellcheck': 'false', 'autocapitalize': 'off', 'tabindex': '0' }), placeholder(hint),
          EditorView.updateListener.of(update => update.docChanged && changed(update.state.doc.toString())),
        ],
      }),
    })
    underline()
    if (autofocus) view.focus()
  })
  onBeforeUnmount(() => view?.destroy())

  watch(text, (now) => {
    if (view && now !== view.state.doc.toString()) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
  })
  watch(readonly, now => view && writable.set(view, now))
  watch(findings, underline, { flush: 'post' })

  return {
    applyEdit: (edit: Parameters<typeof editOnce>[1]): void => { if (view) editOnce(view, edit) },
    show: (place: Parameters<typeof showPlace>[1]): void => { if (view) showPlace(view, place) },
    focus: (): void => view?.focus(),
  }
}
