<script setup lang="ts">
import type { LedgerAnswer } from '#shared/answers'

/** One student by all columns. Links are plain ones: a class has thousands, and the table follows them. */
defineProps<{
  line: LedgerAnswer['lines'][number]
  columns: readonly LedgerColumn[]
  /** What each column is called. */
  words: readonly string[]
  exerciseId: string
}>()
</script>

<template>
  <tr>
    <th scope="row" class="who">
      <a :href="`/exercises/${exerciseId}/desk?handIn=${line.handInId}`">{{ line.name }}</a>
    </th>
    <td class="sum">
      {{ pointsText(line.points.got)
      }}<template v-if="line.points.open > 0"> + {{ pointsText(line.points.open) }}</template>
    </td>
    <td v-for="(column, i) in columns" :key="column.key" class="cell">
      <a
        v-if="line.cells[column.key]"
        :href="`/exercises/${exerciseId}/desk?handIn=${line.handInId}&rule=${column.rule.id}`"
        :aria-label="`${line.name}, ${words[i]}: ${line.cells[column.key]!.verdict}`"
        :class="{ overridden: line.cells[column.key]!.overridden }"
      >
        <VerdictSign :verdict="line.cells[column.key]!.verdict" :label="false" />
      </a>
    </td>
  </tr>
</template>

<style scoped>
.overridden {
  box-shadow:
    0 0 0 2px var(--sheet),
    0 0 0 3.5px var(--ink);
}
</style>
