<script setup lang="ts">
import { isAboutChain, wording, type Finding } from '@nomenklatura/core/findings'

/** What one sheet of an answer has otherwise than another, folded. */
const { findings, whose = 'your' } = defineProps<{
  findings: readonly Finding[]
  /** Told to who wrote them, or to who marks them. */
  whose?: 'your' | 'the'
}>()
const notes = computed(() => findings.filter(isAboutChain))
const said = (note: Finding): string => wording(note).message.replaceAll('your ', `${whose} `)
</script>

<template>
  <details v-if="notes.length > 0" class="chain small">
    <summary>{{ countOf(notes.length, 'difference') }} between the sheets</summary>
    <ul>
      <li v-for="(note, i) in notes" :key="i" class="serif" :class="note.severity">
        {{ said(note) }}
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
