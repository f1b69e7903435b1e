<script setup lang="ts">
import { fallingTogether, itemFigures } from '@nomenklatura/core/marking'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { LedgerAnswer } from '#shared/answers'

/** Each rule as a question of a test: how hard it is, whether it tells strong answers from weak ones. */
const { ledger } = defineProps<{ ledger: LedgerAnswer }>()
const emit = defineEmits<{ look: [rule: string] }>()
const columns = computed(() => columnsOf(ledger))
const scored = computed(() => scoredOf(ledger))
const figures = computed(() => itemFigures(scored.value))
const namesSheets = computed(() => new Set(columns.value.map(({ sheet }) => sheet)).size > 1)
const percent = (key: string): string => `${Math.round(100 * (figures.value[key]?.facility ?? 0))} %`
function discrimination(key: string): string {
  const value = figures.value[key]?.discrimination
  return value === null || value === undefined ? '–' : value.toFixed(2).replace('-', '−')
}
const LOW = 0.2
function isLow(key: string): boolean {
  const value = figures.value[key]?.discrimination
  return value !== null && value !== undefined && value < LOW
}
const nameOf = (key: string): string => {
  const column = columns.value.find(other => other.key === key)!
  return `${column.rule.id.slice(1)}${namesSheets.value ? ` ${SHEET_NAMES[column.sheet]}` : ''}`
}
const together = computed(() => fallingTogether(scored.value).map(set => set.map(nameOf)))
</script>

<template>
  <section class="measured" aria-label="The rules as questions">
    <h2>The rules as questions</h2>
    <p class="small soft">
      Difficulty is the share that is upheld. Discrimination is how far this rule goes with all the others,
      from −1 to 1: under 0.2 strong answers miss it about as often as weak ones, which may be its wording; a
      dash where nothing can be said.
    </p>
    <p v-for="(set, i) in together" :key="i" class="small">
      Rules {{ set.join(', ') }} always fall together: the same hand-ins miss them all.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Rule</th>
          <th v-if="namesSheets" scope="col">Sheet</th>
          <th scope="col" class="num">difficulty</th>
          <th scope="col" class="num">discrimination</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ key, rule, sheet } in columns" :key="key">
          <th scope="row" class="serif">
            <button type="button" class="line" @click="emit('look', rule.id)">
              {{ rule.id.slice(1) }} {{ rule.sentence }}
            </button>
          </th>
          <td v-if="namesSheets">{{ SHEET_NAMES[sheet] }}</td>
          <td class="num">{{ percent(key) }}</td>
          <td class="num" :class="{ low: isLow(key) }">{{ discrimination(key) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.measured {
  margin-top: 26px;
}
table {
  width: 100%;
  max-width: 900px;
  border-collapse: collapse;
  font-size: 14px;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid var(--rule);
}
thead th {
  color: var(--soft);
  font-size: 12.5px;
  font-weight: 600;
}
.num {
  text-align: right;
  white-space: nowrap;
}
.low {
  color: var(--madder);
  font-weight: 650;
}
.line {
  text-align: left;
  cursor: pointer;
}
.line:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
