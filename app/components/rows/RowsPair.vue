<script setup lang="ts">
import type { NumberedRow } from '~/workers/rows.worker'

/** A few rows as evidence: the columns in question first, what agrees and what differs marked. */
const {
  columns,
  rows,
  agree = [],
  differ = [],
  isToldApart = false,
} = defineProps<{
  columns: readonly string[]
  rows: readonly NumberedRow[]
  agree?: readonly string[]
  differ?: readonly string[]
  /** What differs is what tells them apart, and nothing against it. */
  isToldApart?: boolean
}>()
const order = computed(() => {
  const front = [...agree, ...differ.filter(name => !agree.includes(name))]
  return [...front, ...columns.filter(name => !front.includes(name))].map(name => ({
    name,
    at: columns.indexOf(name),
  }))
})
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Rows that show it">
    <table>
      <thead>
        <tr>
          <td />
          <th v-for="{ name } in order" :key="name" scope="col" class="mono">{{ name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.at">
          <th scope="row" class="tiny soft">{{ row.at + 1 }}</th>
          <td
            v-for="{ name, at } in order"
            :key="name"
            class="mono"
            :class="{
              agrees: agree.includes(name),
              differs: differ.includes(name) && !isToldApart,
              tells: differ.includes(name) && isToldApart,
            }"
          >
            {{ row.cells[at] }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
}
table {
  border-collapse: collapse;
  font-size: 12.5px;
}
thead th {
  text-align: left;
  font-weight: 600;
  color: var(--soft);
  font-size: 12px;
  padding: 4px 10px;
  border-bottom: 1px solid var(--rule-strong);
  white-space: nowrap;
}
tbody th {
  text-align: right;
  font-weight: 400;
  padding: 3px 8px;
}
td {
  padding: 3px 10px;
  white-space: pre;
  border-bottom: 1px solid var(--rule);
}
td.agrees {
  background: var(--verdigris-wash);
  border-bottom: 1.5px solid var(--verdigris);
}
td.tells {
  font-weight: 650;
  border-bottom: 1.5px solid var(--verdigris);
}
td.differs {
  background: var(--madder-wash);
  border-bottom: 2px dashed var(--madder);
}
</style>
