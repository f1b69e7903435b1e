<script setup lang="ts">
import {
  checkDictionary,
  describedAsKeys,
  dictionaryFromComment,
  dictionaryFromSchema,
  MOST_ENTRIES,
  dictionaryToComment,
  dictionaryToCsv,
  entitiesOf,
  isEmptyDictionary,
  placeInField,
  readDictionary,
  type Dictionary,
} from '@nomenklatura/core/dictionary'
import type { Finding } from '@nomenklatura/core/findings'
import type { Schema } from '@nomenklatura/core/schema'

/** The Dictionary sheet: catalogue entries, and as an equal view a ruled table. */
const {
  dictionary,
  findings = undefined,
  given,
  script = undefined,
  drawn = undefined,
  comment = undefined,
  draft = undefined,
  hint = '',
  readonly = false,
  name = 'dictionary',
} = defineProps<{
  dictionary: Dictionary
  /** What is said at its slots; where none are given, what can be said without a model answer. */
  findings?: readonly Finding[] | undefined
  /** Tables that exist already. */
  given: Schema
  /** What the script sheet describes, where a draft may come from it. */
  script?: Schema | undefined
  /** What the diagram maps to, where a draft may come from it. */
  drawn?: Schema | undefined
  /** What a comment of the script lists, where one does. */
  comment?: Dictionary | undefined
  /** A draft from rows, where one may be had. */
  draft?: (() => Promise<Dictionary | undefined>) | undefined
  /** What else one may begin with. */
  hint?: string
  readonly?: boolean
  /** What a file of it is called. */
  name?: string
}>()
const emit = defineEmits<{ change: [dictionary: Dictionary] }>()

const view = useLocalStorage<'entries' | 'table'>('nomenklatura-dictionary-view', 'entries')
const { step, undo, redo, undoKeys, canUndo, canRedo } = useSteps<Dictionary>(
  () => dictionary,
  value => emit('change', value),
)
function change(next: Dictionary, place?: string): void {
  if (!readonly) step(next, place)
}
useActions(() => [
  {
    label: view.value === 'table' ? 'dictionary as entries' : 'dictionary as a table',
    run: () => (view.value = view.value === 'table' ? 'entries' : 'table'),
  },
  ...(canUndo.value && !readonly ? [{ label: 'undo', run: undo }] : []),
])
const own = computed(() => {
  const read = readDictionary(dictionary, { given })
  return [...read.findings, ...checkDictionary(dictionary, read)]
})
const asKeys = computed(() => describedAsKeys(dictionary, readDictionary(dictionary, { given })))
const shown = computed(() => findings ?? own.value)
const isEmpty = computed(() => isEmptyDictionary(dictionary))
const canDraftFromScript = computed(() => (script?.tables.filter(table => !table.given).length ?? 0) > 0)

async function draftFromRows(): Promise<void> {
  const drafted = await draft?.()
  if (drafted) change(drafted)
}
function save(): void {
  download(dictionaryToCsv(dictionary), 'text/csv;charset=utf-8', `${name}.csv`)
}
const said = ref('')
const { start: forget } = useTimeoutFn(
  () => {
    said.value = ''
  },
  4000,
  { immediate: false },
)
async function copyComment(): Promise<void> {
  const isCopied =
    (await navigator.clipboard?.writeText(dictionaryToComment(dictionary)).then(
      () => true,
      () => false,
    )) ?? false
  said.value = isCopied
    ? 'copied, as a comment for the top of a script'
    : 'This browser does not let me copy here.'
  forget()
}
/** A short form that is pasted, wherever it is pasted, is taken as the fields that it lists. */
function takeComment(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text/plain') ?? ''
  const isListed = /\n/.test(pasted) && !pasted.includes('\t') && /^\s*(?:\/\*|--)/.test(pasted)
  const listed = readonly || !isListed ? undefined : dictionaryFromComment(pasted)
  if (!listed) return
  event.preventDefault()
  event.stopPropagation()
  change({ entries: [...dictionary.entries, ...listed.entries].slice(0, MOST_ENTRIES) })
  said.value = `${countOf(listed.entries.length, 'field')} taken from the comment`
  forget()
}
function print(): void {
  window.print()
}

