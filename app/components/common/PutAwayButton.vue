<script setup lang="ts">
/** Puts a course or an exercise away, after it was asked whether that is meant. */
const { path, method, what, name, follows } = defineProps<{
  path: string
  method: 'PUT' | 'DELETE'
  /** "the course" */
  what: string
  name: string
  /** What comes of it, in a sentence. */
  follows: string
}>()
const emit = defineEmits<{ done: [] }>()
const asking = ref(false)
const { fault, busy, act } = useAct()
async function putAway(): Promise<void> {
  const body = method === 'PUT' ? { body: { away: true } } : {}
  if (!(await act(() => api(path, { method, ...body })))) return
  asking.value = false
  emit('done')
}
</script>

<template>
  <button type="button" class="plain" @click="asking = true">Put {{ what }} away …</button>
  <UModal v-model:open="asking" :title="`Put ${name} away?`" :description="follows">
    <template v-if="fault" #body>
      <p role="alert">{{ fault }}</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="asking = false">Leave it</UButton>
      <UButton :loading="busy" @click="putAway">Put it away</UButton>
    </template>
  </UModal>
</template>
