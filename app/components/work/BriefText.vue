<script setup lang="ts">
import type { ExercisePicture } from '@nomenklatura/core/exercise'

/** The case text: headings, lists and tables as they are written, and the phrases that something speaks of. */
const {
  text,
  phrases = [],
  pictures = [],
} = defineProps<{
  text: string
  phrases?: readonly BoundPhrase[]
  pictures?: readonly ExercisePicture[]
}>()
provide(CASE_PICTURES, () => pictures)
const blocks = computed(() => briefBlocks(text))
/** The phrase that is pointed at or reached by the keyboard. */
const pointed = shallowRef<BoundPhrase>()
const reached = ref('')
const inTurn = computed(() => {
  const spans = phraseSpans(briefWords(text), phrases)
  const known = spans.some(({ bound }) => bound.phrase === reached.value)
  return known ? reached.value : (spans[0]?.bound.phrase ?? '')
})
provide(CASE_PHRASES, {
  inTurn: () => inTurn.value,
  pointAt: bound => {
    pointed.value = bound
    if (bound) reached.value = bound.phrase
  },
})

/** The arrows go from phrase to phrase: to Tab they are one stop. */
const host = useTemplateRef<HTMLElement>('host')
const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
function step(event: KeyboardEvent): void {
  const all = [...(host.value?.querySelectorAll<HTMLElement>('.bound[role=note]') ?? [])]
  const at = all.indexOf(document.activeElement as HTMLElement)
  const by = STEPS[event.key]
  if (at < 0 || by === undefined) return
  event.preventDefault()
  all[(at + by + all.length) % all.length]?.focus()
}
</script>

<template>
  <div ref="host" class="brief serif case-words" @keydown="step">
    <BriefBlocks :blocks="blocks" :phrases="phrases" />
    <p v-if="pointed" class="said" :class="pointed.mark" aria-hidden="true">{{ pointed.say }}</p>
  </div>
</template>

<style scoped>
.said {
  position: sticky;
  bottom: 0;
  padding: 6px 10px;
  border: 1px solid var(--rule-strong);
  border-left-width: 3px;
  background: var(--sheet);
  font: 13.5px/1.4 var(--font-sans);
}
.said.upheld {
  border-left-color: var(--verdigris);
}
.said.broken {
  border-left-color: var(--madder);
}
.said.too-strict {
  border-left-color: var(--ochre);
}
.brief {
  font-size: 16px;
  line-height: 1.58;
}
.brief :deep(* + :is(p, ul, ol, table, blockquote, pre)) {
  margin-top: 0.9em;
}
.brief :deep(li > :is(p, ul, ol)) {
  margin-top: 0;
}
.brief :deep(p),
.brief :deep(li),
.brief :deep(td) {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.brief :deep(:is(h3, h4, h5)) {
  margin-top: 1.2em;
}
.brief :deep(:first-child) {
  margin-top: 0;
}
.brief :deep(.table) {
  overflow-x: auto;
}
.brief :deep(table) {
  border-collapse: collapse;
  font: 14px/1.4 var(--font-sans);
}
.brief :deep(:is(th, td)) {
  border-bottom: 1px solid var(--rule);
  padding: 3px 12px 3px 0;
  text-align: left;
  vertical-align: top;
}
.brief :deep(th) {
  border-bottom-color: var(--rule-strong);
  font-weight: 600;
}
.brief :deep(blockquote) {
  border-left: 2px solid var(--rule-strong);
  padding-left: 12px;
}
.brief :deep(:is(code, pre)) {
  font-family: var(--font-mono);
  font-size: 0.86em;
}
.brief :deep(pre) {
  overflow-x: auto;
}
</style>
