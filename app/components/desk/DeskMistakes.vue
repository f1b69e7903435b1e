<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { MistakeLine } from '#shared/answers'

/** The same mistakes of the class, the largest group first; one that is chosen opens a hand-in that has it. */
defineProps<{ mistakes: readonly MistakeLine[]; chosen: number; namesSheets: boolean }>()
const emit = defineEmits<{ choose: [at: number] }>()
</script>

<template>
  <p v-if="mistakes.length === 0" class="soft small none">Nobody missed anything.</p>
  <ul v-else class="mistakes">
    <li v-for="(line, i) in mistakes" :key="i">
      <button type="button" class="pick" :aria-current="i === chosen" @click="emit('choose', i)">
        <span class="head"
          ><VerdictSign :verdict="line.verdict" :label="false" /> rule {{ line.rule.slice(1)
          }}{{ namesSheets ? `, ${SHEET_NAMES[line.sheet]}` : '' }}, {{ line.verdict }}</span
        >
        <span class="count">{{ line.handIns }}</span>
        <span class="serif cause">{{ line.because }}</span>
        <span v-if="line.differently.length > 0" class="tiny cause differently"
          >decided differently:
          {{ line.differently.map(({ verdict, by }) => `${verdict} (${by.join(', ')})`).join(', ') }}</span
        >
        <span v-else-if="line.decided > 0" class="soft tiny cause"
          >{{ line.decided === line.handIns ? 'all' : line.decided }} decided by hand</span
        >
      </button>
    </li>
  </ul>
</template>

<style scoped>
.mistakes {
  overflow-y: auto;
  flex: 1;
  min-height: 0;
}
.none {
  padding: 10px 16px;
  flex: 1;
}
.differently {
  color: var(--ochre);
  font-weight: 600;
}
.head {
  font-weight: 600;
}
.count {
  font-weight: 700;
}
.cause {
  grid-column: 1 / -1;
  overflow: hidden;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow-wrap: anywhere;
}
</style>
