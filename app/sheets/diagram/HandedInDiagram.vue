<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

/** What was drawn, with what the verdicts rest on; of several the gravest is shown. */
const { feedback } = defineProps<{ feedback: FeedbackAnswer }>()
const marks = computed(() => marksOn('diagram', feedback.rules))
</script>

<template>
  <DiagramPicture
    v-if="feedback.answer.diagram"
    :diagram="feedback.answer.diagram"
    :marks="marks"
    label="Your diagram"
    class="drawing"
  />
</template>

<style scoped>
.drawing {
  margin: 14px 0;
}
</style>
