<script setup lang="ts">
import { closeCompletion, completionStatus } from '@codemirror/autocomplete'
import { EditorState, Prec } from '@codemirror/state'
import { EditorView, keymap } from '@codemirror/view'
import type { Finding } from '@nomenklatura/core/findings'

/**
 * A few lines in the notation of dependencies: names are completed, `->` becomes an arrow, what cannot be
 * read is underlined. Tab moves on.
 */
const {
  modelValue,
  names,
  findings = [],
  readonly = false,
  label,
  placeholder = '',
  isSingle = false,
  autofocus = false,
} = defineProps<{
  modelValue: string
  /** The attributes, for completion. */
  names: readonly string[]
  findings?: readonly Finding[]
  readonly?: boolean
  label: string
  placeholder?: string
  /** One line only: Enter types nothing. */
  isSingle?: boolean
  autofocus?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [text: string]; 'caret': [line: string] }>()

/** `->` and `->>` are written as arrows. */
const arrows = EditorView.inputHandler.of((target, from, to, text) => {
  if (text !== '>' || from !== to) return false
  const before = target.state.sliceDoc(Math.max(0, from - 1), from)
  if (before !== '-' && before !== '→') return false
  target.dispatch({
    changes: { from: before === '-' ? from - 1 : from, to, insert: '→' },
    selection: { anchor: before === '-' ? from : from + 1 },
    userEvent: 'input.type',
  })
  return true
})

const editor = usePaperEditor(useTemplateRef<HTMLDivElement>('host'), {
  text: () => modelValue,
  findings: () => findings,
  readonly: () => readonly,
  label,
  placeholder,
  autofocus,
  changed: text => emit('update:modelValue', text),
  extensions: [
    arrows,
    offering(() => names.map(label => ({ label }))),
    Prec.highest(
      keymap.of([
        { key: 'Escape', run: target => (completionStatus(target.state) ? closeCompletion(target) : false) },
      ]),
    ),
    isSingle ? EditorState.transactionFilter.of(change => (change.newDoc.lines > 1 ? [] : change)) : [],
    EditorView.contentAttributes.of({ 'aria-multiline': String(!isSingle) }),
    EditorView.updateListener.of(update => {
      if (update.docChanged || update.selectionSet)
        emit('caret', update.state.doc.lineAt(update.state.selection.main.head).text)
    }),
  ],
})

defineExpose(editor)
</script>

<template>
  <div ref="host" class="notation" :class="{ single: isSingle, readonly }" />
</template>

<style scoped>
.notation {
  min-width: 0;
  border-bottom: 1px solid var(--rule-strong);
  background: var(--sheet);
}
.notation :deep(.cm-editor) {
  height: auto;
}
.notation :deep(.cm-content) {
  padding: 5px 0;
}
.notation :deep(.cm-line) {
  padding: 0 8px;
}
.notation :deep(.cm-scroller) {
  max-height: 40vh;
  overflow: auto;
}
.notation :deep(.cm-editor.cm-focused) {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
.notation:not(.single) :deep(.cm-content) {
  min-height: 66px;
}
.readonly {
  background: transparent;
}
</style>
