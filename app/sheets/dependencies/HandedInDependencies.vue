<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

/** What was claimed, beside its feedback. */
defineProps<{ feedback: FeedbackAnswer }>()
</script>

<template>
  <ClaimsView v-if="feedback.answer.claims" :claims="feedback.answer.claims" :closures="feedback.closures" />
</template>
