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
/**
 * Rows come and go by the score, so that most frames of scrolling change nothing: a table of which a row changes is
 * painted anew as a whole.
 */
const SCORE = 20
const from = computed(() => {
  const first = lines.length <= MANY ? 0 : (rows.value.getVirtualItems()[0]?.index ?? 0)
  return Math.floor(first / SCORE) * SCORE
})
const upTo = computed(() => {
  const last = lines.length <= MANY ? lines.length : (rows.value.getVirtualItems().at(-1)?.index ?? 0) + 1
  return Math.min(lines.length, Math.ceil(last / SCORE) * SCORE)
})
const shown = computed(() => ({
  lines: lines.slice(from.value, upTo.value),
  above: from.value * ROW_PX,
  below: (lines.length - upTo.value) * ROW_PX,
}))

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
      :aria-rowindex="from + i + 3"
    />
    <tr v-if="shown.below > 0" aria-hidden="true">
      <td class="room" :style="{ height: `${shown.below}px` }" />
    </tr>
  </tbody>
</template>
