<script setup lang="ts">
import type { RevisionLine } from '#shared/answers'

/** The versions of an exercise that counted, and what each changed; one is prepared to be taken up again. */
const { exerciseId } = defineProps<{ exerciseId: string; timeZone: string; readonly: boolean }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ takenUp: [] }>()
const {
  answer: revisions,
  error,
  reload,
} = useAnswer<RevisionLine[]>(() => `/exercises/${exerciseId}/revisions`)
const { fault, act } = useAct()
async function takeUp(number: number): Promise<void> {
  if (!(await act(() => api(`/exercises/${exerciseId}/revisions/${number}/prepared`, { method: 'PUT' }))))
    return
  open.value = false
  emit('takenUp')
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Earlier versions"
    description="Each version that counted, the newest first. One that is taken up again is prepared: nobody moves before you take it."
    :ui="{ content: 'max-w-3xl' }"
  >
    <template #body>
      <p v-if="error" role="alert">
        {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
      </p>
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <ol class="versions">
        <li v-for="(line, i) in revisions ?? []" :key="line.number">
          <div>
            <strong>{{ timeInWords(line.savedAt, timeZone) }}</strong>
            <span class="soft small"> {{ line.savedBy }}{{ i === 0 ? ', counts now' : '' }}</span>
            <ul v-if="line.changes.length > 0" class="serif">
              <li v-for="change in line.changes" :key="change">{{ change }}</li>
            </ul>
          </div>
          <button v-if="i > 0 && !readonly" type="button" class="plain small" @click="takeUp(line.number)">
            Prepare it again
          </button>
        </li>
      </ol>
    </template>
  </UModal>
</template>

<style scoped>
.versions > li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 9px 0;
  border-bottom: 1px solid var(--rule);
  align-items: baseline;
}
.versions ul {
  list-style: disc;
  padding-left: 20px;
  overflow-wrap: anywhere;
}
.fault {
  color: var(--madder);
}
</style>
