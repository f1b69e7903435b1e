<script setup lang="ts">
import type { CompletionContext } from '@codemirror/autocomplete'
import { indentWithTab } from '@codemirror/commands'
import { HighlightStyle, bracketMatching, syntaxHighlighting } from '@codemirror/language'
import { highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import type { Finding } from '@nomenklatura/core/findings'
import { typeNamesOf, type Dialect, type Schema } from '@nomenklatura/core/schema'
import { quoteName } from '@nomenklatura/core/sql'
import { offering, type Offer } from '~/utils/offers'

/**
 * An editor for a script. Findings are underlined where they stand; Tab moves on, as everywhere on the page,
 * unless it is to indent: then Esc and Tab move on.
 */
const {
  modelValue,
  findings = [],
  schema = undefined,
  dialect = 'postgresql',
  readonly = false,
  label,
  placeholder = '',
  autofocus = false,
  tabIndents = false,
} = defineProps<{
  modelValue: string
  findings?: readonly Finding[]
  /** For completing the script's own names. */
  schema?: Schema | undefined
  /** Whose types and quotation marks are offered. */
  dialect?: Dialect
  readonly?: boolean
  /** What the editor holds, for screen readers. */
  label: string
  placeholder?: string
  autofocus?: boolean
  tabIndents?: boolean
}>()
const emit = defineEmits<{
  'update:modelValue': [text: string]
  'at': [offset: number]
  'rename': [offset: number]
}>()

const inks = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--verdigris)', fontWeight: '600' },
  { tag: tags.typeName, color: 'var(--slate)' },
  { tag: [tags.string, tags.number, tags.bool], color: 'var(--ochre)' },
  { tag: tags.comment, color: 'var(--soft)', fontStyle: 'italic' },
])

const WORDS = [
  'PRIMARY KEY',
  'NOT NULL',
  'REFERENCES',
  'UNIQUE',
  'CHECK',
  'DEFAULT',
  'FOREIGN KEY',
  'CONSTRAINT',
  'CREATE TABLE',
  'ALTER TABLE',
  'ADD',
  'ON DELETE CASCADE',
  'ON DELETE SET NULL',
  'ON UPDATE CASCADE',
  'INSERT INTO',
  'VALUES',
].map((label): Offer => ({ label, type: 'keyword' }))
/** Types that most columns have. */
const ORDINARY = [
  'integer',
  'int',
  'varchar',
  'varchar2',
  'char',
  'date',
  'numeric',
  'decimal',
  'number',
  'text',
  'boolean',
  'timestamp',
]
const types = computed(() => {
  const known = typeNamesOf(dialect).map(label => label.toLowerCase())
  return [...ORDINARY.filter(name => known.includes(name)), ...known].map((label): Offer => ({
    label,
    type: 'type',
  }))
})
const tables = computed(() =>
  (schema?.tables ?? []).map(({ name }): Offer => ({ label: quoteName(name, dialect), type: 'class' })),
)

function columnsOf(table: string): Offer[] {
  const bare = table.replaceAll(/["`[\]]/g, '').toLowerCase()
  return (schema?.tables.find(({ name }) => name.toLowerCase() === bare)?.columns ?? []).map(({ name }) => ({
    label: quoteName(name, dialect),
    type: 'property',
  }))
}

/**
 * After REFERENCES the tables, in the bracket after one its columns, after a name the types; elsewhere all
 * names and words.
 */
function offersAt(context: CompletionContext, from: number): readonly Offer[] {
  const before = context.state.sliceDoc(Math.max(0, from - 300), from)
  const target = /\b(?:REFERENCES|INTO)\s+(\S+)\s*\([^()]*$/i.exec(before)
  if (target) return columnsOf(target[1]!)
  if (/\b(?:REFERENCES|INTO|ALTER\s+TABLE)\s+$/i.test(before)) return tables.value
  if (/(?:^|[(,])\s*[\p{L}_]\S*\s+$/u.test(before)) return [...types.value, ...WORDS]
  return [...(schema?.tables ?? []).flatMap(({ name }) => columnsOf(name)), ...tables.value, ...WORDS]
}

/** Esc lets the next Tab leave, whatever is chosen. */
let leaves = false
const tabs = keymap.of([
  {
    key: 'F2',
    run: view => {
      emit('rename', view.state.selection.main.head)
      return true
    },
  },
  {
    key: 'Escape',
    run: () => {
      leaves = true
      return false
    },
  },
  {
    key: 'Tab',
    run: view => tabIndents && !leaves && (indentWithTab.run?.(view) ?? false),
    shift: view => tabIndents && !leaves && (indentWithTab.shift?.(view) ?? false),
  },
])
const editor = usePaperEditor(useTemplateRef<HTMLDivElement>('host'), {
  text: () => modelValue,
  findings: () => findings,
  readonly: () => readonly,
  label,
  placeholder,
  autofocus,
  changed: text => emit('update:modelValue', text),
  moved: at => {
    leaves = false
    emit('at', at)
  },
  extensions: [
    offering(offersAt),
    tabs,
    lineNumbers(),
    highlightActiveLine(),
    bracketMatching(),
    scriptLanguage(),
    syntaxHighlighting(inks),
  ],
})

defineExpose(editor)
</script>

<template>
  <div ref="host" class="editor" />
</template>

<style scoped>
.editor {
  height: 100%;
  min-height: 0;
}
.editor :deep(.cm-editor.cm-focused) {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
</style>
