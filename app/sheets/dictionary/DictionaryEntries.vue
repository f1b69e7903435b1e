<script setup lang="ts">
import {
  NEW_ENTRY,
  entitiesOf,
  fieldName,
  readType,
  withSlot,
  writtenAt,
  type Dictionary,
  type DictionaryEntry,
  type Slot,
} from '@nomenklatura/core/dictionary'
import type { Finding } from '@nomenklatura/core/findings'

/** The dictionary as a catalogue: under each entity one entry a field, written as sentences with slots. */
const {
  dictionary,
  findings,
  readonly = false,
  hint = '',
} = defineProps<{
  dictionary: Dictionary
  findings: readonly Finding[]
  readonly?: boolean
  /** What else one may begin with, while nothing is described. */
  hint?: string
}>()
const emit = defineEmits<{
  change: [dictionary: Dictionary, /** What is being typed in. */ place?: string]
}>()

const entities = computed(() => entitiesOf(dictionary))
const of = (entry: number, slot: Slot): Finding[] =>
  findings.filter(({ field }) => field === fieldName({ entry, slot }))
function write(at: number, slot: Slot, text: string): void {
  emit(
    'change',
    { entries: dictionary.entries.map((entry, i) => (i === at ? withSlot(entry, slot, text) : entry)) },
    fieldName({ entry: at, slot }),
  )
}
/** A name of an entity is written once; what refers to it follows. */
function renameEntity(at: readonly number[], before: string, name: string): void {
  const own = new Set(at)
  emit('change', {
    entries: dictionary.entries.map((entry, i) =>
      own.has(i)
        ? { ...entry, entity: name }
        : { ...entry, refersTo: followed(entry.refersTo, before, name) },
    ),
  })
}
function followed(written: string, before: string, name: string): string {
  const [head = '', ...rest] = written.split('.')
  return before !== '' && head.trim().toLowerCase() === before.toLowerCase()
    ? [name, ...rest].join('.')
    : written
}
/** Dates and whole numbers are as large as they are. */
const hasSize = ({ type, size }: DictionaryEntry): boolean =>
  size !== '' ||
  type.trim() === '' ||
  readType(type, '').type.family === 'decimal' ||
  ['char', 'varchar', 'text', 'other'].includes(readType(type, '').type.family)
/** What becomes of a field that refers is asked where it refers. */
const ACTIONS = { onDelete: 'on delete', onUpdate: 'on update' } as const
const actionsOf = ({ refersTo }: DictionaryEntry): Partial<typeof ACTIONS> =>
  refersTo.trim() === '' ? {} : ACTIONS
/** Whole numbers that refer to nothing may count on by themselves. */
const mayNumber = (entry: DictionaryEntry): boolean =>
  writtenAt(entry, 'numbering') !== '' ||
  (entry.refersTo.trim() === '' &&
    ['integer', 'decimal'].includes(readType(entry.type, entry.size).type.family))
const list = useTemplateRef<HTMLElement>('list')
async function add(entity: string, after: number): Promise<void> {
  const entries: DictionaryEntry[] = [...dictionary.entries]
  entries.splice(after, 0, { ...NEW_ENTRY, entity })
  emit('change', { entries })
  await nextTick()
  list.value?.querySelector<HTMLInputElement>(`[data-entry="${after}"] [data-slot=field]`)?.focus()
}
function remove(at: number): void {
  emit('change', { entries: dictionary.entries.filter((_, i) => i !== at) })
}
const named = ref('')
function begin(): void {
  const name = named.value.trim()
  if (name === '') return
  named.value = ''
  void add(name, dictionary.entries.length)
}
</script>

