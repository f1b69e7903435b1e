<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { LedgerAnswer } from '#shared/answers'

/** The students of a class. Of a large one only the rows in sight are made. */
const { lines, columns, grid } = defineProps<{
  lines: readonly LedgerAnswer['lines'][number][]
  columns: readonly LedgerColumn[]
  words: readonly string[]
  exerciseId: string
  /** What is scrolled. */
  grid: HTMLElement | null
}>()
const MANY = 80
/** So many rows above and below those in sight. */
const BEYOND = 8
const rows = useVirtualizer(
  computed(() => ({
    count: lines.length,
    getScrollElement: () => grid,
    estimateSize: () => LEDGER_PX.row,
    overscan: 0,
  })),
)
/**
 * The same rows stand for one part of a large class after another: none is made while one scrolls, nor moved within
 * the document; once it rests they are in the order in which they are read.
 */
const shown = computed(() => {
  const isLarge = lines.length > MANY
  const inSight = Math.ceil((rows.value.scrollRect?.height ?? 0) / LEDGER_PX.row)
  const kept = isLarge ? inSight + 2 * BEYOND : Math.max(1, lines.length)
  const first = isLarge ? Math.max(0, (rows.value.range?.startIndex ?? 0) - BEYOND) : 0
  const placed = lines
    .slice(first, first + kept)
    .map((line, i) => ({ line, index: first + i, row: (first + i) % kept }))
  return rows.value.isScrolling ? placed.toSorted((a, b) => a.row - b.row) : placed
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
  <tbody role="rowgroup" :style="{ height: `${lines.length * LEDGER_PX.row}px` }" @click="follow">
    <LedgerLine
      v-for="{ line, index, row } in shown"
      :key="row"
      :line="line"
      :index="index"
      :columns="columns"
      :words="words"
      :exercise-id="exerciseId"
    />
  </tbody>
</template>
