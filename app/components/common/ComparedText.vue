<script setup lang="ts">
import type { ComparedLine } from '~/utils/compare-texts'

/** Two texts line by line: a word beside each line says in which of them it stands. */
defineProps<{
  lines: readonly ComparedLine[]
  /** What is said beside a line of the one and of the other; nothing beside one of both. */
  then: string
  now: string
  label: string
}>()
</script>

<template>
  <div class="text mono" tabindex="0" role="region" :aria-label="label">
    <p v-for="(line, i) in lines" :key="i" :class="line.is">
      <span class="sign">{{ line.is === 'then' ? then : line.is === 'now' ? now : '' }}</span><span>{{
        line.text
      }}</span>
    </p>
    <slot />
  </div>
</template>

<style scoped>
.text {
  overflow: auto;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  padding: 8px 10px;
  font-size: 12.5px;
}
p {
  display: grid;
  grid-template-columns: 40px 1fr;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  min-height: 1.4em;
}
.sign {
  font: 600 11px var(--font-sans);
  color: var(--soft);
}
.then {
  background: var(--ochre-wash);
}
.now {
  background: var(--verdigris-wash);
}
</style>
