<script setup lang="ts">
/** A note of the margin: a sign and a sentence to press, and what else there is to it below. */
const { isOpen = undefined } = defineProps<{
  /** Whether what is below is unfolded; undefined where pressing unfolds nothing. */
  isOpen?: boolean | undefined
}>()
const emit = defineEmits<{ press: [] }>()
</script>

<template>
  <article class="note">
    <button type="button" class="place" :aria-expanded="isOpen" @click="emit('press')">
      <slot name="head" />
    </button>
    <slot />
  </article>
</template>

<style scoped>
.note {
  border-top: 1px dotted var(--rule-strong);
  padding: 9px 0;
  margin-top: 8px;
}
.place {
  display: flex;
  gap: 9px;
  text-align: left;
  cursor: pointer;
  line-height: 1.4;
}
</style>
