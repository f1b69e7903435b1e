<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { LedgerAnswer } from '#shared/answers'

const route = useRoute('exercises-exerciseId-ledger')
const exerciseId = computed(() => route.params.exerciseId)
const {
  answer: ledger,
  error,
  code,
  reload,
} = useAnswer<LedgerAnswer>(() => `/exercises/${exerciseId.value}/ledger`)

type Order = 'name' | 'points' | `r${number}`
const order = ref<Order>('name')
const descending = ref(false)

function sortBy(next: Order): void {
  descending.value = order.value === next ? !descending.value : next === 'points'
  order.value = next
}

const byName = new Intl.Collator('en')
const RANK = { 'broken': 0, 'too strict': 1, 'cannot tell': 2, 'not shown': 3, 'upheld': 4 } as const
const lines = computed(() => {
  const key = order.value
  const sorted = [...(ledger.value?.lines ?? [])].sort((a, b) => {
    if (key === 'name') return byName.compare(a.name, b.name)
    if (key === 'points') return a.points.got - b.points.got
    return RANK[a.cells[key]?.verdict ?? 'not shown'] - RANK[b.cells[key]?.verdict ?? 'not shown']
  })
  return descending.value ? sorted.reverse() : sorted
})

/* A large class: only the rows in sight are made, the others are room above and below. */
const MANY = 80
const ROW_PX = 33
const grid = useTemplateRef<HTMLElement>('grid')
const rows = useVirtualizer(
  computed(() => ({
    count: lines.value.length,
    getScrollElement: () => grid.value,
    estimateSize: () => ROW_PX,
    overscan: 15,
  })),
)
const shown = computed(() => {
  if (lines.value.length <= MANY) return { lines: lines.value, above: 0, below: 0 }
  const items = rows.value.getVirtualItems()
  const last = items.at(-1)
  return {
    lines: items.map(({ index }) => lines.value[index]!),
    above: items[0]?.start ?? 0,
    below: rows.value.getTotalSize() - (last?.end ?? 0),
  }
})

