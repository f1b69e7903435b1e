<script setup lang="ts">
import type { PreparedAnswer } from '#shared/answers'

/**
 * A change to a published exercise that waits: what it changes, who moves by it, and then to take it or to drop it.
 * Nothing moves before.
 */
const { exerciseId, revision, isSaved } = defineProps<{
  exerciseId: string
  /** The prepared version as it was last saved. */
  revision: number
  /** Whether all that was typed is in it. */
  isSaved: boolean
  readonly: boolean
}>()
const emit = defineEmits<{ done: [] }>()
const { answer, error, reload } = useAnswer<{ prepared: PreparedAnswer | null }>(
  () => `/exercises/${exerciseId}/prepared`,
)
const prepared = computed(() => answer.value?.prepared ?? null)
watch(() => revision, reload)
const looking = ref(false)
const { fault, act } = useAct()

const isMarked = computed(() => prepared.value !== null && prepared.value.marked >= prepared.value.of)
async function look(): Promise<void> {
  looking.value = true
  await act(() => api(`/exercises/${exerciseId}/prepared/markings`, { method: 'POST' }))
  await reload()
}
useIntervalFn(() => {
  if (looking.value && !isMarked.value) void reload()
}, 800)

async function decide(method: 'PUT' | 'DELETE'): Promise<void> {
  const isDone = await act(() =>
    api(`/exercises/${exerciseId}/prepared`, { method, body: { base: revision } }),
  )
  if (!isDone) return
  looking.value = false
  emit('done')
}

const SHOWN = 4
/** As it stands, to be marked by the engine of today. */
const AS_IT_STANDS = 'nothing of the exercise: all is marked anew by the engine of today'
const changes = computed(() =>
  prepared.value?.changes.length === 0 ? [AS_IT_STANDS] : (prepared.value?.changes ?? []),
)
const changesInShort = computed(() => {
  const more = changes.value.length - SHOWN
  return `${changes.value.slice(0, SHOWN).join('; ')}${more > 0 ? `; and ${more} more` : ''}`
})
</script>

<template>
  <section v-if="prepared" class="prepared" aria-label="Prepared, not yet taken">
    <p>
      <strong>Prepared, not yet taken.</strong> Students and marks see the version before.
      <span class="serif changes">{{ changesInShort }}</span>
    </p>
    <p v-if="(fault || error) && !looking" role="alert" class="fault small">{{ fault || error }}</p>
    <div v-if="!readonly" class="ways">
      <UButton v-if="prepared.of > 0" size="sm" :disabled="!isSaved" @click="look">See who moves</UButton>
      <UButton v-else size="sm" :disabled="!isSaved" @click="decide('PUT')">Take it</UButton>
      <UButton size="sm" variant="ghost" color="neutral" :disabled="!isSaved" @click="decide('DELETE')"
        >Drop it</UButton
      >
    </div>
    <PreparedMoves
      v-model:open="looking"
      :prepared="prepared"
      :is-marked="isMarked"
      :fault="fault || error"
      @take="decide('PUT')"
      @drop="decide('DELETE')"
    />
  </section>
</template>

<style scoped>
.prepared {
  background: var(--ochre-wash);
  border-left: 3px solid var(--ochre);
  padding: 7px 12px;
  margin-bottom: 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  justify-content: space-between;
}
.prepared p {
  flex: 1 1 380px;
}
.changes {
  display: block;
  overflow-wrap: anywhere;
}
.ways {
  display: flex;
  gap: 8px;
}
.fault {
  color: var(--madder);
}
</style>
