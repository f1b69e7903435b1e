<script setup lang="ts">
/**
 * A slot that is typed into: what was typed is said when it is left, or by Enter, and stays as it is while something
 * else changes around it.
 */
const { value } = defineProps<{ value: string }>()
const emit = defineEmits<{ set: [value: string] }>()
const draft = ref(value)
const isTypedIn = ref(false)
watch(
  () => value,
  now => {
    if (!isTypedIn.value) draft.value = now
  },
)
async function say(): Promise<void> {
  if (draft.value !== value) emit('set', draft.value)
  // What is not taken as it was typed stands there as it is.
  await nextTick()
  draft.value = value
}
async function leave(): Promise<void> {
  isTypedIn.value = false
  await nextTick()
  draft.value = value
}
</script>

<template>
  <input v-model="draft" @focus="isTypedIn = true" @change="say" @blur="leave" />
</template>
