<script setup lang="ts" generic="Part extends string">
/** The parts of a leaf, of which one is turned to. */
defineProps<{ label: string; parts: readonly { readonly part: Part; readonly name: string }[]; part: Part }>()
const emit = defineEmits<{ turn: [part: Part] }>()
</script>

<template>
  <div class="parts small" role="group" :aria-label="label">
    <button
      v-for="one in parts"
      :key="one.part"
      type="button"
      :aria-pressed="part === one.part"
      @click="emit('turn', one.part)"
    >
      {{ one.name }}
    </button>
  </div>
</template>

<style scoped>
.parts {
  display: flex;
  gap: 20px;
  margin-bottom: 14px;
}
.parts button {
  font: 650 17px var(--font-serif);
  color: var(--soft);
  cursor: pointer;
  padding: 0 1px 3px;
  border-bottom: 2px solid transparent;
}
.parts button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
</style>
