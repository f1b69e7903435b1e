<script setup lang="ts">
import { NOTATIONS, type Diagram, type Notation } from '@nomenklatura/core/diagram'

/** What can be done on the board, in words: to what is reached, to what is chosen, and to all of it. */
const {
  diagram,
  chosen = 0,
  reached = '',
  isGiven = false,
  arranging = false,
  readonly = false,
} = defineProps<{
  diagram: Diagram
  /** How many are chosen. */
  chosen?: number
  /** The card that has the focus, or had it last. */
  reached?: string
  isGiven?: boolean
  arranging?: boolean
  readonly?: boolean
}>()
const notation = defineModel<Notation>('notation', { required: true })
const emit = defineEmits<{
  add: []
  relate: []
  kinds: []
  remove: []
  rename: []
  align: [along: 'x' | 'y']
  setOut: [all: boolean]
  fit: []
  goTo: [card: string]
}>()
const NOTATION_WORDS: Readonly<Record<Notation, string>> = {
  'feet': 'crow’s feet',
  'diamonds': 'diamonds, 1 and n',
  'min-max': '(min,max)',
}
const isEmpty = computed(() => diagram.entities.length === 0)
const hasNone = computed(() => reached === '' && chosen === 0)

const sought = ref('')
const seeks = ref(false)
const found = computed(() => {
  const wanted = sought.value.trim().toLowerCase()
  return wanted === ''
    ? []
    : diagram.entities.filter(({ name, attributes }) =>
        [name, ...attributes.map(fact => fact.name)].some(text => text.toLowerCase().includes(wanted)),
      )
})
function goTo(card: string): void {
  seeks.value = false
  sought.value = ''
  emit('goTo', card)
}
const host = useTemplateRef<HTMLElement>('host')
async function seek(): Promise<void> {
  seeks.value = true
  await nextTick()
  host.value?.querySelector('input')?.focus()
}
defineExpose({ seek })
</script>

<template>
  <div class="tools tiny">
    <template v-if="!readonly"
      ><button type="button" class="plain tiny" @click="emit('add')">New card <kbd>N</kbd></button>
      <button type="button" class="plain tiny" :disabled="hasNone" @click="emit('relate')">
        {{ chosen > 2 ? `Let ${chosen} meet` : 'Relate' }} <kbd>R</kbd>
      </button>
      <button type="button" class="plain tiny" :disabled="hasNone" @click="emit('kinds')">
        Kinds <kbd>K</kbd>
      </button>
      <button type="button" class="plain tiny" :disabled="hasNone || isGiven" @click="emit('rename')">
        Rename <kbd>F2</kbd>
      </button>
      <button type="button" class="plain tiny" :disabled="hasNone" @click="emit('remove')">
        Remove <kbd>Delete</kbd>
      </button>
      <button
        type="button"
        class="plain tiny"
        :disabled="arranging || isEmpty"
        @click="emit('setOut', false)"
      >
        {{ arranging ? 'Setting out …' : 'Set out' }}
      </button>
      <button
        v-if="diagram.entities.some(({ at }) => at?.isHeld)"
        type="button"
        class="plain tiny"
        :disabled="arranging"
        @click="emit('setOut', true)"
      >
        Set out all
      </button>
      <template v-if="chosen > 1"
        ><button type="button" class="plain tiny" @click="emit('align', 'x')">Align left</button
        ><button type="button" class="plain tiny" @click="emit('align', 'y')">Align top</button></template
      ></template
    >
    <button type="button" class="plain tiny" :disabled="isEmpty" @click="emit('fit')">
      See all <kbd>0</kbd>
    </button>
    <span ref="host" class="seek"
      ><input
        v-if="seeks"
        v-model="sought"
        placeholder="which card or fact?"
        aria-label="Find a card or fact"
        @keydown.esc.stop="seeks = false"
        @keydown.enter.prevent="found[0] && goTo(found[0].id)"
      /><button v-else type="button" class="plain tiny" :disabled="isEmpty" @click="seek">Find</button>
      <span v-if="seeks && found.length > 0" class="found"
        ><button v-for="card in found.slice(0, 8)" :key="card.id" type="button" @click="goTo(card.id)">
          {{ card.name }}
        </button></span
      ></span
    >
    <label class="notation"
      >Line ends
      <select v-model="notation">
        <option v-for="way in NOTATIONS" :key="way" :value="way">{{ NOTATION_WORDS[way] }}</option>
      </select></label
    >
    <NuxtLink to="/help/diagram" target="_blank" class="plain tiny">How it is written</NuxtLink>
    <slot />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  margin-bottom: 6px;
}
.notation {
  margin-left: auto;
  color: var(--soft);
}
.notation select {
  background: transparent;
  color: var(--ink);
  border-bottom: 1px solid var(--edge);
}
.notation option {
  background: var(--sheet);
}
.seek {
  position: relative;
}
.seek input {
  border-bottom: 1px solid var(--edge);
  background: transparent;
  width: 150px;
}
.found {
  position: absolute;
  z-index: 5;
  left: 0;
  top: 100%;
  display: grid;
  background: var(--sheet);
  border: 1px solid var(--edge);
  min-width: 160px;
}
.found button {
  text-align: left;
  padding: 3px 9px;
  cursor: pointer;
}
.found button:hover,
.found button:focus {
  background: var(--verdigris-wash);
}
kbd {
  font: 600 10px var(--font-mono);
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  padding: 0 3px;
  color: var(--soft);
}
</style>