<template>
  <div ref="list" class="catalogue">
    <section v-for="{ name, at } in entities" :key="at[0]" class="entity">
      <h2>
        <input
          class="slot serif"
          :value="name"
          placeholder="of what?"
          :aria-label="`Name of the entity ${name}`"
          :readonly="readonly"
          maxlength="200"
          spellcheck="false"
          @change="renameEntity(at, name, ($event.target as HTMLInputElement).value.trim())"
        />
      </h2>
      <div v-for="i in at" :key="i" class="entry" :data-entry="i">
        <p class="what">
          <DictionarySlot
            name="field"
            :entry="dictionary.entries[i]!"
            :findings="of(i, 'field')"
            :readonly="readonly"
            class="field"
            @write="write(i, 'field', $event)"
          />
          <span class="pair"
            ><span>is</span>
            <DictionarySlot
              name="type"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'type')"
              :readonly="readonly"
              @write="write(i, 'type', $event)"
          /></span>
          <template v-if="hasSize(dictionary.entries[i]!)"
            ><span class="pair"
              ><span>of size</span>
              <DictionarySlot
                name="size"
                :entry="dictionary.entries[i]!"
                :findings="of(i, 'size')"
                :readonly="readonly"
                @write="write(i, 'size', $event)" /></span
          ></template>
          <span class="pair"
            ><span>written</span>
            <DictionarySlot
              name="format"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'format')"
              :readonly="readonly"
              @write="write(i, 'format', $event)" /></span
          ><span class="comma">,</span>
          <select
            class="slot"
            :class="{ open: dictionary.entries[i]!.required === '' }"
            :value="dictionary.entries[i]!.required"
            :disabled="readonly"
            :aria-label="slotLabel(dictionary.entries[i]!, 'required')"
            @change="write(i, 'required', ($event.target as HTMLSelectElement).value)"
          >
            <option v-for="(words, value) in REQUIRED_WORDS" :key="value" :value="value">
              {{ words }}
            </option></select
          ><span class="comma">,</span>
          <select
            class="slot"
            :value="dictionary.entries[i]!.key"
            :disabled="readonly"
            :aria-label="slotLabel(dictionary.entries[i]!, 'key')"
            @change="write(i, 'key', ($event.target as HTMLSelectElement).value)"
          >
            <option v-for="(words, value) in KEY_WORDS" :key="value" :value="value">
              {{ words }}
            </option></select
          ><span class="comma">,</span>
          <span class="pair"
            ><span>refers to</span>
            <DictionarySlot
              name="refersTo"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'refersTo')"
              :readonly="readonly"
              @write="write(i, 'refersTo', $event)"
          /></span>
          <label v-for="(words, event) in actionsOf(dictionary.entries[i]!)" :key="event" class="pair"
            ><span>{{ words }}</span>
            <select
              class="slot"
              :class="{ open: !dictionary.entries[i]![event] }"
              :value="dictionary.entries[i]![event] ?? ''"
              :disabled="readonly"
              :aria-label="slotLabel(dictionary.entries[i]!, event)"
              @change="write(i, event, ($event.target as HTMLSelectElement).value)"
            >
              <option v-for="(means, value) in ACTION_WORDS" :key="value" :value="value">{{ means }}</option>
            </select></label
          >
        </p>
        <p class="more">
          <span class="pair"
            ><span>For example</span>
            <DictionarySlot
              name="example"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'example')"
              :readonly="readonly"
              @write="write(i, 'example', $event)"
          /></span>
          <span class="pair"
            ><span>keeping to</span>
            <DictionarySlot
              name="rule"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'rule')"
              :readonly="readonly"
              @write="write(i, 'rule', $event)"
          /></span>
          <span class="pair"
            ><span>by default</span>
            <DictionarySlot
              name="default"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'default')"
              :readonly="readonly"
              @write="write(i, 'default', $event)"
          /></span>
          <span v-if="mayNumber(dictionary.entries[i]!)" class="pair"
            ><span>numbers itself</span>
            <DictionarySlot
              name="numbering"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'numbering')"
              :readonly="readonly"
              @write="write(i, 'numbering', $event)"
          /></span>
          <span class="pair"
            ><span>and meaning</span>
            <DictionarySlot
              name="meaning"
              :entry="dictionary.entries[i]!"
              :findings="of(i, 'meaning')"
              :readonly="readonly"
              @write="write(i, 'meaning', $event)"
          /></span>
          <button
            v-if="!readonly"
            type="button"
            class="plain tiny out"
            :aria-label="`Take ${dictionary.entries[i]!.field || 'this field'} out`"
            @click="remove(i)"
          >
            Take out
          </button>
        </p>
      </div>
      <button v-if="!readonly" type="button" class="plain small" @click="add(name, at.at(-1)! + 1)">
        One more field of {{ name || 'this' }}
      </button>
    </section>
    <form v-if="!readonly" class="begin" @submit.prevent="begin">
      <label class="small"
        >{{ entities.length === 0 ? 'No fields yet. What is described first?' : 'Another entity' }}
        <input
          v-model="named"
          class="slot serif"
          maxlength="200"
          placeholder="accession"
          spellcheck="false"
          :autofocus="entities.length === 0"
      /></label>
      <button type="submit" class="plain small">Begin it</button>
    </form>
    <p v-if="!readonly && entities.length === 0 && hint" class="serif soft hint">{{ hint }}</p>
  </div>
</template>

<style scoped>
.catalogue {
  display: grid;
  gap: 20px;
  grid-template-columns: minmax(0, 1fr);
}
.entity h2 .slot {
  font: 650 17px var(--font-serif);
  field-sizing: content;
  min-width: 8ch;
  max-width: 100%;
  border-bottom-color: transparent;
}
.entity h2 .slot:hover,
.entity h2 .slot:focus {
  border-bottom-color: var(--edge);
}
.entry {
  border-top: 1px solid var(--rule);
  padding: 7px 0 8px 14px;
}
.entry p {
  display: flex;
  flex-wrap: wrap;
  gap: 3px 6px;
  align-items: baseline;
  font-size: 13.5px;
}
.entry p > span,
.pair > span {
  color: var(--soft);
}
.pair {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  max-width: 100%;
}
.entry p > .comma {
  margin-left: -5px;
}
.more {
  padding-left: 18px;
  margin-top: 2px;
}
.field {
  font-weight: 650 !important;
}
select.slot {
  font-weight: 400;
  font-size: 13.5px;
  field-sizing: content;
}
select.open {
  border-bottom-style: dashed;
  font-style: italic;
  font-family: var(--font-serif);
  color: var(--soft);
}
.out {
  margin-left: auto;
  opacity: 0;
}
.entry:hover .out,
.out:focus-visible {
  opacity: 1;
}
.begin {
  border-top: 1px solid var(--rule-strong);
  padding-top: 10px;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
@media print {
  .entity > button,
  .begin,
  .out {
    display: none;
  }
}
.hint {
  font-style: italic;
}
</style>
