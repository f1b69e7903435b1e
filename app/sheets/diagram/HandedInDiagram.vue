<script setup lang="ts">
import type { ShownAnswer } from '../view'

/** The diagram as it stood, with what verdicts rest on; of several the gravest is shown. */
const { shown } = defineProps<{ shown: ShownAnswer }>()
const marks = computed(() => marksOn('diagram', shown.rules))
</script>

<template>
  <DiagramPicture
    v-if="shown.answer.diagram"
    :diagram="shown.answer.diagram"
    :marks="marks"
    :label="shown.label ?? 'Your diagram'"
    class="drawing"
  />
</template>

<style scoped>
.drawing {
  margin: 14px 0;
}
</style>
