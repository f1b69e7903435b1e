<script setup lang="ts">
import type { Span } from '@nomenklatura/core/findings'
import type { CheckedRule } from '#shared/answers'

/** A rule that is not upheld: its sentence, and opened what shows it. */
const {
  rule,
  isStale,
  lost = '',
} = defineProps<{
  rule: CheckedRule
  isStale: boolean
  /** That an earlier sheet has it right, in words. */
  lost?: string
}>()
const emit = defineEmits<{ show: [place: Span & { readonly field?: string | undefined }] }>()
const isOpen = ref(false)
const place = computed(() => rule.because.find(reason => reason.place)?.place)
</script>

<template>
  <MarginNote :data-rule="rule.rule" :data-verdict="rule.verdict" :is-open="isOpen" @press="isOpen = !isOpen">
    <template #head>
      <VerdictSign :verdict="rule.verdict" :stale="isStale" />
      <span class="serif"
        ><strong>{{ rule.sentence }}</strong
        ><template v-if="isStale"> <span class="soft small">(before your last change)</span></template></span
      >
    </template>
    <div class="body">
      <p v-if="rule.phrase" class="serif soft">
        The brief: <i>“{{ rule.phrase }}”</i>
      </p>
      <template v-if="isOpen">
        <p v-for="(reason, r) in rule.because" :key="r" class="small">{{ reason.sentence }}</p>
        <p v-if="lost" class="small lost">{{ lost }}</p>
        <WitnessRows
          v-if="rule.witness"
          :witness="rule.witness"
          compact
          :is-drawn="rule.sheet === 'diagram'"
          :about="rule.sentence"
        />
        <ExhibitView v-for="(exhibit, e) in rule.exhibits ?? []" :key="e" :exhibit="exhibit" />
        <button v-if="place" type="button" class="plain small" @click="emit('show', place)">
          Show where
        </button>
        <p v-if="rule.verdict === 'cannot tell'" class="small">Your instructor will look at this.</p>
      </template>
      <button v-else type="button" class="plain small" @click="isOpen = true">Show the evidence</button>
    </div>
  </MarginNote>
</template>

<style scoped>
.lost {
  color: var(--slate);
  font-weight: 600;
}
.body {
  margin: 4px 0 0 27px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  line-height: 1.4;
}
</style>
