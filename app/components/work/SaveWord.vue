<script setup lang="ts">
import type { SaveState } from '~/utils/sheet-saver'

/** Where the last change is, in words, always at the same place. */
const {
  state,
  part,
  timeZone,
  hint = '',
} = defineProps<{
  state: SaveState
  /** That of which there may be two versions. */
  part: string
  timeZone: string
  /** Said beside it, once. */
  hint?: string
}>()
const emit = defineEmits<{ look: []; copy: []; takeOut: [] }>()
const now = useNow({ interval: 1000 })
const isSlow = computed(() => state.status === 'saving' && now.value.getTime() - state.since > 1000)
const isLost = computed(
  () => state.status === 'offline' && !state.isKept && now.value.getTime() - Date.parse(state.since) > 30_000,
)
</script>

<template>
  <span class="word" :role="isLost ? 'alert' : 'status'">
    <template v-if="state.status === 'saved'"
      >{{ state.at ? `saved ${clockInWords(state.at, timeZone)}` : ''
      }}<span v-if="hint" class="hint"> · {{ hint }}</span></template
    >
    <template v-else-if="state.status === 'sent'">sent {{ clockInWords(state.at, timeZone) }}</template>
    <template v-else-if="isSlow">saving …</template>
    <template v-else-if="isLost"
      ><strong class="bad">Not saved: this browser keeps nothing.</strong>
      <button type="button" class="plain" @click="emit('copy')">Copy your work</button></template
    >
    <span v-else-if="state.status === 'offline'" class="warn"
      >kept in this browser since {{ clockInWords(state.since, timeZone) }}; not yet sent</span
    >
    <span v-else-if="state.status === 'late'" class="warn"
      >came after closing, at {{ clockInWords(state.at, timeZone) }}: kept, and your instructor can read
      it</span
    >
    <span v-else-if="state.status === 'bad signs'" class="warn"
      >kept in this browser: {{ state.reason }}
      <button type="button" class="plain" @click="emit('takeOut')">Take them out</button></span
    >
    <span v-else-if="state.status === 'refused'" class="warn">kept in this browser: {{ state.reason }}</span>
    <span v-else-if="state.status === 'conflict'" class="warn"
      >{{ part }} was also changed in another window at {{ clockInWords(state.at, timeZone) }}.
      <button type="button" class="plain" @click="emit('look')">Look at both</button></span
    >
  </span>
</template>

<style scoped>
.word {
  white-space: nowrap;
}
.word:has(.warn, .bad) {
  white-space: normal;
  max-width: 420px;
  line-height: 1.25;
}
.hint {
  font-style: italic;
}
@media (max-width: 760px) {
  .word {
    white-space: normal;
  }
}
.warn {
  color: var(--ochre);
  font-weight: 600;
}
.bad {
  color: var(--madder);
}
</style>
