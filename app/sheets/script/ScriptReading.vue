<script setup lang="ts">
import type { Span } from '@nomenklatura/core/findings'
import type { Dialect, Schema } from '@nomenklatura/core/schema'
import { writeTable, type TableAloud } from '@nomenklatura/core/sql'

/** What was understood of a script, beside it: in sentences table by table, or as a picture. */
const {
  aloud,
  schema,
  dialect,
  near,
  here,
  readonly = false,
} = defineProps<{
  aloud: readonly TableAloud[]
  schema: Schema
  dialect: Dialect
  /** Position of the last table that begins before the cursor; -1 for none. */
  near: number
  /** Position of the table that the cursor stands in; -1 for none. */
  here: number
  readonly?: boolean
}>()
const emit = defineEmits<{
  show: [place: Span]
  rename: [table: string]
  /** A table that is looked at, or none any more. */
  look: [position: number | undefined]
}>()

const view = useLocalStorage<'sentences' | 'picture'>('nomenklatura-reading', 'sentences')
const own = computed<Schema>(() => ({ tables: schema.tables.filter(({ given }) => !given) }))
/** The most tables that stand there at once: of more, those near the cursor. */
const MOST = 30
const first = computed(() =>
  aloud.length <= MOST ? 0 : Math.min(Math.max(0, near - MOST / 2), aloud.length - MOST),
)
const shown = computed(() => aloud.slice(first.value, first.value + MOST))
const list = useTemplateRef<HTMLElement>('list')
watch(
  () => here,
  () =>
    void nextTick(() =>
      list.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' }),
    ),
)

const copied = ref('')
const { start: forget } = useTimeoutFn(
  () => {
    copied.value = ''
  },
  2500,
  { immediate: false },
)
/** One table's statement, written out with all that was added to it later. */
function copyTable(name: string): void {
  const table = own.value.tables.find(other => other.name === name)
  if (!table) return
  void navigator.clipboard?.writeText(writeTable(schema, table, { to: dialect, from: dialect }).text)
  copied.value = name
  forget()
}
</script>

<template>
  <section class="reading" aria-label="The reading">
    <div class="head">
      <h2>The reading</h2>
      <span class="small" role="group" aria-label="How it is shown"
        ><button
          v-for="name in ['sentences', 'picture'] as const"
          :key="name"
          type="button"
          class="plain small"
          :aria-pressed="view === name"
          @click="view = name"
        >
          {{ name }}
        </button></span
      >
    </div>
    <p v-if="aloud.length === 0" class="serif soft none">
      No table read yet. Each will stand here as it was understood.
    </p>
    <div
      v-else-if="view === 'sentences'"
      ref="list"
      class="tables"
      tabindex="0"
      role="region"
      aria-label="Tables in sentences"
    >
      <p v-if="aloud.length > MOST" class="small soft">
        {{ countOf(aloud.length, 'table') }}; those near the cursor stand here.
      </p>
      <div
        v-for="(table, i) in shown"
        :key="`${table.table} ${table.span.start}`"
        :aria-current="here === first + i"
        class="entry"
        @mouseenter="emit('look', first + i)"
        @mouseleave="emit('look', undefined)"
      >
        <h3>
          <button type="button" class="serif" @click="emit('show', table.span)">
            {{ table.table }}</button><span class="deeds"
            ><button
              v-if="!readonly"
              type="button"
              class="plain tiny"
              :aria-label="`Rename ${table.table} everywhere`"
              @click="emit('rename', table.table)"
            >
              rename</button
            ><button
              type="button"
              class="plain tiny"
              :aria-label="`Copy the statement of ${table.table} alone`"
              @click="copyTable(table.table)"
            >
              {{ copied === table.table ? 'copied' : 'copy' }}
            </button></span
          >
        </h3>
        <ul>
          <li v-for="(sentence, s) in table.sentences" :key="s">
            <button type="button" tabindex="-1" @click="emit('show', sentence.place)">
              {{ sentence.text }}
            </button>
          </li>
        </ul>
      </div>
    </div>
    <ScriptPicture v-else :schema="own" :here="aloud[near]?.table" />
  </section>
</template>

<style scoped>
.reading {
  min-width: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
  border-left: 1px solid var(--rule);
  padding-left: 16px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  margin-bottom: 6px;
}
.head button {
  margin-left: 10px;
}
.head [aria-pressed='true'] {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.none {
  font-style: italic;
}
.tables {
  overflow-y: auto;
  min-height: 0;
  flex: 1;
  outline-offset: -2px;
  padding-right: 6px;
}
.entry {
  padding: 4px 0 10px 10px;
  border-left: 2px solid transparent;
}
.entry[aria-current='true'] {
  border-left-color: var(--verdigris);
}
h2 {
  font-size: 16px;
}
h3 {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
}
h3 .deeds {
  display: flex;
  gap: 10px;
}
h3 .serif {
  font-size: 16px;
  font-weight: 600;
  cursor: pointer;
  overflow-wrap: anywhere;
  text-align: left;
}
li button {
  text-align: left;
  cursor: pointer;
  font-size: 13px;
  line-height: 1.45;
  padding: 1px 0;
  overflow-wrap: anywhere;
}
li button:hover,
h3 .serif:hover {
  text-decoration: underline;
  text-decoration-color: var(--rule-strong);
  text-underline-offset: 3px;
}
</style>
