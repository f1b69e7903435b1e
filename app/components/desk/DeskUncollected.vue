<script setup lang="ts">
import type { DeskAnswer } from '#shared/answers'

/** Whose work could not be collected at the due moment, and why. Nothing of it is lost. */
const { uncollected } = defineProps<{ uncollected: DeskAnswer['uncollected'] }>()
</script>

<template>
  <details class="small">
    <summary>The work of {{ countOf(uncollected.length, 'student') }} could not be collected</summary>
    <p class="soft tiny">
      It is kept, and collecting is tried anew every few seconds. A later date lets the student hand it in.
    </p>
    <ul>
      <li v-for="{ personId, name, reason } in uncollected" :key="personId" class="serif">
        {{ name }}: <span class="soft">{{ reason }}</span>
      </li>
    </ul>
  </details>
</template>

<style scoped>
details {
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
  max-height: 40%;
  overflow-y: auto;
}
summary {
  color: var(--madder);
  cursor: pointer;
}
li {
  line-height: 1.35;
  padding: 3px 0;
  overflow-wrap: anywhere;
}
</style>
