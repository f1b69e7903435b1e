<script setup lang="ts">
/** The frame of questions in words, docked below the board: Esc and *Done* leave it. */
const { label } = defineProps<{ label: string }>()
const emit = defineEmits<{ done: [] }>()
</script>

<template>
  <section class="questions" :aria-label="label" @keydown.esc.stop.prevent="emit('done')">
    <slot />
    <p class="foot tiny soft">
      <slot name="foot" />
      <span class="keys"
        ><slot name="keys" /><kbd>Tab</kbd> next <kbd>Enter</kbd>
        <button type="button" class="plain tiny" @click="emit('done')">Done</button></span
      >
    </p>
  </section>
</template>

<style scoped>
.questions {
  background: var(--sheet);
  border: 1px solid var(--edge);
  border-radius: 2px;
  padding: 9px 14px 7px;
  box-shadow: 3px 3px 0 var(--shadow);
  max-height: 46vh;
  overflow-y: auto;
}
:slotted(.way) {
  font-size: 15px;
  line-height: 1.75;
}
:where(.questions) :deep(select) {
  max-width: 100%;
  margin: 0 2px;
  padding: 0 2px;
  background: transparent;
  border: 0;
  border-bottom: 1.5px solid var(--ink);
  font: 650 15px var(--font-serif);
  color: var(--ink);
  cursor: pointer;
}
:where(.questions) :deep(option) {
  background: var(--sheet);
  color: var(--ink);
}
.foot {
  display: flex;
  gap: 16px;
  padding-top: 5px;
  align-items: baseline;
}
.keys {
  margin-left: auto;
}
@media (max-height: 720px) {
  .keys kbd {
    display: none;
  }
}
</style>
