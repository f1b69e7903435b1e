<script setup lang="ts">
import { aloud, changeKinds, possibleKinds, removeElements, type Diagram } from '@nomenklatura/core/diagram'

/** The kinds of a card, described by two questions answered in words. */
const {
  diagram,
  kinds: id,
  readonly = false,
} = defineProps<{ diagram: Diagram; kinds: string; readonly?: boolean }>()
const emit = defineEmits<{ change: [diagram: Diagram]; done: [] }>()

const kinds = computed(() => diagram.kinds.find(other => other.id === id))
const nameOf = (card: string): string =>
  diagram.entities.find(entity => entity.id === card)?.name.trim() || 'no name yet'
const general = computed(() => (kinds.value ? nameOf(kinds.value.general).toLowerCase() : ''))
const sentence = computed(() => aloud(diagram).find(({ element }) => element === id)?.text ?? '')
const others = computed(() => possibleKinds(diagram, id))

const set = (change: Parameters<typeof changeKinds>[2]): void => {
  if (!readonly) emit('change', changeKinds(diagram, id, change))
}
const yes = (event: Event): boolean => (event.target as HTMLSelectElement).value === 'yes'
function add(event: Event): void {
  const select = event.target as HTMLSelectElement
  if (select.value !== '') set({ special: [...kinds.value!.special, select.value] })
  select.value = ''
}
function leaveOut(card: string): void {
  const special = kinds.value!.special.filter(other => other !== card)
  set({ special })
  if (special.length === 0) emit('done')
}
function remove(): void {
  emit('change', removeElements(diagram, [id]).diagram)
  emit('done')
}
const host = useTemplateRef<HTMLElement>('host')
onMounted(async () => {
  await nextTick()
  host.value?.querySelector('select')?.focus()
})
</script>

<template>
  <section
    v-if="kinds"
    ref="host"
    class="questions"
    aria-label="Questions about these kinds"
    @keydown.esc.stop.prevent="emit('done')"
  >
    <p class="serif way">
      Must every <strong>{{ general }}</strong> be one of these?
      <select
        :value="kinds.isTotal ? 'yes' : 'no'"
        :disabled="readonly"
        :aria-label="`Must every ${general} be one of its kinds`"
        @change="set({ isTotal: yes($event) })"
        @keydown.enter.prevent="emit('done')"
      >
        <option value="no">no, it may be none</option>
        <option value="yes">yes, always</option>
      </select>
      May one be several of them at once?
      <select
        :value="kinds.isDisjoint ? 'no' : 'yes'"
        :disabled="readonly"
        :aria-label="`May one ${general} be several of its kinds`"
        @change="set({ isDisjoint: !yes($event) })"
        @keydown.enter.prevent="emit('done')"
      >
        <option value="no">no, only one (disjoint)</option>
        <option value="yes">yes (overlapping)</option>
      </select>
    </p>
    <p class="small kinds">
      Its kinds:
      <span v-for="card in kinds.special" :key="card" class="kind"
        ><b>{{ nameOf(card) }}</b>
        <button
          v-if="!readonly"
          type="button"
          class="plain tiny"
          :aria-label="`leave out ${nameOf(card)}`"
          @click="leaveOut(card)"
        >
          leave out
        </button></span
      >
      <select v-if="!readonly && others.length > 0" aria-label="Another kind" value="" @change="add">
        <option value="">another card …</option>
        <option v-for="card in others" :key="card" :value="card">{{ nameOf(card) }}</option>
      </select>
    </p>
    <p class="foot tiny soft">
      <span class="serif">{{ sentence }}</span>
      <button v-if="!readonly" type="button" class="plain tiny" @click="remove">Remove the kinds</button>
      <span class="keys"
        ><kbd>Tab</kbd> next <kbd>Enter</kbd>
        <button type="button" class="plain tiny" @click="emit('done')">Done</button></span
      >
    </p>
  </section>
</template>

<style scoped>
.questions {
  background: var(--sheet);
  border: 1px solid var(--edge);
  border-radius: 2px;
  padding: 9px 14px 7px;
  box-shadow: 3px 3px 0 var(--shadow);
  max-height: 46vh;
  overflow-y: auto;
}
.way {
  font-size: 15px;
  line-height: 1.75;
}
select {
  margin: 0 2px;
  border: 0;
  border-bottom: 1.5px solid var(--ink);
  background: transparent;
  color: var(--ink);
  font: 650 15px var(--font-serif);
  cursor: pointer;
}
.kinds select {
  font-size: 13.5px;
}
option {
  background: var(--sheet);
  color: var(--ink);
}
.kinds,
.kind {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.kind {
  gap: 5px;
}
.foot {
  display: flex;
  gap: 16px;
  padding-top: 5px;
  align-items: baseline;
}
.keys {
  margin-left: auto;
}
</style>
