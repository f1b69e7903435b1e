<script setup lang="ts">
/** Text of a case; a phrase that something speaks of is underlined, and what is said of it told to the case. */
const { runs, phrases } = defineProps<{ runs: BriefRuns; phrases: readonly BoundPhrase[] }>()
const marked = computed(() => withPhrases(runs, phrases))
const isFirst = (at: number): boolean => marked.value[at]!.bound !== marked.value[at - 1]?.bound
const pictures = inject(CASE_PICTURES, () => [])
const urlOf = (name: string): string | undefined => urlOfPicture(pictures(), name)
const { inTurn, pointAt } = inject(CASE_PHRASES, { inTurn: () => '', pointAt: () => {} })
</script>

<template>
  <template v-for="(run, i) in marked" :key="i">
    <span
      v-if="run.bound"
      class="bound"
      :class="[run.bound.mark, { strong: run.strong, em: run.em, code: run.code }]"
      :tabindex="isFirst(i) ? (run.bound.phrase === inTurn() ? 0 : -1) : undefined"
      :role="isFirst(i) ? 'note' : undefined"
      :aria-label="isFirst(i) ? `${run.bound.phrase}: ${run.bound.say}` : undefined"
      @mouseenter="pointAt(run.bound)"
      @mouseleave="pointAt(undefined)"
      @focus="pointAt(run.bound)"
      @blur="pointAt(undefined)"
      >{{ run.text }}</span
    >
    <template v-else-if="run.picture">
      <img v-if="urlOf(run.picture.name)" :src="urlOf(run.picture.name)" :alt="run.picture.shows" />
      <template v-else>{{ run.picture.shows }}</template>
    </template>
    <code v-else-if="run.code">{{ run.text }}</code>
    <strong v-else-if="run.strong">{{ run.text }}</strong>
    <em v-else-if="run.em">{{ run.text }}</em>
    <template v-else>{{ run.text }}</template>
  </template>
</template>

<style scoped>
img {
  max-width: 100%;
  height: auto;
}
.bound {
  text-decoration: underline;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 3px;
  text-decoration-color: var(--soft);
}
.upheld {
  text-decoration-color: var(--verdigris);
}
.broken {
  text-decoration-color: var(--madder);
  text-decoration-style: wavy;
}
.too-strict {
  text-decoration-color: var(--ochre);
  text-decoration-style: dashed;
}
.named {
  text-decoration-style: dotted;
}
.own-entity,
.own-fact {
  text-decoration: none;
  padding-bottom: 1px;
}
.own-entity {
  background: var(--verdigris-wash);
}
.own-fact {
  background: var(--slate-wash);
  font-style: italic;
}
.strong {
  font-weight: 650;
}
.em {
  font-style: italic;
}
.code {
  font-family: var(--font-mono);
  font-size: 0.86em;
}
</style>
