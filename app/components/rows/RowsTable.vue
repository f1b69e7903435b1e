<script setup lang="ts">
import type { NumberedRow, RowsOverview } from '~/workers/rows.worker'

/** Rows page by page, with what each column holds in its head; columns are chosen there. */
const {
  overview,
  page,
  chosen,
  left = [],
  tellsProfile = true,
} = defineProps<{
  overview: RowsOverview
  page: (start: number, count: number) => Promise<readonly NumberedRow[]>
  chosen: ReadonlySet<string>
  /** The left side of a question that is being asked. */
  left?: readonly string[]
  tellsProfile?: boolean
}>()
const emit = defineEmits<{ toggle: [column: string] }>()

const COUNT = 50
const start = ref(0)
const rows = shallowRef<readonly NumberedRow[]>([])
const facts = computed(() => overview.profile.map(column => columnFacts(column, overview.rows)))
watch(
  [() => overview, start],
  async () => {
    rows.value = await page(start.value, COUNT)
  },
  { immediate: true },
)
watch(
  () => overview,
  () => {
    start.value = 0
  },
)
const last = computed(() => Math.max(0, Math.floor((overview.rows - 1) / COUNT) * COUNT))
function turn(to: number): void {
  start.value = Math.min(last.value, Math.max(0, Math.floor(to / COUNT) * COUNT))
}
</script>

<template>
  <div class="rows">
    <div
      class="scroll"
      tabindex="0"
      role="region"
      :aria-label="`Rows ${start + 1} to ${Math.min(start + COUNT, overview.rows)}`"
    >
      <table>
        <thead>
          <tr>
            <td />
            <th
              v-for="(name, at) in overview.columns"
              :key="name"
              scope="col"
              :class="{ chosen: chosen.has(name), left: left.includes(name) }"
            >
              <button
                type="button"
                class="mono name"
                :aria-pressed="chosen.has(name)"
                @click="emit('toggle', name)"
              >
                {{ name }}
              </button>
              <template v-if="tellsProfile">
                <span class="mono type">{{ facts[at]!.type }}</span>
                <span
                  v-for="note in facts[at]!.notes"
                  :key="note.text"
                  class="note"
                  :class="{ warns: note.warns }"
                  >{{ note.text }}</span
                >
              </template>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.at">
            <th scope="row" class="tiny soft">{{ row.at + 1 }}</th>
            <td
              v-for="(cell, at) in row.cells"
              :key="at"
              class="mono"
              :class="{
                chosen: chosen.has(overview.columns[at]!),
                left: left.includes(overview.columns[at]!),
              }"
            >
              {{ cell }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="overview.rows > COUNT" class="turn small">
      <button type="button" class="plain" :disabled="start === 0" @click="turn(start - COUNT)">
        Earlier
      </button>
      <span
        >rows {{ (start + 1).toLocaleString('en') }} to
        {{ Math.min(start + COUNT, overview.rows).toLocaleString('en') }} of
        {{ overview.rows.toLocaleString('en') }}</span
      >
      <button type="button" class="plain" :disabled="start >= last" @click="turn(start + COUNT)">
        Later
      </button>
      <label
        >to row
        <input
          class="slot number"
          type="number"
          min="1"
          :max="overview.rows"
          :value="start + 1"
          @change="turn(Number(($event.target as HTMLInputElement).value) - 1)"
      /></label>
    </p>
  </div>
</template>

<style scoped>
.rows {
  min-width: 0;
}
.scroll {
  overflow: auto;
  max-height: min(46vh, 460px);
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
}
table {
  border-collapse: separate;
  border-spacing: 0;
  font-size: 12.5px;
}
thead th,
thead td {
  position: sticky;
  top: 0;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
  text-align: left;
  vertical-align: top;
  padding: 6px 10px 5px;
  font-weight: 400;
  z-index: 1;
}
thead th > * {
  display: block;
  white-space: nowrap;
}
thead td {
  left: 0;
  z-index: 2;
}
.name {
  font-weight: 650;
  cursor: pointer;
  border-bottom: 1.5px solid transparent;
  color: var(--ink);
}
.name:hover {
  color: var(--verdigris);
}
.type {
  font-size: 11.5px;
  color: var(--soft);
}
.note {
  font-size: 11.5px;
  color: var(--soft);
  line-height: 1.35;
}
.note.warns {
  color: var(--ochre);
  font-weight: 600;
}
tbody th {
  text-align: right;
  font-weight: 400;
  padding: 3px 8px;
  border-bottom: 1px solid var(--rule);
  position: sticky;
  left: 0;
  background: var(--sheet);
}
tbody td {
  padding: 3px 10px;
  border-bottom: 1px solid var(--rule);
  white-space: pre;
  max-width: 300px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.chosen {
  background: var(--verdigris-wash) !important;
  box-shadow: inset 0 2px 0 var(--verdigris);
}
tbody .chosen {
  box-shadow: none;
}
.left {
  background: var(--slate-wash) !important;
}
.turn {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-top: 6px;
  flex-wrap: wrap;
}
.number {
  width: 84px;
  font-weight: 400;
}
</style>
