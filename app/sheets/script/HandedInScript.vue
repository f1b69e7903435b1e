<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

/** What was written, beside its feedback. */
defineProps<{ feedback: FeedbackAnswer }>()
</script>

<template>
  <pre class="paper mono" tabindex="0">{{ feedback.answer.script }}</pre>
</template>

<style scoped>
pre {
  padding: 12px 14px;
  font-size: 12.5px;
  line-height: 1.55;
  overflow: auto;
  white-space: pre-wrap;
  max-height: calc(100vh - 160px);
  margin-top: 8px;
}
</style>
