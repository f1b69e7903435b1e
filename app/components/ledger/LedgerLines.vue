<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { LedgerAnswer } from '#shared/answers'

/** The students of a class. Of a large one only the rows in sight are made, the others are room above and below. */
const { lines, columns, grid } = defineProps<{
  lines: readonly LedgerAnswer['lines'][number][]
  columns: readonly LedgerColumn[]
  words: readonly string[]
  exerciseId: string
  /** What is scrolled. */
  grid: HTMLElement | null
}>()
const MANY = 80
const ROW_PX = 33
const rows = useVirtualizer(
  computed(() => ({
    count: lines.length,
    getScrollElement: () => grid,
    estimateSize: () => ROW_PX,
    overscan: 12,
  })),
)
const shown = computed(() => {
  if (lines.length <= MANY) return { from: 0, lines, above: 0, below: 0 }
  const items = rows.value.getVirtualItems()
  const [first, last] = [items[0], items.at(-1)]
  return {
    from: first?.index ?? 0,
    lines: items.map(({ index }) => lines[index]!),
    above: first?.start ?? 0,
    below: rows.value.getTotalSize() - (last?.end ?? 0),
  }
})

/** A plain press follows a link within the application; with a key held the browser does what it does. */
function follow(event: MouseEvent): void {
  const href = (event.target as HTMLElement).closest('a')?.getAttribute('href')
  if (!href || event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void navigateTo(href)
}
</script>

<template>
  <tbody @click="follow">
    <tr v-if="shown.above > 0" aria-hidden="true">
      <td class="room" :style="{ height: `${shown.above}px` }" />
    </tr>
    <LedgerLine
      v-for="(line, i) in shown.lines"
      :key="line.handInId"
      :line="line"
      :columns="columns"
      :words="words"
      :exercise-id="exerciseId"
      :aria-rowindex="shown.from + i + 3"
    />
    <tr v-if="shown.below > 0" aria-hidden="true">
      <td class="room" :style="{ height: `${shown.below}px` }" />
    </tr>
  </tbody>
</template>
