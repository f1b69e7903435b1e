<script setup lang="ts">
import type { RowTrialDocument } from '@nomenklatura/core/row-trial'
import type { QuestionLine } from '#shared/answers'

/** What was asked and answered about a verdict, as both sides read it. */
const { lines, timeZone } = defineProps<{ lines: readonly QuestionLine[]; timeZone: string }>()
const emit = defineEmits<{ rows: [trial: RowTrialDocument] }>()
const movedWords = ({ moved }: QuestionLine): string => {
  if (!moved) return ''
  const points =
    moved.before === moved.after
      ? `still ${pointsText(moved.after)}`
      : `${pointsText(moved.before)} → ${pointsText(moved.after)}`
  return `${moved.from} → ${moved.to}; points ${points}`
}
</script>

<template>
  <ol v-if="lines.length > 0" class="thread" aria-label="Questions and answers">
    <li v-for="line in lines" :key="line.number" :class="{ answer: line.isAnswer }">
      <p class="who small">
        <strong>{{ line.by }}</strong> {{ line.isAnswer ? 'answers' : 'asks' }},
        <span class="soft">{{ timeInWords(line.at, timeZone) }}</span>
      </p>
      <p class="serif text">{{ line.text }}</p>
      <button v-if="line.trial" type="button" class="plain small" @click="emit('rows', line.trial)">
        The rows it is asked with
      </button>
      <p v-if="line.moved" class="small moved">{{ movedWords(line) }}</p>
    </li>
  </ol>
</template>

<style scoped>
.thread {
  display: grid;
  gap: 8px;
  border-left: 2px solid var(--rule-strong);
  padding-left: 12px;
}
.answer {
  padding-left: 14px;
}
.text {
  white-space: pre-line;
  overflow-wrap: anywhere;
  line-height: 1.45;
}
.moved {
  font-weight: 600;
  color: var(--verdigris);
}
</style>
