<script setup lang="ts">
import {
  aloud,
  cardReferences,
  changeEntity,
  type Diagram,
  type DiagramEntity,
} from '@nomenklatura/core/diagram'

/** Further keys of a card: sets of its facts, and of what it refers to, that no two share together. */
const { diagram, entity } = defineProps<{ diagram: Diagram; entity: DiagramEntity }>()
const emit = defineEmits<{ change: [diagram: Diagram] }>()

const members = computed(() => [
  ...entity.attributes.filter(({ several, derived }) => !several && !derived),
  ...(cardReferences(diagram).get(entity.id) ?? []).map(({ relationship, target, role }) => ({
    id: relationship,
    name: role || target.toLowerCase(),
  })),
])
const sets = computed(() => {
  const told = aloud(diagram).filter(
    ({ element, text }) => element === entity.id && text.startsWith('No two'),
  )
  const ordered = [...entity.uniques.filter(isOfFacts), ...entity.uniques.filter(set => !isOfFacts(set))]
  return ordered.map((set, i) => ({ set, text: told[i]?.text ?? '' }))
})
function isOfFacts(set: readonly string[]): boolean {
  return set.every(id => entity.attributes.some(fact => fact.id === id))
}

const chosen = ref<readonly string[]>()
const host = useTemplateRef<HTMLElement>('host')
async function begin(): Promise<void> {
  chosen.value = []
  await nextTick()
  host.value?.querySelector('input')?.focus()
}
function toggle(id: string): void {
  chosen.value = chosen.value!.includes(id)
    ? chosen.value!.filter(other => other !== id)
    : [...chosen.value!, id]
}
function take(): void {
  const set = members.value.map(({ id }) => id).filter(id => chosen.value!.includes(id))
  if (set.length > 0) emit('change', changeEntity(diagram, entity.id, { uniques: [...entity.uniques, set] }))
  leave()
}
function leave(): void {
  chosen.value = undefined
  void nextTick(() => host.value?.querySelector('button')?.focus())
}
const remove = (set: readonly string[]): void =>
  emit('change', changeEntity(diagram, entity.id, { uniques: entity.uniques.filter(other => other !== set) }))
</script>

<template>
  <div v-if="members.length > 1 || sets.length > 0" ref="host" class="uniques tiny">
    <p v-for="{ set, text } in sets" :key="set.join()">
      {{ text }}
      <button type="button" class="plain tiny" :aria-label="`Take away: ${text}`" @click="remove(set)">
        take away
      </button>
    </p>
    <fieldset v-if="chosen" @keydown.esc.stop.prevent="leave" @keydown.enter.prevent="take">
      <legend>No two are alike in all of these together:</legend>
      <label v-for="{ id, name } in members" :key="id"
        ><input type="checkbox" :checked="chosen.includes(id)" @change="toggle(id)" /> {{ name }}</label
      >
      <button type="button" class="plain tiny" @click="take">Say so</button>
    </fieldset>
    <button v-else-if="members.length > 1" type="button" class="plain tiny" @click="begin">
      No two alike together …
    </button>
  </div>
</template>

<style scoped>
.uniques {
  display: grid;
  gap: 3px;
  padding: 4px 3px 0;
  color: var(--soft);
}
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  border: 0;
  padding: 0;
}
legend {
  padding: 0;
}
button {
  justify-self: start;
}
</style>
