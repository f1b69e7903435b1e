<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { itemFigures } from '@nomenklatura/core/marking'
import type { LedgerAnswer } from '#shared/answers'

const route = useRoute('exercises-exerciseId-ledger')
const exerciseId = computed(() => route.params.exerciseId)
const {
  answer: ledger,
  error,
  code,
  reload,
} = useAnswer<LedgerAnswer>(() => `/exercises/${exerciseId.value}/ledger`)

/** A column is named by its key: "r4 script". */
type Order = 'name' | 'points' | (string & {})
const order = ref<Order>('name')
const descending = ref(false)

function sortBy(next: Order): void {
  descending.value = order.value === next ? !descending.value : next === 'points'
  order.value = next
}

const sought = ref('')
const section = ref('')
const sections = computed(() =>
  [...new Set((ledger.value?.lines ?? []).flatMap(line => line.section ?? []))].sort(),
)
const columns = computed(() => (ledger.value ? columnsOf(ledger.value) : []))
const namesSheets = computed(() => new Set(columns.value.map(({ sheet }) => sheet)).size > 1)
const inWords = ({ rule, sheet }: LedgerColumn): string =>
  `Rule ${rule.id.slice(1)}${namesSheets.value ? `, ${SHEET_NAMES[sheet]}` : ''}`
/** The rule whose mistakes are looked at. */
const looked = shallowRef<LedgerAnswer['rules'][number]>()
const looksAt = computed({
  get: () => looked.value !== undefined,
  set: isOpen => {
    if (!isOpen) looked.value = undefined
  },
})
function look(id: string): void {
  looked.value = ledger.value?.rules.find(rule => rule.id === id)
}
const pictures = computed(() =>
  ledger.value
    ? [
        marksPicture(ledger.value),
        missedPicture(ledger.value),
        timesPicture(ledger.value),
        attemptsPicture(ledger.value),
      ].filter(picture => picture !== null)
    : [],
)

const byName = new Intl.Collator('en')
const RANK = { 'broken': 0, 'too strict': 1, 'cannot tell': 2, 'not shown': 3, 'upheld': 4 } as const
const lines = computed(() => {
  const key = order.value
  const wanted = sought.value.trim().toLowerCase()
  const sorted = (ledger.value?.lines ?? [])
    .filter(line => line.name.toLowerCase().includes(wanted))
    .filter(line => section.value === '' || line.section === section.value)
    .sort((a, b) => {
      if (key === 'name') return byName.compare(a.name, b.name)
      if (key === 'points') return a.points.got - b.points.got
      return RANK[a.cells[key]?.verdict ?? 'not shown'] - RANK[b.cells[key]?.verdict ?? 'not shown']
    })
  return descending.value ? sorted.reverse() : sorted
})

const grid = useTemplateRef<HTMLElement>('grid')
const words = computed(() => columns.value.map(inWords))

/** The share upheld of each column, in per cent; what is open counts neither way. */
const shares = computed(() => {
  const figures = itemFigures(ledger.value ? scoredOf(ledger.value) : [])
  return Object.fromEntries(
    columns.value.map(({ key }) => [key, Math.round(100 * (figures[key]?.facility ?? 0))]),
  )
})
const mean = computed(() => {
  const all = ledger.value?.lines ?? []
  return all.length === 0
    ? 0
    : Math.round(all.reduce((sum, { points }) => sum + points.got, 0) / all.length / 100) / 10
})
const hardest = computed(() =>
  columns.value
    .filter(({ key }) => shares.value[key]! < 100)
    .sort((a, b) => shares.value[a.key]! - shares.value[b.key]!)
    .slice(0, 3),
)
/** Results as files. */
const takingOut = ref(false)
const looksAlike = ref(false)
const sortWord = (key: Order) =>
  order.value === key ? (descending.value ? 'descending' : 'ascending') : 'none'
</script>

