<script setup lang="ts">
/** Somebody else has this hand-in in hand. */
defineProps<{ name: string }>()
const emit = defineEmits<{ takeOver: [] }>()
</script>

<template>
  <p class="holder small" role="status">
    <strong>{{ name }}</strong> has this in hand; you read along.
    <button type="button" class="plain" @click="emit('takeOver')">Take over <kbd>T</kbd></button>
  </p>
</template>

<style scoped>
.holder {
  background: var(--ochre-wash);
  border-left: 3px solid var(--ochre);
  padding: 6px 10px;
}
</style>
