<script setup lang="ts">
/** Notes of one kind, folded into one that says how many there are; kept as one leaves it. */
const { count, what } = defineProps<{
  count: number
  /** The kind, by which it is remembered in this browser. */
  what: string
}>()
const isOpen = useSessionStorage(() => `nomenklatura-notes-${what}`, false)
</script>

<template>
  <MarginNote :is-open="isOpen" @press="isOpen = !isOpen">
    <template #head><slot name="head" /></template>
    <button type="button" class="plain small all" @click="isOpen = !isOpen">
      {{ isOpen ? 'Fold' : `Show all ${count}` }}
    </button>
    <div v-if="isOpen" class="within"><slot /></div>
  </MarginNote>
</template>

<style scoped>
.all {
  margin-left: 27px;
}
.within {
  margin-left: 12px;
}
</style>