<template>
  <div>
    <TopLine
      title="Class ledger"
      :crumbs="
        ledger
          ? [
              { name: ledger.exercise.courseName, to: `/courses/${ledger.exercise.courseId}` },
              { name: ledger.exercise.title, to: `/exercises/${exerciseId}/set` },
            ]
          : []
      "
    >
      <template v-if="ledger" #state
        ><NuxtLink :to="`/exercises/${exerciseId}/desk`" class="plain">Marking desk</NuxtLink
        ><button type="button" class="plain" @click="takingOut = true">Take out …</button
        ><button v-if="ledger.role === 'instructor'" type="button" class="plain" @click="looksAlike = true">
          Alike …
        </button></template
      >
    </TopLine>
    <PageState v-if="!ledger" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="ledger">
      <section v-if="ledger.lines.length === 0" class="empty paper">
        <h2>Nothing to see yet</h2>
        <p class="serif">Fills as hand-ins are marked.</p>
        <LedgerWithout :ledger="ledger" />
      </section>
      <template v-else>
        <p class="serif summary">
          {{ countOf(ledger.lines.length, 'hand-in') }}, on average {{ mean }} of
          {{ ledger.exercise.of }} points.
          <template v-if="hardest.length > 0"
            >Upheld least:
            <template v-for="(column, i) in hardest" :key="column.key"
              >{{ i > 0 ? '; ' : '' }}<i>{{ column.rule.sentence.replace(/\.$/, '') }}</i> ({{
                shares[column.key]
              }}
              %{{ namesSheets ? `, ${SHEET_NAMES[column.sheet]}` : '' }})</template
            >.</template
          >
        </p>
        <LedgerWithout :ledger="ledger" />
        <p class="small find">
          <label
            >Find <input v-model="sought" type="search" class="slot" aria-label="Find a student"
          /></label>
          <label v-if="sections.length > 0"
            >Section
            <select v-model="section" class="slot">
              <option value="">all</option>
              <option v-for="one in sections" :key="one" :value="one">{{ one }}</option>
            </select></label
          >
          <span v-if="sought || section" role="status">{{ lines.length }} of {{ ledger.lines.length }}</span>
          <span class="soft">A press on a percentage shows how the rule was missed.</span>
        </p>
        <div ref="grid" class="grid" tabindex="0" role="region" aria-label="Students by rules">
          <table
            role="table"
            aria-label="Students by rules"
            :aria-rowcount="lines.length + 2"
            :style="{
              'width': `${LEDGER_PX.name + LEDGER_PX.sum + columns.length * LEDGER_PX.cell}px`,
              '--row': `${LEDGER_PX.row}px`,
              '--name': `${LEDGER_PX.name}px`,
              '--sum': `${LEDGER_PX.sum}px`,
              '--cell': `${LEDGER_PX.cell}px`,
            }"
          >
            <thead role="rowgroup">
              <tr role="row">
                <th scope="col" role="columnheader" class="who" :aria-sort="sortWord('name')">
                  <button type="button" @click="sortBy('name')">Student</button>
                </th>
                <th scope="col" role="columnheader" class="sum" :aria-sort="sortWord('points')">
                  <button type="button" @click="sortBy('points')">Points</button>
                </th>
                <th
                  v-for="column in columns"
                  :key="column.key"
                  scope="col"
                  role="columnheader"
                  class="cell"
                  :aria-sort="sortWord(column.key)"
                >
                  <UTooltip :text="`${inWords(column)}: ${column.rule.sentence}`"
                    ><button
                      type="button"
                      :aria-label="`${inWords(column)}: ${column.rule.sentence}`"
                      @click="sortBy(column.key)"
                    >
                      {{ column.rule.id.slice(1)
                      }}<span v-if="namesSheets" class="sheet-name">{{
                        SHEET_NAMES[column.sheet].slice(0, 3)
                      }}</span>
                    </button></UTooltip
                  >
                </th>
              </tr>
              <tr role="row" class="shares">
                <th scope="row" role="rowheader" class="who soft">upheld, in %</th>
                <td role="cell" class="sum" />
                <td
                  v-for="column in columns"
                  :key="column.key"
                  role="cell"
                  class="cell"
                  :class="{ low: shares[column.key]! < 70 }"
                >
                  <button
                    type="button"
                    :aria-label="`${inWords(column)}: ${shares[column.key]} % uphold it; how it was missed`"
                    @click="look(column.rule.id)"
                  >
                    {{ shares[column.key] }}
                  </button>
                </td>
              </tr>
            </thead>
            <LedgerLines
              :lines="lines"
              :columns="columns"
              :words="words"
              :exercise-id="ledger.exercise.id"
              :grid="grid"
            />
          </table>
        </div>
        <section class="pictures" aria-label="The class in pictures">
          <LedgerPicture v-for="picture in pictures" :key="picture.title" :picture="picture" />
        </section>
        <LedgerRules :ledger="ledger" @look="look" />
        <LedgerAgreement :exercise-id="ledger.exercise.id" />
      </template>
      <MistakesSlip v-if="looked" v-model:open="looksAt" :exercise-id="ledger.exercise.id" :rule="looked" />
      <KeysSlip :keys="[]" />
    </main>
    <LedgerLikeness v-if="ledger && looksAlike" v-model:open="looksAlike" :exercise-id="ledger.exercise.id" />
    <LedgerTakeOut
      v-if="ledger"
      v-model:open="takingOut"
      :exercise-id="ledger.exercise.id"
      :time-zone="ledger.exercise.timeZone"
    />
  </div>
