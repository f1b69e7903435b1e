<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

/** What was described, beside its feedback. */
defineProps<{ feedback: FeedbackAnswer }>()
</script>

<template>
  <DictionaryView v-if="feedback.answer.dictionary" :dictionary="feedback.answer.dictionary" :places="[]" />
</template>
