<script setup lang="ts">
import { isAboutChain, wording, type Finding } from '@nomenklatura/core/findings'

/** What one sheet of an answer has otherwise than another, folded. */
const { findings } = defineProps<{ findings: readonly Finding[] }>()
const notes = computed(() => findings.filter(isAboutChain))
</script>

<template>
  <details v-if="notes.length > 0" class="chain small">
    <summary>{{ countOf(notes.length, 'difference') }} between the sheets</summary>
    <ul>
      <li v-for="(note, i) in notes" :key="i" class="serif" :class="note.severity">
        {{ wording(note).message }}
      </li>
    </ul>
  </details>
</template>

<style scoped>
.chain {
  border-top: 1px dotted var(--rule-strong);
  padding-top: 8px;
}
ul {
  margin: 6px 0 0 18px;
  display: grid;
  gap: 3px;
  font-size: 15px;
}
.remark {
  color: var(--soft);
}
</style>
