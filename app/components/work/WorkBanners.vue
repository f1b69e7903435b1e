<script setup lang="ts">
import type { WorksheetAnswer } from '#shared/answers'

/** What stands with this student: what was handed in, what counts, whether it is still open. */
defineProps<{
  sheet: WorksheetAnswer
  changedSince: boolean
  attemptsLeft: number
  dueWords: string
  fault: string
  /** That it is due soon; may be empty. */
  warning?: string
}>()
const emit = defineEmits<{ putAway: [] }>()
</script>

<template>
  <p v-if="warning" class="banner changed" role="status">
    {{ warning }}
    <button type="button" class="plain small" @click="emit('putAway')">Put away</button>
  </p>
  <p v-if="changedSince" class="banner changed">
    Changed since.
    <strong>What counts is {{ timeInWords(sheet.mine.handedInAt, sheet.course.timeZone) }}.</strong>
    {{
      attemptsLeft <= 0
        ? 'Handing in again is not possible: no attempt is left.'
        : sheet.isOpen
          ? 'Hand in again.'
          : ''
    }}
  </p>
  <p v-else-if="sheet.mine.handedInAt" class="banner">
    {{ sheet.mine.isAutomatic ? 'Handed in for you' : 'Handed in' }}
    {{ timeInWords(sheet.mine.handedInAt, sheet.course.timeZone)
    }}{{ sheet.mine.handInNumber === null ? '' : `, ${handInNumber(sheet.mine.handInNumber)}` }},
    {{ sheet.mine.attemptsUsed }} of {{ sheet.mine.attempts }} ·
    <NuxtLink
      v-if="sheet.mine.points && sheet.mine.handInId"
      :to="`/hand-ins/${sheet.mine.handInId}`"
      class="plain"
      >{{ totalText(sheet.mine.points) }} of {{ pointsText(sheet.mine.points.of) }}: read the marks</NuxtLink
    ><template v-else>{{
      sheet.mine.isAtInstructor ? 'your instructor is looking at it' : 'with your instructor'
    }}</template>
  </p>
  <p v-if="!sheet.isOpen" class="banner changed">{{ dueWords }}: read only.</p>
  <p v-if="fault" role="alert" class="banner bad">{{ fault }}</p>
</template>

<style scoped>
.banner {
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 6px 12px;
  margin-bottom: 10px;
  font-size: 13.5px;
}
.banner.changed {
  background: var(--ochre-wash);
  border-color: var(--ochre);
}
.banner.bad {
  background: var(--madder-wash);
  border-color: var(--madder);
}
@media print {
  .banner {
    display: none;
  }
}
</style>
