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
const dock = useTemplateRef<{ $el: HTMLElement }>('dock')
const host = computed(() => dock.value?.$el)
onMounted(async () => {
  await nextTick()
  host.value?.querySelector('select')?.focus()
})
</script>

<template>
  <DiagramDock v-if="kinds" ref="dock" label="Questions about these kinds" @done="emit('done')">
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
    <template #foot>
      <span class="serif">{{ sentence }}</span>
      <button v-if="!readonly" type="button" class="plain tiny" @click="remove">Remove the kinds</button>
    </template>
  </DiagramDock>
</template>

<style scoped>
.kinds select {
  font-size: 13.5px;
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
</style>
