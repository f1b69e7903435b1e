<script setup lang="ts">
import type { RowTrialDocument, Slip } from '@nomenklatura/core/row-trial'
import { vStanding } from '~/utils/standing-text'

/** The slip of one table: its rows as the engine has them, the lines that it does not have, an empty one to type. */
const {
  slip,
  document: kept,
  readonly = false,
  isBusy = false,
} = defineProps<{
  slip: Slip
  document: RowTrialDocument
  /** An earlier step is looked at: nothing can be done to it. */
  readonly?: boolean
  isBusy?: boolean
}>()
const emit = defineEmits<{ change: [document: RowTrialDocument]; said: [words: string] }>()

const MOST_SHOWN = 40
const showsAll = ref(false)
const rows = computed(() => (showsAll.value ? slip.rows : slip.rows.slice(0, MOST_SHOWN)))
const root = useTemplateRef<HTMLElement>('root')
const listId = useId()
const listOf = (column: string): string =>
  `${listId}-${slip.columns.findIndex(({ name }) => name === column)}`

const { lines, type, enter, paste, throwAway, strike, changeCell } = useSlip({
  slip: () => slip,
  kept: () => kept,
  readonly: () => readonly,
  isBusy: () => isBusy,
  root: () => root.value,
  change: next => emit('change', next),
  said: words => emit('said', words),
})
function leave(event: KeyboardEvent, was: string): void {
  const field = event.target as HTMLInputElement
  field.value = was
  field.blur()
}

const STAMP = { stands: '', new: 'accepted', changed: 'changed', gone: 'gone' } as const
const widthOf = (name: string, at: number): string => {
  const arrow = slip.columns[at]?.reference ? 2 : 0
  const longest = Math.max(
    name.length,
    4,
    ...slip.rows.slice(0, MOST_SHOWN).map(({ cells }) => cells[at]?.length ?? 0),
    ...slip.lines.map(({ line }) => line.cells[name]?.length ?? 0),
  )
  return `${Math.min(longest, 26) + 1 + arrow}ch`
}
const keyWords = computed(() =>
  slip.columns
    .filter(({ reference }) => reference)
    .map(({ name, reference }) => `${name} → ${reference!.table}`)
    .join(', '),
)
</script>

<template>
  <section ref="root" class="slip" :aria-label="`Slip of ${slip.table}`" :data-table="slip.table">
    <header>
      <h3 class="serif">{{ slip.table }}</h3>
      <span class="tiny soft">{{
        slip.isMade
          ? `${countOf(slip.rows.filter(({ mark }) => mark !== 'gone').length, 'row')}${slip.isCut ? ' and more' : ''}`
          : 'not made'
      }}</span>
      <span v-if="keyWords" class="tiny soft mono leads">{{ keyWords }}</span>
    </header>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th v-for="column in slip.columns" :key="column.name" scope="col" :title="column.type">
              <span :class="{ key: column.isKey }">{{ column.name }}</span><span
                v-if="!column.isRequired && !column.isComputed"
                class="lacks"
                title="may be empty"
                >○</span
              >
            </th>
            <th class="end"><span class="visually-hidden">What the engine says</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in rows" :key="`r${r}`" :class="row.mark">
            <td v-for="(cell, c) in row.cells" :key="c">
              <input
                v-if="!readonly && row.mark !== 'gone' && !slip.columns[c]?.isComputed"
                v-standing="cell ?? ''"
                class="mono"
                :style="{ width: widthOf(slip.columns[c]!.name, c) }"
                :aria-label="`${slip.columns[c]?.name} of row ${r + 1}`"
                :placeholder="cell === null ? '–' : ''"
                :list="slip.columns[c]?.reference ? listOf(slip.columns[c]!.name) : undefined"
                autocomplete="off"
                spellcheck="false"
                @change="changeCell(row, c, $event)"
                @keydown.esc="leave($event, cell ?? '')"
              />
              <span v-else class="mono">{{ cell ?? '–' }}</span>
              <span v-if="row.was && row.was[c] !== cell" class="was mono"
                ><span class="visually-hidden">before: </span>{{ row.was[c] ?? '–' }}</span
              >
            </td>
            <td class="end">
              <span v-if="STAMP[row.mark]" class="stamp" :class="row.mark">{{ STAMP[row.mark] }}</span>
              <button
                v-if="!readonly && row.mark !== 'gone'"
                type="button"
                class="plain tiny strike"
                :aria-label="`Strike out row ${r + 1} of ${slip.table}`"
                @click="strike(row)"
              >
                strike out
              </button>
            </td>
          </tr>
          <template v-for="open in lines" :key="`l${open.id}`">
            <tr class="line" :class="{ refused: open.refused, empty: open.isEmpty }" :data-line="open.id">
              <td v-for="column in slip.columns" :key="column.name">
                <input
                  v-if="!column.isComputed"
                  v-standing="open.cells[column.name] ?? ''"
                  class="mono"
                  :style="{ width: widthOf(column.name, slip.columns.indexOf(column)) }"
                  :aria-label="`${column.name} of ${open.isEmpty ? 'a new line' : 'a line that waits'}`"
                  :placeholder="open.isEmpty ? '' : (column.default ?? '')"
                  :list="column.reference ? listOf(column.name) : undefined"
                  :data-column="column.name"
                  :readonly="readonly"
                  maxlength="20000"
                  autocomplete="off"
                  spellcheck="false"
                  @change="type(open, column.name, $event)"
                  @keydown.enter.prevent="enter(open, $event)"
                  @paste="paste(open, column.name, $event)"
                />
                <span v-else class="soft tiny">worked out</span>
              </td>
              <td class="end">
                <span v-if="open.refused" class="stamp bad">refused</span>
                <span v-else-if="!open.isEmpty" class="tiny soft">waits</span>
                <button
                  v-if="!open.isEmpty && !readonly"
                  type="button"
                  class="plain tiny strike"
                  :aria-label="`Throw this line of ${slip.table} away`"
                  @click="throwAway(open)"
                >
                  throw away
                </button>
                <span v-else-if="open.isEmpty" class="tiny soft hint">↵ enters it</span>
              </td>
            </tr>
            <tr v-if="open.refused" class="why">
              <td :colspan="slip.columns.length + 1">
                <span class="serif">{{ open.refused.words }}</span>
                <q v-if="open.refused.said" class="mono">{{ open.refused.said }}</q>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <button
      v-if="slip.rows.length > MOST_SHOWN"
      type="button"
      class="plain tiny"
      @click="showsAll = !showsAll"
    >
      {{ showsAll ? 'Fold' : `Show all ${slip.rows.length}` }}
    </button>
    <datalist
      v-for="column in slip.columns.filter(({ reference }) => reference)"
      :id="listOf(column.name)"
      :key="column.name"
    >
      <option v-for="choice in column.reference!.choices" :key="choice" :value="choice" />
    </datalist>
  </section>
