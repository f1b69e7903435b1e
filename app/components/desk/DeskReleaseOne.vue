<script setup lang="ts">
import type { QueueLine } from '#shared/answers'
import { isReady, standsOtherwise } from '#shared/queue'

/** Telling the marks of one hand-in, telling them anew where they stand otherwise by now, or taking them back. */
const { line, exerciseId } = defineProps<{ line: QueueLine; exerciseId: string }>()
const emit = defineEmits<{ done: [words: string] }>()
const { fault, busy, act } = useAct()
async function send(method: 'POST' | 'DELETE', words: string): Promise<void> {
  const isDone = await act(() =>
    api(`/exercises/${exerciseId}/releases`, { method, body: { handIns: [line.id] } }),
  )
  if (isDone) emit('done', words)
}
</script>

<template>
  <button
    v-if="isReady(line)"
    type="button"
    class="plain"
    :disabled="busy"
    @click="send('POST', `${line.name}: released.`)"
  >
    Release this one
  </button>
  <button
    v-if="standsOtherwise(line)"
    type="button"
    class="plain"
    :disabled="busy"
    @click="send('POST', `${line.name}: released anew.`)"
  >
    Tell the new marks
  </button>
  <button
    v-if="line.state === 'released'"
    type="button"
    class="plain"
    :disabled="busy"
    @click="send('DELETE', `${line.name}: taken back.`)"
  >
    Take this one back
  </button>
  <span v-if="fault" role="alert" class="fault">{{ fault }}</span>
</template>

<style scoped>
.fault {
  color: var(--madder);
}
</style>