</template>

<style scoped>
.ledger {
  padding: 18px 22px 40px;
}
.empty {
  padding: 22px 26px;
  max-width: 480px;
}
.summary {
  font-size: 16px;
  margin-bottom: 14px;
  max-width: 900px;
}
.grid {
  overflow: auto;
  max-height: calc(100vh - 150px);
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
}
/*
 * Rows stand where they are told and are laid out by themselves: what a table does of itself makes it lay out and
 * paint everything anew with each row that comes. The roles say again what it is.
 */
table {
  display: block;
  font-size: 13.5px;
}
thead {
  display: block;
}
.grid :deep(tbody) {
  display: block;
  position: relative;
}
.grid :deep(tr) {
  display: flex;
  contain: layout style;
}
.grid :deep(tbody tr) {
  position: absolute;
  left: 0;
  height: var(--row);
  line-height: calc(var(--row) - 9px);
}
.grid :deep(:is(th, td)) {
  flex: none;
  box-sizing: border-box;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
  text-align: center;
  font-weight: 400;
  white-space: nowrap;
}
.grid :deep(.cell) {
  width: var(--cell);
}
thead tr:first-child {
  position: sticky;
  top: 0;
  z-index: 2;
}
thead tr:first-child th {
  background: var(--sheet);
  font-weight: 600;
}
thead tr:first-child button {
  cursor: pointer;
  padding: 2px 5px;
  min-width: 24px;
  font-weight: 600;
}
[aria-sort='ascending'] button::after {
  content: ' ↑';
}
[aria-sort='descending'] button::after {
  content: ' ↓';
}
.grid :deep(.who) {
  width: var(--name);
  text-align: left;
  position: sticky;
  left: 0;
  background: var(--sheet);
  z-index: 1;
  padding-left: 12px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.grid :deep(.who a:hover) {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.grid :deep(.sum) {
  width: var(--sum);
  text-align: right;
  padding-right: 12px;
  font-weight: 600;
}
.sheet-name {
  display: block;
  font-size: 10.5px;
  font-weight: 400;
  color: var(--soft);
}
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
  margin-bottom: 10px;
}
.find input {
  width: 180px;
}
.shares button {
  cursor: pointer;
  min-width: 24px;
}
.shares button:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(440px, 100%), 1fr));
  gap: 16px;
  margin-top: 20px;
}
.grid .shares > * {
  font-size: 12px;
  font-weight: 400;
  color: var(--soft);
  background: var(--ground);
}
.grid .shares .low {
  color: var(--madder);
  font-weight: 650;
}
.grid :deep(tbody .cell) {
  padding: 7px 8px;
}
.grid :deep(.cell a) {
  display: block;
  border-radius: 50%;
}
.grid :deep(.cell .sign) {
  display: flex;
}
.grid :deep(tbody tr:hover th),
.grid :deep(tbody tr:hover td) {
  background: var(--ground);
}
</style>