const host = useTemplateRef<HTMLElement>('host')
/** Puts the cursor where a note speaks of. */
async function show({ field = '' }: { field?: string | undefined }): Promise<void> {
  const place = placeInField(field)
  if (!place) return
  await nextTick()
  const cell =
    view.value === 'table'
      ? `[data-at="${place.entry} ${place.slot}"]`
      : place.slot === 'entity'
        ? ''
        : `[data-entry="${place.entry}"] [data-slot=${place.slot}], [data-entry="${place.entry}"] select`
  const target =
    cell === ''
      ? host.value?.querySelectorAll<HTMLElement>('.entity h2 input')[
          entitiesOf(dictionary).findIndex(({ at }) => at.includes(place.entry))
        ]
      : host.value?.querySelector<HTMLElement>(cell)
  target?.scrollIntoView({ block: 'nearest' })
  target?.focus()
}
defineExpose({ show, take: (next: Dictionary) => change(next) })
</script>

<template>
  <div ref="host" class="dictionary" @keydown="undoKeys" @paste.capture="takeComment">
    <header class="head small">
      <span class="views" role="group" aria-label="View"
        ><button
          v-for="way in ['entries', 'table'] as const"
          :key="way"
          type="button"
          :aria-pressed="view === way"
          @click="view = way"
        >
          {{ way === 'entries' ? 'Catalogue' : 'Ruled table' }}
        </button></span
      >
      <template v-if="!readonly">
        <button type="button" class="plain" :disabled="!canUndo" @click="undo">Undo</button
        ><button type="button" class="plain" :disabled="!canRedo" @click="redo">Redo</button>
        <button
          v-if="isEmpty && canDraftFromScript"
          type="button"
          class="plain"
          @click="change(dictionaryFromSchema(script!))"
        >
          Draft it from the script
        </button>
        <button v-if="isEmpty && comment" type="button" class="plain" @click="change(comment)">
          Take it from the script’s comment
        </button>
        <button
          v-if="isEmpty && drawn"
          type="button"
          class="plain"
          @click="change(dictionaryFromSchema(drawn))"
        >
          Draft it from the diagram
        </button>
        <button v-if="isEmpty && draft" type="button" class="plain" @click="draftFromRows">
          Draft it from the rows
        </button>
      </template>
      <button
        v-if="!readonly && asKeys.fields > 0"
        type="button"
        class="plain"
        @click="change(asKeys.dictionary)"
      >
        Describe {{ countOf(asKeys.fields, 'reference') }} as
        {{ asKeys.fields === 1 ? 'its key' : 'their keys' }}
      </button>
      <span class="tools"
        ><span role="status" class="soft">{{ said }}</span>
        <button type="button" class="plain" :disabled="isEmpty" @click="copyComment">Copy as a comment</button
        ><button type="button" class="plain" :disabled="isEmpty" @click="save">Save as CSV</button
        ><button type="button" class="plain" @click="print">Print</button
        ><NuxtLink to="/help/dictionary" target="_blank" class="plain">How it is written</NuxtLink></span
      >
    </header>
    <DictionaryEntries
      v-if="view === 'entries'"
      :hint="hint"
      :dictionary="dictionary"
      :findings="shown"
      :readonly="readonly"
      @change="change"
    />
    <template v-else>
      <p v-if="isEmpty" class="serif soft hint">
        No fields yet. Write in the first line, or paste cells from a spreadsheet.
      </p>
      <DictionaryTable :dictionary="dictionary" :findings="shown" :readonly="readonly" @change="change" />
    </template>
  </div>
</template>

<style scoped>
.dictionary {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
  padding: 2px 3px 30px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  margin-bottom: 12px;
}
.views {
  display: flex;
  gap: 14px;
}
.views button {
  color: var(--soft);
  font-weight: 600;
  cursor: pointer;
  border-bottom: 2px solid transparent;
  padding: 0 1px 2px;
}
.views button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.tools {
  margin-left: auto;
  display: flex;
  gap: 14px;
  flex-wrap: wrap;
}
.hint {
  font-style: italic;
  margin-bottom: 8px;
}
@media print {
  .head {
    display: none;
  }
  .dictionary {
    overflow: visible;
  }
}
</style>
