<script setup lang="ts">
import type { StepInWords } from '@nomenklatura/core/row-trial'

/** What was done, step by step: each can be looked at, and all after it put back. */
const { steps, after } = defineProps<{
  steps: readonly StepInWords[]
  /** So many steps are looked at. */
  after: number
}>()
const emit = defineEmits<{ look: [after: number]; back: [to: number] }>()

const SIGNS = { accepted: '✓', refused: '✕', partly: '~', stopped: '!' } as const
const list = useTemplateRef<HTMLElement>('list')
watch(
  () => steps.length,
  () => void nextTick(() => list.value?.scrollTo({ top: list.value.scrollHeight })),
)
const last = computed(() => steps.at(-1))
</script>

<template>
  <aside class="steps" aria-label="Steps">
    <p class="visually-hidden" role="status">{{ last ? `${last.done}: ${last.word}. ${last.rest}` : '' }}</p>
    <ol ref="list" tabindex="0" aria-label="What was done">
      <li :aria-current="after === 0 ? 'step' : undefined">
        <button type="button" class="step" @click="emit('look', 0)">
          <span class="sign" aria-hidden="true">·</span> The tables, empty
        </button>
      </li>
      <li
        v-for="(step, i) in steps"
        :key="i"
        :class="step.word"
        :aria-current="after === i + 1 ? 'step' : undefined"
      >
        <button type="button" class="step" @click="emit('look', i + 1)">
          <span class="sign" aria-hidden="true">{{ SIGNS[step.word] }}</span> {{ step.done }}:
          <strong>{{ step.word }}</strong>
        </button>
        <p v-if="step.rest" class="rest">{{ step.rest }}</p>
        <q v-if="step.said && after === i + 1" class="mono said">{{ step.said }}</q>
        <pre v-if="after === i + 1 && step.statements.length === 1" class="mono" tabindex="0">{{
          step.statements[0]
        }}</pre>
        <button
          v-if="after === i + 1 && i + 1 < steps.length"
          type="button"
          class="plain tiny"
          @click="emit('back', i + 1)"
        >
          Put back all after it
        </button>
      </li>
    </ol>
    <p v-if="after < steps.length" class="small past">
      This is how it stood.
      <button type="button" class="plain small" @click="emit('look', steps.length)">Back to now</button>
    </p>
  </aside>
</template>

<style scoped>
.steps {
  min-height: 0;
  display: flex;
  flex-direction: column;
  border-left: 1px solid var(--rule);
  padding-left: 12px;
}
ol {
  overflow-y: auto;
  min-height: 0;
  flex: 1;
  outline-offset: -2px;
}
li {
  font-size: 13px;
  padding: 3px 6px 4px 8px;
  border-left: 3px solid transparent;
}
li[aria-current='step'] {
  background: var(--sheet);
  border-left-color: var(--ink);
}
.step {
  text-align: left;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.step:hover {
  text-decoration: underline;
  text-decoration-color: var(--rule-strong);
  text-underline-offset: 3px;
}
.sign {
  font-weight: 700;
  display: inline-block;
  width: 1em;
}
.accepted .sign,
.accepted strong {
  color: var(--verdigris);
}
.refused .sign,
.refused strong {
  color: var(--madder);
}
.partly .sign,
.partly strong,
.stopped .sign,
.stopped strong {
  color: var(--ochre);
}
.rest {
  margin-left: 1.1em;
  overflow-wrap: anywhere;
}
.said {
  display: block;
  quotes: none;
  margin-left: 1.1em;
  font-size: 11.5px;
  color: var(--soft);
  overflow-wrap: anywhere;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font-size: 11.5px;
  color: var(--soft);
  margin: 2px 0 2px 1.1em;
  max-height: 110px;
  overflow: auto;
}
.past {
  border-top: 1px solid var(--rule);
  padding: 4px 8px 0;
}
@container (max-width: 560px) {
  .steps {
    border-left: 0;
    border-top: 1px solid var(--rule);
    padding: 6px 0 0;
  }
}
</style>
