<script setup lang="ts">
import type { ShownAnswer } from '../view'

/** The claims as they stood. */
defineProps<{ shown: ShownAnswer }>()
</script>

<template>
  <ClaimsView v-if="shown.answer.claims" :claims="shown.answer.claims" :closures="shown.closures" />
</template>