</template>

<style scoped>
.slip {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  box-shadow: 2px 2px 0 var(--shadow);
  max-width: 100%;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding: 5px 10px 2px;
}
h3 {
  font-size: 15px;
  font-weight: 650;
}
.leads {
  overflow-wrap: anywhere;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 12.5px;
}
th {
  text-align: left;
  font: 450 12px var(--font-mono);
  color: var(--soft);
  padding: 2px 8px;
  border-bottom: 1px solid var(--rule-strong);
  white-space: nowrap;
}
th .key {
  border-bottom: 1.5px solid var(--ink);
  color: var(--ink);
}
.lacks {
  margin-left: 3px;
  font-size: 10px;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 0 4px;
  white-space: nowrap;
}
td > span.mono {
  padding: 2px 4px;
  display: inline-block;
}
input {
  font-size: 12.5px;
  padding: 2px 4px;
  background: transparent;
  color: var(--ink);
  border: 0;
  min-width: 5ch;
}
input::placeholder {
  color: var(--soft);
  opacity: 1;
}
input::-webkit-calendar-picker-indicator {
  opacity: 0.35;
}
.end {
  text-align: left;
  padding: 0 8px;
  min-width: 92px;
}
.stamp {
  font: 650 11px var(--font-sans);
  letter-spacing: 0.02em;
  color: var(--verdigris);
  margin-right: 8px;
}
.stamp::before {
  content: '✓ ';
}
.stamp.changed::before {
  content: '~ ';
}
.stamp.gone::before,
.stamp.bad::before {
  content: '✕ ';
}
.stamp.bad,
.stamp.gone {
  color: var(--madder);
}
.strike {
  opacity: 0;
  font-weight: 500;
}
tr:hover .strike,
tr:focus-within .strike,
.strike:focus-visible {
  opacity: 1;
}
tr.new td {
  background: var(--verdigris-wash);
}
tr.new td:first-child {
  box-shadow: inset 3px 0 0 var(--verdigris);
}
tr.changed td {
  background: var(--ochre-wash);
}
tr.changed td:first-child {
  box-shadow: inset 3px 0 0 var(--ochre);
}
tr.changed .stamp {
  color: var(--ochre);
}
tr.gone td {
  background: var(--madder-wash);
}
tr.gone td:first-child {
  box-shadow: inset 3px 0 0 var(--madder);
}
tr.gone .mono {
  text-decoration: line-through;
}
.was {
  text-decoration: line-through;
  color: var(--soft);
  font-size: 11.5px;
}
tr.refused td {
  background: var(--madder-wash);
  border-bottom: 0;
}
tr.refused td:first-child,
.why td:first-child {
  box-shadow: inset 3px 0 0 var(--madder);
}
.why td {
  background: var(--madder-wash);
  white-space: normal;
  padding: 0 10px 4px;
  font-size: 13px;
  max-width: 420px;
}
.why q {
  display: block;
  quotes: none;
  font-size: 11.5px;
  color: var(--soft);
  overflow-wrap: anywhere;
}
.hint {
  opacity: 0;
}
tr.empty:focus-within .hint {
  opacity: 1;
}
tr.empty td {
  border-bottom: 0;
}
tr.empty input {
  border-bottom: 1px dotted var(--edge);
}
@media (hover: none) {
  .strike {
    opacity: 1;
  }
}
</style>
