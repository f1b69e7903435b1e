<script setup lang="ts">
import { EMPTY_TRIAL, type RowTrialDocument } from '@nomenklatura/core/row-trial'
import { readScript } from '@nomenklatura/core/sql'
import type { FeedbackAnswer } from '#shared/answers'

/** Asking about a verdict: a reason, and rows that show it, tried on the tables that were handed in. */
const { handInId, exerciseId, rule, tables } = defineProps<{
  handInId: string
  exerciseId: string
  rule: FeedbackAnswer['rules'][number]
  tables: readonly string[]
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ asked: [feedback: FeedbackAnswer] }>()
const { fault, busy, act } = useAct()
const text = ref('')
const withRows = ref(false)
const document = shallowRef<RowTrialDocument>(EMPTY_TRIAL)
const script = computed(() => tables.map(table => `${table.trim()};`).join('\n'))
const read = computed(() => readScript(script.value))
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
const steps = computed(() => document.value.steps.length)

async function send(): Promise<void> {
  await act(async () => {
    const feedback = await api<FeedbackAnswer>(`/hand-ins/${handInId}/questions/${rule.rule}/${rule.sheet}`, {
      method: 'POST',
      body: { text: text.value, trial: withRows.value && steps.value > 0 ? document.value : null },
    })
    open.value = false
    emit('asked', feedback)
  })
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Ask about this verdict"
    :description="rule.sentence"
    :ui="{ content: 'max-w-5xl', body: 'min-h-0 overflow-y-auto' }"
  >
    <template #body>
      <form id="doubt" class="doubt" @submit.prevent="send">
        <label for="doubt-text">Why do you see it otherwise?</label>
        <UTextarea id="doubt-text" v-model="text" :rows="4" autoresize :maxlength="4000" autofocus />
        <p v-if="tables.length > 0" class="small">
          <label
            ><input v-model="withRows" type="checkbox" /> Show it with rows: what you try below goes with your
            question</label
          >
          <span v-if="withRows" role="status" class="soft"> {{ countOf(steps, 'step') }} so far</span>
        </p>
      </form>
      <RowTrial v-if="withRows" class="trial" :trial="trial" />
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    </template>
    <template #footer>
      <span class="soft small">Those who teach the course read it; their answer stands here.</span>
      <span class="grow" />
      <UButton variant="ghost" color="neutral" @click="open = false">Not now</UButton>
      <UButton type="submit" form="doubt" :disabled="busy || text.trim() === ''">Ask</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.doubt {
  display: grid;
  gap: 8px;
}
.trial {
  margin-top: 12px;
  height: 52vh;
  border-top: 1px solid var(--rule-strong);
  padding-top: 10px;
}
.fault {
  color: var(--madder);
}
.grow {
  flex: 1;
}
</style>
