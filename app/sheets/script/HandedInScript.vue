<script setup lang="ts">
import type { ShownAnswer } from '../view'

/** The script as it stood. */
defineProps<{ shown: ShownAnswer }>()
</script>

<template>
  <pre class="paper mono" tabindex="0">{{ shown.answer.script }}</pre>
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
