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
  <section class="group">
    <button type="button" class="head" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <slot name="head" />
    </button>
    <button type="button" class="plain small all" @click="isOpen = !isOpen">
      {{ isOpen ? 'Fold' : `Show all ${count}` }}
    </button>
    <div v-if="isOpen" class="within"><slot /></div>
  </section>
</template>

<style scoped>
.group {
  border-top: 1px dotted var(--rule-strong);
  padding: 9px 0;
  margin-top: 8px;
}
.head {
  display: flex;
  gap: 9px;
  text-align: left;
  cursor: pointer;
  line-height: 1.4;
}
.all {
  margin-left: 27px;
}
.within {
  margin-left: 12px;
}
</style>
