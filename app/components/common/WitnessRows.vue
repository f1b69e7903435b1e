<script setup lang="ts">
import { witnessInWords, type Witness } from '@nomenklatura/core/rules'

/** The rows that show a verdict, with the engine's word at their end. */
const {
  witness,
  compact = false,
  isDrawn = false,
  about = '',
} = defineProps<{
  witness: Witness
  compact?: boolean
  isDrawn?: boolean
  /** The rule that it is of, in words. */
  about?: string
}>()
const isRefused = computed(() => witness.outcome === 'refused')
const sentence = computed(() => witnessInWords(witness))
/** Where there is little room only the columns that it speaks of, until all are asked for. */
const showsAll = ref(false)
const shownOf = ({ columns, spoken = columns.length }: Witness['tables'][number]): number =>
  compact && !showsAll.value ? Math.min(columns.length, Math.max(1, spoken)) : columns.length
const hidden = computed(() =>
  witness.tables.reduce((sum, table) => sum + table.columns.length - shownOf(table), 0),
)
</script>

<template>
  <div class="witness" :class="{ compact }">
    <div
      v-for="(table, t) in witness.tables"
      :key="t"
      class="rows"
      tabindex="0"
      role="group"
      :aria-label="`Rows of ${table.table}`"
    >
      <p class="mono name">{{ table.table }}</p>
      <table>
        <thead>
          <tr>
            <th v-for="column in table.columns.slice(0, shownOf(table))" :key="column" scope="col">
              {{ column }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(row, r) in table.rows"
            :key="r"
            :class="{ bad: row.bad, strict: row.bad && isRefused, wanted: row.bad && witness.wanted }"
          >
            <td v-for="(cell, c) in row.cells.slice(0, shownOf(table))" :key="c">
              {{ cell ?? '–' }}<span v-if="cell === null" class="visually-hidden">empty</span>
            </td>
          </tr>
          <tr v-if="table.rows.length === 0">
            <td :colspan="shownOf(table)" class="none">no such row</td>
          </tr>
        </tbody>
      </table>
    </div>
    <button v-if="hidden > 0" type="button" class="plain tiny" @click="showsAll = true">
      and {{ countOf(hidden, 'column') }} that {{ hidden === 1 ? 'does' : 'do' }} not matter here
    </button>
    <p class="outcome small">
      <span class="bar" :class="isRefused ? 'strict' : 'broken'" aria-hidden="true" />
      {{ sentence.done }} <strong>{{ sentence.word }}</strong>{{ sentence.rest }}.
      <span v-if="isDrawn" class="soft">An illustration: rows of the tables that the diagram maps to.</span>
    </p>
    <WitnessRun v-if="witness.run" :witness="{ ...witness, run: witness.run }" :about="about" />
    <template v-if="witness.also">
      <p class="also small">And besides:</p>
      <WitnessRows :witness="witness.also" :compact="compact" :about="about" />
    </template>
  </div>
</template>

<style scoped>
.witness {
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: flex-start;
}
.name {
  color: var(--soft);
  font-size: 12px;
  margin: 0 0 2px;
}
.rows {
  max-width: 100%;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  font-family: var(--font-mono);
  font-size: 12.5px;
}
th {
  font-weight: 450;
  text-align: left;
  color: var(--soft);
  padding: 3px 10px;
  border-bottom: 1px solid var(--rule);
}
td {
  padding: 3px 10px;
  white-space: nowrap;
  border-bottom: 1px solid var(--rule);
}
tr:last-child td {
  border-bottom: 0;
}
tr.bad td {
  background: var(--madder-wash);
}
tr.bad td:first-child {
  box-shadow: inset 3px 0 0 var(--madder);
}
tr.strict td {
  background: var(--ochre-wash);
}
tr.strict td:first-child {
  box-shadow: inset 3px 0 0 var(--ochre);
}
tr.wanted td {
  background: var(--verdigris-wash);
}
tr.wanted td:first-child {
  box-shadow: inset 3px 0 0 var(--verdigris);
}
.also {
  flex: 1 1 100%;
  margin: 4px 0 0;
}
.none {
  color: var(--soft);
  font-style: italic;
  font-family: var(--font-serif);
}
.outcome {
  margin: 0;
  flex: 1 1 200px;
  min-width: 180px;
  align-self: center;
}
.outcome strong {
  font-weight: 650;
}
.compact table {
  font-size: 11.5px;
}
.compact th,
.compact td {
  padding: 2px 5px;
}
.compact .outcome {
  flex-basis: 100%;
}
.bar {
  display: none;
}
</style>
