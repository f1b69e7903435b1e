<script setup lang="ts">
import type { DeskAnswer } from '#shared/answers'

/** Releasing what is ready, or taking marks back. */
const { desk, counts } = defineProps<{ desk: DeskAnswer; counts: QueueCounts }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [words: string] }>()
const { fault, act } = useAct()
const staysBehind = computed(() =>
  [
    counts.open > 0 ? `${counts.open} with open points ${counts.open === 1 ? 'stays' : 'stay'} behind` : '',
    counts.flagged > 0 ? `${counts.flagged} flagged ${counts.flagged === 1 ? 'stays' : 'stay'} behind` : '',
    counts.unmarked > 0
      ? `${counts.unmarked} not yet marked ${counts.unmarked === 1 ? 'stays' : 'stay'} behind`
      : '',
  ].filter(part => part !== ''),
)
const isStillOpen = computed(
  () => desk.exercise.dueAt !== null && Date.parse(desk.exercise.dueAt) > Date.now(),
)

async function release(): Promise<void> {
  await act(async () => {
    const result = await api<{ released: number }>(`/exercises/${desk.exercise.id}/releases`, {
      method: 'POST',
      body: {},
    })
    open.value = false
    emit('done', `${countOf(result.released, 'mark')} released.`)
  })
}

async function takeBack(): Promise<void> {
  await act(async () => {
    await api(`/exercises/${desk.exercise.id}/releases`, { method: 'DELETE' })
    open.value = false
    emit('done', '')
  })
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Release the marks"
    :description="
      [`${counts.ready} ready`, ...staysBehind].join(', ') +
      '. Students see: verdicts, evidence, comments; not the model answer.'
    "
  >
    <template v-if="isStillOpen || counts.released > 0 || fault" #body>
      <p v-if="isStillOpen" class="warn">
        The exercise is still open until {{ timeInWords(desk.exercise.dueAt, desk.exercise.timeZone) }}:
        released verdicts can be told to others.
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <p v-if="counts.released > 0">
        {{ counts.released }} released.
        <button type="button" class="plain" @click="takeBack">Take them back</button>: students then read
        “Marks are being looked at again”.
      </p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Not now</UButton>
      <UButton :disabled="counts.ready === 0" @click="release">Release {{ counts.ready }}</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.fault {
  color: var(--madder);
}
.warn {
  color: var(--ochre);
  margin-bottom: 8px;
}
</style>
