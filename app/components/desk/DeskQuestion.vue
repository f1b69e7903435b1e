<script setup lang="ts">
import type { Sheet } from '@nomenklatura/core/findings'
import type { RowTrialDocument } from '@nomenklatura/core/row-trial'
import type { Verdict } from '@nomenklatura/core/rules'
import type { HandInAnswer, Role } from '#shared/answers'

/** What the student asks about the verdict in hand, and the answer: in words, or with another verdict told at once. */
const { handIn, rule, sheet, role, timeZone, amend } = defineProps<{
  handIn: HandInAnswer
  rule: string
  sheet: Sheet
  role: Role
  timeZone: string
  amend: (path: string, method: 'POST', body?: unknown) => Promise<boolean>
}>()
const emit = defineEmits<{ rows: [trial: RowTrialDocument] }>()
const lines = computed(() => handIn.questions.filter(line => line.rule === rule && line.sheet === sheet))
const isOpen = computed(() => lines.value.at(-1)?.isAnswer === false)
const text = ref('')
const verdict = ref<'' | Exclude<Verdict, 'cannot tell'>>('')
const field = useTemplateRef<{ $el: HTMLElement }>('field')
const others = computed(() =>
  (['upheld', 'broken', 'too strict', 'not shown'] as const).filter(
    other => other !== shownVerdict(handIn, rule, sheet),
  ),
)
async function answer(): Promise<void> {
  const isDone = await amend(`questions/${rule}/${sheet}/answer`, 'POST', {
    text: text.value,
    verdict: verdict.value === '' ? null : verdict.value,
    after: lines.value.length,
  })
  if (isDone) text.value = verdict.value = ''
}
defineExpose({ focus: () => field.value?.$el.querySelector('textarea')?.focus() })
</script>

<template>
  <section v-if="lines.length > 0" class="question" :class="{ unanswered: isOpen }" aria-label="Question">
    <QuestionThread :lines="lines" :time-zone="timeZone" @rows="emit('rows', $event)" />
    <form v-if="handIn.releasedAt" @submit.prevent="answer">
      <UTextarea
        ref="field"
        v-model="text"
        :rows="2"
        autoresize
        :maxlength="4000"
        aria-label="Answer"
        :placeholder="isOpen ? 'Your answer' : 'Say more'"
        @keydown.ctrl.enter.stop.prevent="answer"
      />
      <p class="ways small">
        <label v-if="role === 'instructor'"
          >The verdict
          <select v-model="verdict" class="slot">
            <option value="">stays as it is</option>
            <option v-for="other in others" :key="other" :value="other">becomes {{ other }}</option>
          </select></label
        >
        <UButton type="submit" size="sm" :disabled="text.trim() === ''">{{
          verdict === '' ? 'Answer' : 'Answer, and tell the marks anew'
        }}</UButton>
      </p>
    </form>
    <p v-else class="soft small">The marks are not told just now: tell them before you answer.</p>
  </section>
</template>

<style scoped>
.question {
  display: grid;
  gap: 10px;
  padding: 10px 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.unanswered {
  border-left: 3px solid var(--ochre);
}
form {
  display: grid;
  gap: 6px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  justify-content: space-between;
}
</style>
