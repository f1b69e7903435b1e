<script setup lang="ts">
import type { ExerciseRows } from '@nomenklatura/core/exercise'

/** Which of several tables of rows is looked at; one past the last is a table that is yet to come. */
const { tables, more = false } = defineProps<{
  tables: readonly ExerciseRows[]
  at: number
  /** Whether there is room for a further one. */
  more?: boolean
}>()
const emit = defineEmits<{ turn: [at: number] }>()
</script>

<template>
  <div v-if="tables.length > 1 || more" class="choose small" role="group" aria-label="Tables of rows">
    <button
      v-for="(table, i) in tables"
      :key="table.name"
      type="button"
      :aria-pressed="at === i"
      @click="emit('turn', i)"
    >
      {{ table.name }} <span class="soft">{{ countOf(table.rows.length, 'row') }}</span>
    </button>
    <button
      v-if="more"
      type="button"
      class="plain"
      :aria-pressed="at === tables.length"
      @click="emit('turn', tables.length)"
    >
      One more table
    </button>
  </div>
</template>

<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
.choose button:not(.plain) {
  cursor: pointer;
  padding: 1px 2px 2px;
  border-bottom: 2px solid transparent;
  overflow-wrap: anywhere;
  text-align: start;
}
.choose button[aria-pressed='true'] {
  font-weight: 650;
  border-bottom-color: var(--verdigris);
}
</style>
