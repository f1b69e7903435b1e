<script setup lang="ts">
import type { LedgerAnswer } from '#shared/answers'

/**
 * One student by all columns. Links are plain ones: a class has thousands, and the table follows them. The same row
 * shows one student after another while a large class is scrolled.
 */
const { line } = defineProps<{
  line: LedgerAnswer['lines'][number]
  /** Its place among those shown, from 0. */
  index: number
  columns: readonly LedgerColumn[]
  /** What each column is called. */
  words: readonly string[]
  exerciseId: string
}>()
const row = useTemplateRef<HTMLElement>('row')
// A link that has the focus must not become another student's.
watch(
  () => line.handInId,
  () => {
    const focused = document.activeElement
    if (focused instanceof HTMLElement && row.value?.contains(focused)) focused.blur()
  },
)
</script>

<template>
  <tr ref="row" role="row" :aria-rowindex="index + 3" :style="{ top: `${index * LEDGER_PX.row}px` }">
    <th scope="row" role="rowheader" class="who">
      <a :href="`/exercises/${exerciseId}/desk?handIn=${line.handInId}`">{{ line.name }}</a>
    </th>
    <td role="cell" class="sum">
      {{ pointsText(line.points.got)
      }}<template v-if="line.points.open > 0"> + {{ pointsText(line.points.open) }}</template>
    </td>
    <td v-for="(column, i) in columns" :key="column.key" role="cell" class="cell">
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
