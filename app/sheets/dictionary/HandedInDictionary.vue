<script setup lang="ts">
import type { ShownAnswer } from '../view'

/** The dictionary as it stood. */
defineProps<{ shown: ShownAnswer }>()
</script>

<template>
  <DictionaryView v-if="shown.answer.dictionary" :dictionary="shown.answer.dictionary" :places="[]" />
</template>