const shares = computed(() =>
  Object.fromEntries(
    (ledger.value?.rules ?? []).map(({ id }) => {
      const all = ledger.value!.lines.map(({ cells }) => cells[id]?.verdict)
      return [
        id,
        all.length === 0
          ? 0
          : Math.round((100 * all.filter(verdict => verdict === 'upheld').length) / all.length),
      ]
    }),
  ),
)
const mean = computed(() => {
  const all = ledger.value?.lines ?? []
  return all.length === 0
    ? 0
    : Math.round(all.reduce((sum, { points }) => sum + points.got, 0) / all.length / 100) / 10
})
const hardest = computed(() =>
  [...(ledger.value?.rules ?? [])]
    .filter(({ id }) => shares.value[id]! < 100)
    .sort((a, b) => shares.value[a.id]! - shares.value[b.id]!)
    .slice(0, 3),
)
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
        ><NuxtLink :to="`/exercises/${exerciseId}/desk`" class="plain">Marking desk</NuxtLink></template
      >
    </TopLine>
    <PageState v-if="!ledger" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="ledger">
      <section v-if="ledger.lines.length === 0" class="empty paper">
        <h2>Nothing to see yet</h2>
        <p class="serif">Fills as hand-ins are marked.</p>
      </section>
      <template v-else>
        <p class="serif summary">
          {{ countOf(ledger.lines.length, 'hand-in') }}, on average {{ mean }} of
          {{ ledger.rules.reduce((sum, { points }) => sum + points, 0) }} points.
          <template v-if="hardest.length > 0"
            >Upheld least:
            <template v-for="(rule, i) in hardest" :key="rule.id"
              >{{ i > 0 ? '; ' : '' }}<i>{{ rule.sentence.replace(/\.$/, '') }}</i> ({{
                shares[rule.id]
              }}
              %)</template
            >.</template
          >
        </p>
        <div ref="grid" class="grid" tabindex="0" role="region" aria-label="Students by rules">
          <table :aria-rowcount="lines.length + 2">
            <thead>
              <tr>
                <th scope="col" class="who" :aria-sort="sortWord('name')">
                  <button type="button" @click="sortBy('name')">Student</button>
                </th>
                <th scope="col" class="sum" :aria-sort="sortWord('points')">
                  <button type="button" @click="sortBy('points')">Points</button>
                </th>
                <th
                  v-for="rule in ledger.rules"
                  :key="rule.id"
                  scope="col"
                  :aria-sort="sortWord(rule.id as Order)"
                >
                  <UTooltip :text="rule.sentence"
                    ><button
                      type="button"
                      :aria-label="`Rule ${rule.id.slice(1)}: ${rule.sentence}`"
                      @click="sortBy(rule.id as Order)"
                    >
                      {{ rule.id.slice(1) }}
                    </button></UTooltip
                  >
                </th>
              </tr>
              <tr class="shares">
                <th scope="row" colspan="2" class="soft">upheld, in %</th>
                <td v-for="rule in ledger.rules" :key="rule.id" :class="{ low: shares[rule.id]! < 70 }">
                  {{ shares[rule.id] }}
                </td>
              </tr>
            </thead>
            <tbody>
              <tr v-if="shown.above > 0" aria-hidden="true">
                <td class="room" :style="{ height: `${shown.above}px` }" />
              </tr>
              <tr v-for="line in shown.lines" :key="line.handInId" :aria-rowindex="lines.indexOf(line) + 3">
                <th scope="row" class="who">
                  <NuxtLink :to="`/exercises/${exerciseId}/desk?handIn=${line.handInId}`">{{
                    line.name
                  }}</NuxtLink>
                </th>
                <td class="sum">
                  {{ pointsText(line.points.got)
                  }}<template v-if="line.points.open > 0"> + {{ pointsText(line.points.open) }}</template>
                </td>
                <td v-for="rule in ledger.rules" :key="rule.id" class="cell">
                  <NuxtLink
                    v-if="line.cells[rule.id]"
                    :to="`/exercises/${exerciseId}/desk?handIn=${line.handInId}&rule=${rule.id}`"
                    :aria-label="`${line.name}, rule ${rule.id.slice(1)}: ${line.cells[rule.id]!.verdict}`"
                    :class="{ overridden: line.cells[rule.id]!.overridden }"
                  >
                    <VerdictSign :verdict="line.cells[rule.id]!.verdict" :label="false" />
                  </NuxtLink>
                </td>
              </tr>
              <tr v-if="shown.below > 0" aria-hidden="true">
                <td class="room" :style="{ height: `${shown.below}px` }" />
              </tr>
            </tbody>
          </table>
        </div>
      </template>
      <KeysSlip :keys="[]" />
    </main>
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
table {
  border-collapse: separate;
  border-spacing: 0;
  font-size: 13.5px;
}
th,
td {
  border-bottom: 1px solid var(--rule);
  padding: 4px 5px;
  text-align: center;
  font-weight: 400;
  white-space: nowrap;
}
thead tr:first-child th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 2;
  font-weight: 600;
}
thead button {
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
.who {
  text-align: left;
  position: sticky;
  left: 0;
  background: var(--sheet);
  z-index: 1;
  padding-left: 12px;
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
}
thead tr:first-child th.who {
  z-index: 3;
}
.who a:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.sum {
  text-align: right;
  padding-right: 12px;
  font-weight: 600;
}
.shares th,
.shares td {
  font-size: 12px;
  color: var(--soft);
  background: var(--ground);
}
.shares th {
  text-align: right;
}
.shares .low {
  color: var(--madder);
  font-weight: 650;
}
.room {
  padding: 0;
  border: 0;
}
.cell a {
  display: inline-block;
  border-radius: 50%;
}
.overridden {
  box-shadow:
    0 0 0 2px var(--sheet),
    0 0 0 3.5px var(--ink);
}
tbody tr:hover th,
tbody tr:hover td {
  background: var(--ground);
}
</style>
