<script setup lang="ts">
import { autocompletion, completeFromList } from '@codemirror/autocomplete'
import { SQLDialect, sql } from '@codemirror/lang-sql'
import { HighlightStyle, bracketMatching, syntaxHighlighting } from '@codemirror/language'
import { highlightActiveLine, lineNumbers } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import type { Finding } from '@nomenklatura/core/findings'
import type { Schema } from '@nomenklatura/core/schema'

/** An editor for a script. Findings are underlined where they stand; Tab moves on, as everywhere on the page. */
const { modelValue, findings = [], schema = undefined, readonly = false, label, placeholder = '', autofocus = false } = defineProps<{
  modelValue: string
  findings?: readonly Finding[]
  /** For completing the script's own names. */
  schema?: Schema | undefined
  readonly?: boolean
  /** What the editor holds, for screen readers. */
  label: string
  placeholder?: string
  autofocus?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [text: string] }>()

/** Words of schema statements only: a column may well be called name or dispatch. */
const SCHEMA_WORDS = SQLDialect.define({
  keywords: 'create table alter add drop column constraint primary key foreign references unique check default not null on delete update cascade restrict set no action '
    + 'generated always by as identity if exists only rename to index domain enum insert into values deferrable initially deferred using',
  types: 'smallint integer int bigint serial bigserial numeric decimal real double precision float char character varying varchar text date time timestamp timestamptz boolean '
    + 'bytea uuid json jsonb interval',
  doubleQuotedStrings: false, identifierQuotes: '"`', doubleDollarQuotedStrings: true,
})

const inks = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--verdigris)', fontWeight: '600' },
  { tag: tags.typeName, color: 'var(--slate)' },
  { tag: [tags.string, tags.number, tags.bool], color: 'var(--ochre)' },
  { tag: tags.comment, color: 'var(--soft)', fontStyle: 'italic' },
])

function names() {
  const own = (schema?.tables ?? []).flatMap(table => [{ label: table.name, type: 'class' }, ...table.columns.map(column => ({ label: column.name, type: 'property' }))])
  const seen = new Set<string>()
  return own.filter(({ label: name }) => !seen.has(name) && seen.add(name))
}

const completion = { autocomplete: (context: Parameters<ReturnType<typeof completeFromList>>[0]) => completeFromList(names())(context) }
const editor = usePaperEditor(useTemplateRef<HTMLDivElement>('host'), {
  text: () => modelValue, findings: () => findings, readonly: () => readonly, label, placeholder, autofocus, changed: text => emit('update:modelValue', text),
  extensions: [
    lineNumbers(), highlightActiveLine(), bracketMatching(), sql({ dialect: SCHEMA_WORDS }), syntaxHighlighting(inks), SCHEMA_WORDS.language.data.of(completion), autocompletion({ icons: false }),
  ],
})

defineExpose(editor)
</script>

<template>
  <div ref="host" class="editor" />
</template>

<style scoped>
.editor { height: 100%; min-height: 0; }
.editor :deep(.cm-editor.cm-focused) { outline: 2px solid var(--ink); outline-offset: 2px; }
</style>
