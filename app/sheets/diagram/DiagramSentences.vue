<script setup lang="ts">
import { aloud, busiestInWords, removeElements, type Diagram } from '@nomenklatura/core/diagram'
import { wording, type Finding } from '@nomenklatura/core/findings'

/** The diagram as sentences: an equal view, read aloud, held beside the brief and edited in place. */
const {
  diagram,
  findings = [],
  offers = false,
  readonly = false,
} = defineProps<{ diagram: Diagram; findings?: readonly Finding[]; offers?: boolean; readonly?: boolean }>()
const emit = defineEmits<{ change: [diagram: Diagram, place?: string]; choose: [element: string] }>()

const editing = ref('')
/** What belongs together: each card, then each line, then kinds. */
const groups = computed(() => {
  const all = aloud(diagram)
  const elements = [...new Set(all.map(({ element }) => element))]
  return elements.map(element => ({
    element,
    sentences: all.filter(other => other.element === element).map(({ text }) => text),
    notes: notesOf(element),
  }))
})
function notesOf(element: string): Finding[] {
  const own =
    [...diagram.entities, ...diagram.relationships]
      .find(({ id }) => id === element)
      ?.attributes.map(({ id }) => id) ?? []
  return findings.filter(({ field = '' }) => field === element || own.includes(field))
}
const busiest = computed(() => busiestInWords(diagram))
const isCard = (element: string): boolean => diagram.entities.some(({ id }) => id === element)
const isLine = (element: string): boolean => diagram.relationships.some(({ id }) => id === element)
const isGiven = (element: string): boolean =>
  [...diagram.entities, ...diagram.relationships].find(({ id }) => id === element)?.given ?? false
const host = useTemplateRef<HTMLElement>('host')
async function edit(element: string): Promise<void> {
  editing.value = element
  emit('choose', element)
}
function remove(element: string): void {
  editing.value = ''
  emit('change', removeElements(diagram, [element]).diagram)
}
async function done(): Promise<void> {
  const last = editing.value
  editing.value = ''
  await nextTick()
  host.value?.querySelector<HTMLElement>(`[data-sentence="${last}"] button`)?.focus()
}
async function show(element: string): Promise<void> {
  await nextTick()
  const target = host.value?.querySelector<HTMLElement>(
    `[data-sentence="${element}"] button, [data-sentence="${element}"]`,
  )
  target?.scrollIntoView({ block: 'nearest' })
  target?.focus()
}
defineExpose({ show })
</script>

<template>
  <div ref="host" class="sentences">
    <p v-if="groups.length === 0" class="serif soft">Write a sentence below.</p>
    <ul>
      <li v-for="{ element, sentences, notes } in groups" :key="element" :data-sentence="element">
        <div class="serif said">
          <p v-for="sentence in sentences" :key="sentence">{{ sentence }}</p>
        </div>
        <span v-if="isGiven(element)" class="tiny soft">given</span>
        <button
          v-else-if="!readonly && editing !== element"
          type="button"
          class="plain small"
          :aria-label="`Change: ${sentences[0]}`"
          @click="edit(element)"
        >
          Change
        </button>
        <div v-if="editing === element" class="form">
          <DiagramFacts
            v-if="isCard(element)"
            :diagram="diagram"
            :owner="element"
            @change="(next, place) => emit('change', next, place)"
            @done="done"
          />
          <DiagramQuestions
            v-else-if="isLine(element)"
            :diagram="diagram"
            :relationship="element"
            :offers="offers"
            @change="(next, place) => emit('change', next, place)"
            @done="done"
            @made="editing = $event"
          />
          <DiagramKindsOf
            v-else
            :diagram="diagram"
            :kinds="element"
            @change="emit('change', $event)"
            @done="done"
          />
          <button type="button" class="plain tiny" @click="remove(element)">
            {{ isCard(element) ? 'Remove the card' : 'Remove' }}
          </button>
        </div>
        <p v-for="(note, i) in notes" :key="i" class="small note" :class="note.severity">
          {{ wording(note).message }}
        </p>
      </li>
    </ul>
    <p v-if="busiest" class="serif soft busiest">{{ busiest.text }}</p>
  </div>
</template>

<style scoped>
.sentences {
  flex: 1;
  overflow-y: auto;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 12px 18px 24px;
  min-height: 160px;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 16px;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
  align-items: baseline;
}
.said {
  font-size: 15.5px;
  line-height: 1.55;
}
.busiest {
  padding-top: 8px;
}
.form,
.note {
  grid-column: 1 / -1;
  margin-top: 6px;
}
.note {
  padding-left: 10px;
  border-left: 3px solid var(--ochre);
}
.note.error {
  border-color: var(--madder);
}
</style>
