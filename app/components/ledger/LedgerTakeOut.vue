<script setup lang="ts">
import type { ExportAnswer } from '#shared/answers'

/** Results as files: some at once; all of them, with a sheet for each student, made by a worker. */
const { exerciseId, timeZone } = defineProps<{ exerciseId: string; timeZone: string }>()
const open = defineModel<boolean>('open', { required: true })
const path = computed(() => `/exercises/${exerciseId}/export`)
const { fault, act } = useAct()
const made = shallowRef<ExportAnswer>()
const load = (): Promise<boolean> =>
  act(async () => {
    made.value = await api<ExportAnswer>(path.value)
  })
watch(open, isOpen => isOpen && void load(), { immediate: true })
const isUnderWay = computed(() => made.value?.state === 'waiting' || made.value?.state === 'making')
useIntervalFn(() => {
  if (open.value && isUnderWay.value) void load()
}, 700)

const begin = (): Promise<boolean> =>
  act(async () => {
    made.value = await api<ExportAnswer>(path.value, { method: 'POST' })
  })
async function stop(): Promise<void> {
  if (await act(() => api(path.value, { method: 'DELETE' }))) await load()
}
const FILES = [
  { kind: 'marks.csv', name: 'Marks', what: 'CSV, a line for each student' },
  { kind: 'verdicts.csv', name: 'Verdicts', what: 'CSV, a line for each rule and sheet of each student' },
  {
    kind: 'results.json',
    name: 'Everything',
    what: 'JSON with answers, verdicts, decisions and comments: another installation reads it',
  },
  { kind: 'oneroster.zip', name: 'Gradebook', what: 'OneRoster 1.1, CSV tables in a zip' },
] as const
</script>

<template>
  <UModal
    v-model:open="open"
    title="Take out results"
    description="As they stand now; what students were told stands beside it."
  >
    <template #body>
      <ul class="files">
        <li v-for="{ kind, name, what } in FILES" :key="kind">
          <a :href="`/api/exercises/${exerciseId}/results/${kind}`" download class="plain">{{ name }}</a>
          <span class="soft small">{{ what }}</span>
        </li>
      </ul>
      <section class="all" aria-label="All as one file">
        <h3>All as one file</h3>
        <p class="small soft">
          A zip of the four, and a sheet (PDF) for each student whose marks are told: account, every rule
          missed with its rows, comments, and what was handed in.
        </p>
        <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
        <template v-if="made">
          <p v-if="isUnderWay" class="under-way">
            <progress :value="made.done" :max="Math.max(1, made.of)" :aria-label="'How far it is'" />
            <span role="status">{{ made.of > 0 ? `${made.done} of ${made.of}` : 'waits for its turn' }}</span>
            <button type="button" class="plain" @click="stop">Stop</button>
          </p>
          <p v-else-if="made.state === 'made'" role="status">
            <a :href="`/api${path}/file`" download class="plain">Save the file</a>
            <span class="soft small"> made {{ timeInWords(made.askedAt, timeZone) }}, kept for a day</span>
          </p>
          <p v-else-if="made.state === 'stopped'" role="status" class="soft">Stopped: nothing was made.</p>
          <p v-else-if="made.state === 'failed'" role="alert" class="fault">
            It could not be made: {{ made.reason }}
          </p>
          <UButton v-if="!isUnderWay" size="sm" variant="outline" color="neutral" @click="begin">{{
            made.state === 'made' ? 'Make it anew' : 'Make it'
          }}</UButton>
        </template>
      </section>
    </template>
  </UModal>
</template>

<style scoped>
.files {
  display: grid;
  gap: 6px;
}
.files li {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  align-items: baseline;
}
.all {
  border-top: 1px solid var(--rule);
  margin-top: 14px;
  padding-top: 12px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.under-way {
  display: flex;
  gap: 12px;
  align-items: center;
}
progress {
  accent-color: var(--verdigris);
}
.fault {
  color: var(--madder);
}
</style>
