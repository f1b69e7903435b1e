<script setup lang="ts">
import {
  EMPTY_TRIAL,
  withStep,
  type ReadyStatement,
  type RowTrialDocument,
  type Step,
} from '@nomenklatura/core/row-trial'
import { readScript } from '@nomenklatura/core/sql'

/** A row trial over the page, on tables that were run: nothing of it is kept. */
const {
  tables,
  exerciseId = null,
  title,
  ready = [],
  begin = EMPTY_TRIAL,
} = defineProps<{
  /** Statements that make the tables, in PostgreSQL's words. */
  tables: readonly string[]
  /** Whose server engines may be asked where the browser has none. */
  exerciseId?: string | null
  title: string
  /** Statements that are made ready. */
  ready?: readonly ReadyStatement[]
  /** What it begins with. */
  begin?: RowTrialDocument
}>()
const isOpen = ref(false)
const document = shallowRef<RowTrialDocument>(EMPTY_TRIAL)
const script = computed(() => tables.map(text => `${text.trim()};`).join('\n'))
const read = computed(() => readScript(script.value))

function open(step?: Step): void {
  document.value = step ? withStep(begin, step) : begin
  isOpen.value = true
}
const trial = useRowTrial(
  () => ({ script: script.value, read: read.value, starter: '', home: 'postgresql' }),
  {
    document: () => document.value,
    change: next => {
      document.value = next
    },
    exerciseId,
  },
)
/** Opens it with what somebody tried before. */
function show(tried: RowTrialDocument): void {
  document.value = tried
  isOpen.value = true
}
defineExpose({ open, show })
</script>

<template>
  <UModal
    v-model:open="isOpen"
    :title="title"
    description="A place to try rows on these tables. Nothing of it is kept."
    :ui="{ content: 'max-w-5xl w-[94vw] h-[86vh]', body: 'flex-1 min-h-0 flex flex-col overflow-hidden' }"
  >
    <template #body><RowTrial class="fill" :trial="trial" :ready="ready" /></template>
  </UModal>
</template>

<style scoped>
.fill {
  flex: 1;
}
</style>
